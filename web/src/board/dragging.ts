/** Dragging the bit in a section: from the values it had when it was taken, by the way in mm since then. */
import { useMemo, useRef } from "react";
import type { AskedField, CutChange, CutIn, CutPlan, Handle } from "../api/client";
import { useStable } from "../ui/stable";

const tenths = (mm: number) => String(Math.round(mm * 10) / 10);
const figure = (plan: CutPlan | null, key: string) =>
  plan?.figures.find((each) => each.key === key)?.value ?? null;

/** Moving the bit in the section of an edge: how deep the profile reaches below the face, or how far into it. */
export function useBitDrag(draft: CutIn, plan: CutPlan | null, onEdit: (change: CutChange) => void) {
  const taken = useRef<{ depth: number; width: number; across: AskedField; handle: Handle } | null>(null);
  const start = useStable(() => {
    const [depth, width] = [figure(plan, "edge.height"), figure(plan, "edge.width")];
    const section = plan?.drawing[1];
    const across = section?.dimensions.find((each) => each.name === "profile-width")?.field;
    const handle = section?.handle;
    taken.current =
      depth === null || width === null || !handle || !across ? null : { depth, width, across, handle };
  });
  const by = useStable((right: number, up: number) => {
    const at = taken.current;
    if (!at || draft.kind !== "edge") return;
    if (up !== 0) {
      const depth = at.depth + at.handle.deeper * up;
      if (depth >= 0.1) onEdit({ depth: { typed: tenths(depth), unit: "mm" } });
    } else {
      const width = at.width + at.handle.wider * right;
      if (width >= 0.1) onEdit({ [at.across]: { typed: tenths(width), unit: "mm" } });
    }
  });
  return useMemo(() => ({ start, by }), [start, by]);
}
