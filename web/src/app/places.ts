/** The places of the application, in the order of the header. */
export const PLACES = [
  { path: "/jobs", name: "Jobs" },
  { path: "/", name: "Cuts" },
  { path: "/drawer", name: "Drawer" },
  { path: "/bench", name: "Bench" },
  { path: "/templates", name: "Templates" },
  { path: "/log", name: "Log" },
  { path: "/rules", name: "House rules" },
  { path: "/files", name: "Files" },
] as const;
