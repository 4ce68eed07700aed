/** The time of a dry run: how long its steps are shown, and what is where at a moment. Points and angles come from the server. */
import type { DryRun } from "../api/client";

export type Step = DryRun["steps"][number];
export type Spot = readonly [number, number];

/** Seconds for which a step is shown that takes no time of its own. */
const STANDING = 1.1;
/** Millimetres a second of a way without a feed. */
const CARRIED = 90;

const lengthOf = (path: readonly Spot[]): number =>
  path.slice(1).reduce((sum, to, i) => {
    const from = path[i] as Spot;
    return sum + Math.hypot(to[0] - from[0], to[1] - from[1]);
  }, 0);

/** When each step ends, in seconds from the beginning. */
export function endsOf(steps: readonly Step[]): number[] {
  let at = 0;
  return steps.map((step) => {
    const way = lengthOf(step.path);
    at += step.seconds ?? (way > 0 ? Math.max(0.5, way / CARRIED) : STANDING);
    return at;
  });
}

/** Which step is shown at a moment, and how much of it is done (0 to 1). */
export function stepAt(ends: readonly number[], at: number): { index: number; share: number } {
  const index = Math.min(
    Math.max(
      0,
      ends.findIndex((end) => at < end),
    ),
    ends.length - 1,
  );
  if (ends.length === 0) return { index: 0, share: 0 };
  const last = ends.length - 1;
  if (at >= (ends[last] as number)) return { index: last, share: 1 };
  const begin = index > 0 ? (ends[index - 1] as number) : 0;
  return { index, share: (at - begin) / ((ends[index] as number) - begin) };
}

/** The share of its time by which a step reaches each point of its way. */
function timesOf({ path, times }: Step): readonly number[] {
  if (times.length > 0) return times;
  const whole = lengthOf(path);
  let gone = 0;
  return path.map((to, i) => {
    if (i > 0) gone += lengthOf([path[i - 1] as Spot, to]);
    return whole > 0 ? gone / whole : 0;
  });
}

/** A place on the way of a step: between which of its points, and how far; the way is never empty. */
function between(step: Step, share: number): { i: number; part: number } {
  const times = timesOf(step);
  for (let i = 0; i + 1 < times.length; i++) {
    const [from, to] = [times[i] as number, times[i + 1] as number];
    if (share <= to || i + 2 === times.length)
      return { i, part: to > from ? Math.min(1, Math.max(0, (share - from) / (to - from))) : 0 };
  }
  return { i: 0, part: 0 };
}

const mixed = (a: number, b: number, part: number) => a + (b - a) * part;

function spot(points: readonly Spot[], i: number, part: number): Spot {
  const [a, b] = [points[i] as Spot, points[Math.min(i + 1, points.length - 1)] as Spot];
  return [mixed(a[0], b[0], part), mixed(a[1], b[1], part)];
}

/** What is so at a moment of a step that has a way. */
export interface Moment {
  at: Spot;
  degrees: number;
  touches: Spot | null;
  /** The part of the way that is done. */
  done: Spot[];
}

export function momentOf(step: Step, share: number): Moment | null {
  if (step.path.length === 0) return null;
  const { i, part } = between(step, share);
  const at = spot(step.path, i, part);
  const turned = step.degrees;
  return {
    at,
    degrees:
      turned.length > 0
        ? mixed(turned[i] as number, turned[Math.min(i + 1, turned.length - 1)] as number, part)
        : 0,
    touches: step.touches.length > 0 ? spot(step.touches, i, part) : null,
    done: [...step.path.slice(0, i + 1), at],
  };
}

/** The moment at which the bit comes nearest to a place of the board, of those steps that have a way. */
export function momentNear(steps: readonly Step[], ends: readonly number[], place: Spot): number | null {
  let best: { away: number; at: number } | null = null;
  steps.forEach((step, index) => {
    const [begin, end] = [index > 0 ? (ends[index - 1] as number) : 0, ends[index] as number];
    const times = timesOf(step);
    for (let i = 0; i + 1 < step.path.length; i++) {
      const [a, b] = [step.path[i] as Spot, step.path[i + 1] as Spot];
      const [dx, dy] = [b[0] - a[0], b[1] - a[1]];
      const size = Math.hypot(dx, dy);
      const along = size ? ((place[0] - a[0]) * dx + (place[1] - a[1]) * dy) / size : 0;
      const part = Math.min(Math.max(along, 0), size);
      const away = Math.hypot(
        a[0] + (size ? (dx / size) * part : 0) - place[0],
        a[1] + (size ? (dy / size) * part : 0) - place[1],
      );
      const share = mixed(times[i] as number, times[i + 1] as number, size ? part / size : 0);
      if (size > 0 && (!best || away < best.away - 1e-6)) best = { away, at: begin + (end - begin) * share };
    }
  });
  return (best as { at: number } | null)?.at ?? null;
}
