/** Moving a cut in the order of work: where it is dropped, and what that asks of the order. */

export interface Pinned {
  earlier: string;
  later: string;
}

/** How many of some lines, by the middles of their heights, a pointer is below. */
export const dropAt = (middles: readonly number[], y: number): number =>
  middles.filter((each) => each < y).length;

/**
 * The pins that put a cut between its new neighbours, `to` of the others before it; what it was pinned to before is let go. Null
 * where it comes to lie where it is.
 */
export const pinsFor = (
  order: readonly string[],
  pins: readonly Pinned[],
  moved: string,
  to: number,
): Pinned[] | null => {
  const others = order.filter((each) => each !== moved);
  if (order.indexOf(moved) === to) return null;
  const [above, below] = [others[to - 1], others[to]];
  return [
    ...pins.filter((pin) => pin.earlier !== moved && pin.later !== moved),
    ...(above === undefined ? [] : [{ earlier: above, later: moved }]),
    ...(below === undefined ? [] : [{ earlier: moved, later: below }]),
  ];
};
