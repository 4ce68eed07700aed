/** What could not be done where nothing else on the page would say so. */
import { X } from "lucide-react";
import { useSyncExternalStore } from "react";
import type { Outcome } from "../api/client";
import { problemOf } from "../ui/problems";

let said: string | null = null;
const listeners = new Set<() => void>();

/** Says something where nothing else on the page would; null says nothing any more. */
export function notify(message: string | null): void {
  said = message;
  for (const listener of listeners) listener();
}

/** Says why something was not done; nothing where it was. */
export function notifyOf(what: string, answer: Outcome<unknown>): void {
  const problem = problemOf(answer);
  notify(problem ? `${what}: ${problem.message.metric}` : null);
}

const subscribe = (listener: () => void) => {
  listeners.add(listener);
  return () => {
    listeners.delete(listener);
  };
};

export function Notice() {
  const shown = useSyncExternalStore(subscribe, () => said);
  if (!shown) return null;
  return (
    <div role="alert" className="fixed inset-x-3 bottom-3 z-50 mx-auto max-w-xl" data-testid="notice">
      <p className="floating flex items-start gap-3 border-l-4 border-l-cut p-3">
        <span className="flex-1">{shown}</span>
        <button type="button" className="p-1" aria-label="Close" onClick={() => notify(null)}>
          <X size={18} aria-hidden />
        </button>
      </p>
    </div>
  );
}
