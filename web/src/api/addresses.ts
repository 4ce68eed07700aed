/** Addresses of what the browser opens or keeps by itself. */
import type { Unit } from "./types";

/** The slip of a kept cut as it is shown, as a PDF; of another state by now it says so. */
export const slipAddress = (cutId: string, version: number, paper: "A4" | "Letter", unit: Unit) =>
  `/api/cuts/${encodeURIComponent(cutId)}/slip.pdf?paper=${paper}&unit=${unit}&version=${version}`;

/** All slips of a job with its cut list, as one PDF. */
export const jobSlipsAddress = (jobId: string, paper: "A4" | "Letter", unit: Unit) =>
  `/api/jobs/${encodeURIComponent(jobId)}/slips.pdf?paper=${paper}&unit=${unit}`;

/** A job as a file, with the tools that it names. */
export const jobFileAddress = (jobId: string) => `/api/jobs/${encodeURIComponent(jobId)}/job.json`;

/** The section of a kept edge cut at 1:1. */
export const sectionAddress = (cutId: string, format: "svg" | "dxf") =>
  `/api/cuts/${encodeURIComponent(cutId)}/section.${format}`;

/** A kept cut, or the cuts of a job in their order, as one file that runs where there is no server. */
export const alongAddress = (of: "cuts" | "jobs", id: string, unit: Unit | null) =>
  `/api/${of}/${encodeURIComponent(id)}/along.html${unit ? `?unit=${unit}` : ""}`;
