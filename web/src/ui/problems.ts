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
      return answer.problem;
    case "down":
      return everywhere(answer.message);
    case "stale":
      return everywhere("This was changed in another window in the meantime. Close this and look again.");
    default:
      return answer satisfies never;
  }
}
