/** Dragging in the plan view, without a screen: what a pull at a handle types, and where a clamp that is let go stands. */
import type { Change, ClampAt, DragHandle } from "../api/client";

/** Pixels within which a dragged dimension snaps. */
const SNAP = 6;
const PAD = 15;

/** A value as it is typed, in whole steps. */
export const rounded = (value: number, step: number): string =>
  String(Math.round(Math.round(value / step) * step * 1000) / 1000);

/** The value a dimension gets by pulling its handle so many mm to the right and up. */
export function pulled(handle: DragHandle, mm: readonly [number, number], px: number): string | null {
  const [wx, wy] = handle.direction;
  const value = handle.value + mm[0] * (wx ?? 0) + mm[1] * (wy ?? 0);
  const near = handle.snaps.find((each) => Math.abs(each - value) * px < SNAP);
  return near === undefined ? typedBy(handle, value, handle.step) : typedBy(handle, near, 0.01);
}

/** What a value is typed as at a handle; null where nothing would be left of it, and no text where the cut then runs out. */
export function typedBy(handle: DragHandle, value: number, step: number): string | null {
  const text = rounded(value, step);
  if (Number(text) > 0) return text;
  return handle.opens ? "" : null;
}

/** The change of a cut that a text at a handle is; none where the text is null. */
export const changeOf = (handle: DragHandle, text: string | null): Change =>
  text === null ? {} : { [handle.field]: text === "" ? null : { typed: text, unit: handle.unit } };

/** What a pull changes of every dimension it moves. */
export function changes(handle: DragHandle, mm: readonly [number, number], px: number): Change {
  const all = [handle, ...(handle.other ? [handle.other] : [])];
  return Object.assign({}, ...all.map((each) => changeOf(each, pulled(each, mm, px)))) as Change;
}

/** Which dimension a step along x or y changes, and whether it grows; null where it changes none. */
export function moving(
  handle: DragHandle,
  step: readonly [number, number],
): { handle: DragHandle; sense: number } | null {
  for (const each of [handle, handle.other]) {
    if (!each) continue;
    const sense = Math.sign(step[0] * (each.direction[0] ?? 0) + step[1] * (each.direction[1] ?? 0));
    if (sense !== 0) return { handle: each, sense };
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
