/** Addresses of what the browser opens or keeps by itself. */
import type { Unit } from "./types";

/** A kind of paper, and whether every step at the machine is on it too. */
export interface Paper {
  size: "A4" | "Letter";
  steps: boolean;
}

/** What slips are printed on, as a person chooses it. */
export const PAPERS: readonly (Paper & { says: string })[] = [
  { size: "A4", steps: false, says: "A4" },
  { size: "Letter", steps: false, says: "Letter" },
  { size: "A4", steps: true, says: "A4, with every step" },
  { size: "Letter", steps: true, says: "Letter, with every step" },
];

const paperOf = ({ size, steps }: Paper) => `paper=${size}${steps ? "&steps=true" : ""}`;

/** The slip of a kept cut as it is shown, as a PDF; of another state by now it says so. */
export const slipAddress = (cutId: string, version: number, paper: Paper, unit: Unit) =>
  `/api/cuts/${encodeURIComponent(cutId)}/slip.pdf?${paperOf(paper)}&unit=${unit}&version=${version}`;

/** All slips of a job with its cut list, as one PDF. */
export const jobSlipsAddress = (jobId: string, paper: Paper, unit: Unit) =>
  `/api/jobs/${encodeURIComponent(jobId)}/slips.pdf?${paperOf(paper)}&unit=${unit}`;

/** A job as a file, with the tools that it names. */
export const jobFileAddress = (jobId: string) => `/api/jobs/${encodeURIComponent(jobId)}/job.json`;

/** The section of a kept edge cut at 1:1. */
export const sectionAddress = (cutId: string, format: "svg" | "dxf") =>
  `/api/cuts/${encodeURIComponent(cutId)}/section.${format}`;

/** A kept cut, or the cuts of a job in their order, as one file that runs where there is no server. */
export const alongAddress = (of: "cuts" | "jobs", id: string, unit: Unit | null) =>
  `/api/${of}/${encodeURIComponent(id)}/along.html${unit ? `?unit=${unit}` : ""}`;
