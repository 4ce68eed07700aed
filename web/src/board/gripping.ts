/** Dragging in the plan view, without a screen: what a pull at a grip types, and where a clamp that is let go stands. */
import type { AskedField, ClampAt, Grip } from "../api/client";

/** Pixels within which a dragged dimension snaps. */
const SNAP = 6;
const PAD = 15;

/** The text a dimension gets by pulling its grip so many mm to the right and up; null where nothing would be left of it, and no
    text where the cut then runs out. */
export function pulled(grip: Grip, mm: readonly [number, number], px: number): string | null {
  const [wx, wy] = grip.way;
  const value = grip.value + mm[0] * (wx ?? 0) + mm[1] * (wy ?? 0);
  const near = grip.snaps.find((each) => Math.abs(each - value) * px < SNAP);
  const snapped = near === undefined ? Math.round(value * 2) / 2 : Math.round(near * 100) / 100;
  return typedBy(grip, snapped);
}

/** What a value is typed as at a grip. */
export function typedBy(grip: Grip, value: number): string | null {
  if (value > 0) return String(Math.round(value * 100) / 100);
  return grip.opens ? "" : null;
}

/** What a pull types of every dimension it changes. */
export function changes(
  grip: Grip,
  mm: readonly [number, number],
  px: number,
): Partial<Record<AskedField, string>> {
  const typed: Partial<Record<AskedField, string>> = {};
  for (const each of [grip, grip.other]) {
    const text = each ? pulled(each, mm, px) : null;
    if (each && text !== null) typed[each.field] = text;
  }
  return typed;
}

/** Which dimension a step along x or y changes, and whether it grows; null where it changes none. */
export function moving(grip: Grip, step: readonly [number, number]): { grip: Grip; sense: number } | null {
  for (const each of [grip, grip.other]) {
    if (!each) continue;
    const sense = Math.sign(step[0] * (each.way[0] ?? 0) + step[1] * (each.way[1] ?? 0));
    if (sense !== 0) return { grip: each, sense };
  }
  return null;
}

/** The place on the side of a board, length by width, that lies nearest to a point; whole millimetres. */
export function nearestSide(at: readonly [number, number], board: readonly [number, number]): ClampAt {
  const [x, y] = at;
  const [length, width] = board;
  const sides = [
    { side: "near" as const, off: Math.abs(y), at: x, long: length },
    { side: "far" as const, off: Math.abs(width - y), at: x, long: length },
    { side: "left" as const, off: Math.abs(x), at: y, long: width },
    { side: "right" as const, off: Math.abs(length - x), at: y, long: width },
  ];
  const best = sides.reduce((a, b) => (b.off < a.off ? b : a));
  const inside = Math.min(Math.max(best.at, PAD), Math.max(best.long - PAD, PAD));
  return { side: best.side, at: Math.round(inside) };
}
