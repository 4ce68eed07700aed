/** Corners of an outline, moved by hand: in mm, y up. What comes of them is worked out by the server. */
import type { LengthIn, Unit } from "../api/client";
import type { Spot } from "./measuring";

export interface Corner {
  at: readonly [number, number];
  radius: number;
  /** The way from the corner to the middle of its arc, and how far along it for each mm of the radius. */
  inward: readonly [number, number] | null;
  per_radius: number;
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

/** Where a radius is taken hold of: the middle of its arc, or a little inside of a sharp corner. */
export function holdOfRadius({ at, radius, inward, per_radius }: Corner, least: number): Spot | null {
  if (!inward) return null;
  const far = Math.max(radius * per_radius, least);
  return { x: at[0] + inward[0] * far, y: at[1] + inward[1] * far };
}

/** The radius that puts the middle of a corner's arc nearest to a place. */
export function radiusAt({ at, inward, per_radius }: Corner, spot: Spot, step: number): number {
  if (!inward) return 0;
  const far = (spot.x - at[0]) * inward[0] + (spot.y - at[1]) * inward[1];
  return Math.max(0, snappedTo(far / Math.max(per_radius, FLATTEST), step / 2));
}

/** A corner so flat that its arc hardly leaves it still lets its radius be dragged. */
const FLATTEST = 0.05;

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
