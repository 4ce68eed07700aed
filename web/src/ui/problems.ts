/** What a form shows when an answer was not good. */
import type { Outcome, Problem } from "../api/client";

const everywhere = (message: string): Problem => ({
  field: null,
  message: { metric: message, inch: message },
  partial: false,
});

export function problemOf(answer: Outcome<unknown>): Problem | null {
  switch (answer.kind) {
    case "ok":
      return null;
    case "refused":
    case "missing":
    case "stale":
      return answer.problem;
    case "down":
      return everywhere(answer.message);
    default:
      return answer satisfies never;
  }
}

/** The version to keep a change over, once somebody was told that the thing is another by now. */
export const newerVersion = (answer: Outcome<unknown>): string | null =>
  answer.kind === "stale" ? ((answer.newer as { version: string | null }).version ?? null) : null;
