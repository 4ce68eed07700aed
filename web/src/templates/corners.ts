/** Corners of an outline, moved by hand: in mm, y up. What comes of them is worked out by the server. */
import type { LengthIn, Unit } from "../api/client";
import type { Spot } from "./measuring";

export interface Corner {
  at: readonly [number, number];
  radius: number;
}

export type Loops = readonly (readonly Corner[])[];

/** Which corner, of which loop. */
export interface Which {
  loop: number;
  corner: number;
}

/** To what a dragged place snaps, and a dragged radius: whole millimetres, or sixteenths of an inch. */
export const stepOf = (unit: Unit) => (unit === "mm" ? 1 : 25.4 / 16);

export const snappedTo = (value: number, step: number) => Math.round(value / step) * step;

/** Loops with one of their corners as it is now. */
export const withCorner = (loops: Loops, which: Which, corner: Corner): Loops =>
  loops.map((loop, l) =>
    l === which.loop ? loop.map((each, c) => (c === which.corner ? corner : each)) : loop,
  );

/** The corner, the ways to its two neighbours, each 1 long, and half of the angle between them. */
function around(loops: Loops, which: Which) {
  const loop = loops[which.loop] ?? [];
  const here = loop[which.corner];
  const before = loop[(which.corner + loop.length - 1) % loop.length];
  const after = loop[(which.corner + 1) % loop.length];
  if (!here || !before || !after) return null;
  const to = (other: Corner): Spot => {
    const [x, y] = [other.at[0] - here.at[0], other.at[1] - here.at[1]];
    const far = Math.hypot(x, y) || 1;
    return { x: x / far, y: y / far };
  };
  const [a, b] = [to(before), to(after)];
  const [x, y] = [a.x + b.x, a.y + b.y];
  const long = Math.hypot(x, y);
  // Hardly a corner: its sides go on in one line.
  if (long < 1e-6) return null;
  return {
    here,
    inward: { x: x / long, y: y / long },
    half: Math.acos(Math.min(1, Math.max(-1, a.x * b.x + a.y * b.y))) / 2,
  };
}

/** How far from the corner the middle of its arc lies for each mm of its radius. */
const perRadius = (half: number) => Math.max(1 / Math.sin(half) - 1, 0.05);

/** Where a radius is taken hold of: the middle of its arc, or a little inside of a sharp corner. */
export function holdOfRadius(loops: Loops, which: Which, least: number): Spot | null {
  const found = around(loops, which);
  if (!found) return null;
  const far = Math.max(found.here.radius * perRadius(found.half), least);
  return { x: found.here.at[0] + found.inward.x * far, y: found.here.at[1] + found.inward.y * far };
}

/** The radius that puts the middle of a corner's arc nearest to a place. */
export function radiusAt(loops: Loops, which: Which, spot: Spot, step: number): number {
  const found = around(loops, which);
  if (!found) return 0;
  const far = (spot.x - found.here.at[0]) * found.inward.x + (spot.y - found.here.at[1]) * found.inward.y;
  return Math.max(0, snappedTo(far / perRadius(found.half), step / 2));
}

const mm = (value: number): LengthIn => ({ typed: String(Number(value.toFixed(3))), unit: "mm" });

/** From where corners are counted: lengths are never negative, so it is the lowest of them where that lies below 0. */
function originOf(loops: Loops): readonly [number, number] {
  const all = loops.flat();
  return [Math.min(0, ...all.map((each) => each.at[0])), Math.min(0, ...all.map((each) => each.at[1]))];
}

/** A place to which a corner is dragged, so that what is shown of it is whole. */
export function snappedCorner(loops: Loops, spot: Spot, step: number): readonly [number, number] {
  const [x0, y0] = originOf(loops);
  return [snappedTo(spot.x - x0, step) + x0, snappedTo(spot.y - y0, step) + y0];
}

/** Corners as they are asked for, counted from their origin. */
export function asTyped(loops: Loops) {
  const [x0, y0] = originOf(loops);
  return loops.map((loop) =>
    loop.map((each) => ({ along: mm(each.at[0] - x0), up: mm(each.at[1] - y0), radius: mm(each.radius) })),
  );
}

/** The straight lines between the corners of a loop, as path data. */
export const straight = (loop: readonly Corner[]) =>
  `M${loop.map((each) => `${each.at[0]} ${each.at[1]}`).join("L")}Z`;
