/** Asking how a cut is best repeated; while that is open nothing more is asked, so that no answer is for an older cut. */
import { useState } from "react";
import { api, type Change, type PlanAsked } from "../api/client";
import { repeatsIn } from "../api/typed";

export interface Repeating {
  /** Waits for an answer. */
  busy: boolean;
  /** So many times; null: at one given place more. */
  ask: (count: number | null) => void;
}

export function useRepeating(asked: () => PlanAsked, onEdit: (change: Change) => void): Repeating {
  const [busy, setBusy] = useState(false);
  const ask = async (count: number | null) => {
    setBusy(true);
    const answer = await api.repeats({ ...asked(), count });
    setBusy(false);
    if (answer.kind === "ok") onEdit({ ...repeatsIn(answer.data), clamps: [] });
  };
  return { busy, ask: (count) => void ask(count) };
}
