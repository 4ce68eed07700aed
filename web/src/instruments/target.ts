/** Length fields that can take a reading of the caliper: the page's one register of them. */
import { useEffect, useEffectEvent, useSyncExternalStore } from "react";
import { caliper } from "./instrument";

export interface Target {
  id: string;
  label: string;
  take: (text: string) => void;
}

const targets = new Map<string, Target>();

export const targetOf = (element: EventTarget | null): Target | null =>
  element instanceof HTMLElement ? (targets.get(element.dataset.length ?? "") ?? null) : null;

/** Makes a field one that takes readings; spread the answer on its input. */
export function useReadings(id: string, label: string, onText: (text: string) => void, takes = true) {
  const taken = useEffectEvent(onText);
  useEffect(() => {
    if (!takes) return;
    targets.set(id, { id, label, take: (text) => taken(text) });
    return () => {
      targets.delete(id);
      // A field that is gone takes no reading: it would be lost.
      if (caliper.snapshot().target === id) caliper.stop();
    };
  }, [id, label, takes]);
  const listening = useSyncExternalStore(caliper.subscribe, () => caliper.snapshot().target === id);
  return takes ? { "data-length": id, "data-listening": listening || undefined } : {};
}

/** The caliper's next reading goes to a field. */
export const listenFor = (target: Target) =>
  caliper.listen({ id: target.id, label: target.label, take: (reading) => target.take(reading.text) });
