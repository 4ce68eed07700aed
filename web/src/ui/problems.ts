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
