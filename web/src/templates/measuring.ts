/** Measuring between two places of a drawing, in mm. */
export interface Spot {
  x: number;
  y: number;
}

/** Where the sides of plain path data end: absolute moves, sides and arcs. */
export function cornersOf(path: string): Spot[] {
  return [...path.matchAll(/[MLA]([^MLAZ]*)/g)].map((command) => {
    const numbers = (command[1] ?? "")
      .trim()
      .split(/[\s,]+/)
      .map(Number);
    return { x: numbers.at(-2) ?? 0, y: numbers.at(-1) ?? 0 };
  });
}

/** The nearest of some places that lies within a distance, or the place itself. */
export function snapped(spot: Spot, known: readonly Spot[], within: number): Spot {
  const away = (each: Spot) => Math.hypot(each.x - spot.x, each.y - spot.y);
  const near = known.filter((each) => away(each) <= within);
  return near.reduce((best, each) => (away(each) < away(best) ? each : best), near[0] ?? spot);
}
