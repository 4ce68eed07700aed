/** How work can be held, as a choice. */
export const HELD = [
  ["", "Held by clamps"],
  ["dogs", "Bench dogs"],
  ["vice", "Vice"],
  ["tape", "Double-sided tape"],
  ["vacuum", "Vacuum"],
  ["carrier", "In a carrier"],
] as const;
