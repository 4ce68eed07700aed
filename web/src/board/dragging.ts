/** Dragging the bit in a section: from the values it had when it was taken, by the distance in mm since then. */
import { useMemo, useRef } from "react";
import type { Change, HandleAxis, View } from "../api/client";
import { useStable } from "../ui/stable";
import { rounded } from "./handles";

type BitHandle = NonNullable<View["handle"]>;

/** What a pull along an axis types; null where it would leave less than there must be. */
export function moved(axis: HandleAxis, mm: number): Change | null {
  const value = axis.value + axis.grows * mm;
  if (value < axis.least) return null;
  return { [axis.field]: { typed: rounded(value, axis.step), unit: axis.unit } };
}

/** Moving the bit in the section of a cut, up and down or right and left. */
export function useBitDrag(handle: BitHandle | null, onEdit: (change: Change) => void) {
  const taken = useRef<BitHandle | null>(null);
  const start = useStable(() => {
    taken.current = handle;
  });
  const by = useStable((right: number, up: number) => {
    if (!taken.current) return;
    const change = up !== 0 ? moved(taken.current.upright, up) : moved(taken.current.sideways, right);
    if (change) onEdit(change);
  });
  return useMemo(() => ({ start, by }), [start, by]);
}
