/** Dragging in a drawing: from the value it had when it was taken, by the way in mm since then. */
import { useMemo, useRef } from "react";
import type { CutChange, CutIn, CutPlan } from "../api/client";
import { useStable } from "../ui/stable";

export function useDrag(from: () => number | null, to: (from: number, by: number) => void) {
  const at = useRef<number | null>(null);
  const start = useStable(() => {
    at.current = from();
  });
  const by = useStable((mm: number) => {
    if (at.current !== null) to(at.current, mm);
  });
  return useMemo(() => ({ start, by }), [start, by]);
}

const tenths = (mm: number) => String(Math.round(mm * 10) / 10);
const figure = (plan: CutPlan | null, key: string) =>
  plan?.figures.find((each) => each.key === key)?.value ?? null;

/**
 * Moving the bit in the section of an edge: up and down changes how deep the profile reaches, sideways how far into the face.
 * By hand the bit comes from above with the wood on the left, on a table from below with the wood on the right.
 */
export function useBitDrag(draft: CutIn, plan: CutPlan | null, onEdit: (change: CutChange) => void) {
  const taken = useRef<{ depth: number; width: number; down: number } | null>(null);
  const start = useStable(() => {
    const [depth, width] = [figure(plan, "edge.height"), figure(plan, "edge.width")];
    const below =
      (plan?.drawing[1]?.handle?.[0] ?? 0) <= 0 && plan?.drawing[1]?.caption.metric.includes("table");
    taken.current = depth === null || width === null ? null : { depth, width, down: below ? 1 : -1 };
  });
  const by = useStable((right: number, up: number) => {
    const at = taken.current;
    if (!at || draft.kind !== "edge") return;
    if (up !== 0) {
      const depth = at.depth + at.down * up;
      if (depth >= 0.1) onEdit({ depth: { typed: tenths(depth), unit: "mm" } });
    } else {
      const width = at.width + at.down * right;
      const key = draft.shape === "rabbet" ? "size" : "width";
      if (width >= 0.1) onEdit({ [key]: { typed: tenths(width), unit: "mm" } });
    }
  });
  return useMemo(() => ({ start, by }), [start, by]);
}
