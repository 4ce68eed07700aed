/** Where things of a plot lie: pure arithmetic of its axis. */

export interface Range {
  low: number;
  high: number;
}

/** Where a value lies between two ends of a plot, in its own units; a range of nothing lies in the middle. */
export const placed = (value: number, { low, high }: Range, from: number, to: number): number =>
  high > low ? from + ((value - low) / (high - low)) * (to - from) : (from + to) / 2;

/** The first and the last time of some, in ms. */
export const timesOf = (at: readonly string[]): Range => {
  const ms = at.map((each) => Date.parse(each));
  return { low: Math.min(...ms), high: Math.max(...ms) };
};

/** Dots that would lie on one another, spread over rows: how many rows up or down each one is moved, 0 for the first. */
export const apart = (places: readonly number[], least: number, most = 2): number[] => {
  const last = new Map<number, number>();
  const order = places.map((_, i) => i).toSorted((a, b) => (places[a] ?? 0) - (places[b] ?? 0));
  const found = places.map(() => 0);
  const rows = [0, ...Array.from({ length: most }, (_, i) => [-(i + 1), i + 1]).flat()];
  for (const i of order) {
    const at = places[i] ?? 0;
    const row =
      rows.find((each) => at - (last.get(each) ?? Number.NEGATIVE_INFINITY) >= least) ??
      rows.toSorted((a, b) => (last.get(a) ?? 0) - (last.get(b) ?? 0))[0] ??
      0;
    last.set(row, at);
    found[i] = row;
  }
  return found;
};
