/** Where the line and the words of a distance are drawn, and which distances find room for their words. */
import type { Dimension } from "../api/client";
import type { Scale } from "./scale";

export interface Laid {
  /** From the one end of the distance to the other. */
  line: string;
  /** The marks at both ends, and what leads to them. */
  ends: string;
  x: number;
  y: number;
  anchor: "start" | "middle" | "end";
  /** Around which height words turn that are read from below to above. */
  upright: number | null;
}

/** The line of a distance and the place of its words, which are `long` pixels; `right` is where the picture ends. */
export function laid(dimension: Dimension, scale: Scale, right: number, long: number): Laid {
  const [ax, ay] = [scale.x(dimension.start[0]), scale.y(dimension.start[1])];
  const [bx, by] = [scale.x(dimension.end[0]), scale.y(dimension.end[1])];
  const away =
    dimension.vertical || dimension.offset === 0
      ? 0
      : -Math.sign(dimension.offset) * Math.max(26, Math.abs(dimension.offset) * scale.px);
  const [y0, y1] = dimension.vertical ? [Math.min(ay, by), Math.max(ay, by)] : [ay + away, by + away];
  const middle = { x: (ax + bx) / 2, y: (y0 + y1) / 2 };
  if (!dimension.vertical)
    return {
      line: `M${ax} ${y0}H${bx}`,
      ends: `M${ax} ${y0 - 6}v12M${bx} ${y0 - 6}v12M${ax} ${ay}V${y0}M${bx} ${by}V${y0}`,
      // Words that are longer than their distance stay on the drawing.
      x: Math.max(long / 2, Math.min(middle.x, right - long / 2)),
      y: y0 + (away > 0 ? 19 : -7),
      anchor: "middle",
      upright: null,
    };
  const [line, ends] = [`M${ax} ${y0}V${y1}`, `M${ax - 6} ${y0}h12M${ax - 6} ${y1}h12`];
  if (dimension.name === "board-width")
    return { line, ends, x: ax, y: middle.y + (ax < 24 ? 5 : -7), anchor: "middle", upright: middle.y };
  const before = dimension.offset < 0 ? ax > long + 9 : ax > right - long - 9;
  return {
    line,
    ends,
    x: before ? ax - 9 : ax + 9,
    y: middle.y + 5,
    anchor: before ? "end" : "start",
    upright: null,
  };
}

/** Pixels that a letter of the words takes, about, and how high they are. */
const LETTER = 9.6;
const HIGH = 15;

/** The distances whose words lie over no other's, in their order: the others are left out, since all are in the sentence or on the
 * slip. */
export function uncrowded(
  dimensions: readonly Dimension[],
  scale: Scale,
  right: number,
  textOf: (dimension: Dimension) => string,
): Dimension[] {
  const taken: { x0: number; x1: number; y: number }[] = [];
  return dimensions.filter((dimension) => {
    const long = textOf(dimension).length * LETTER;
    const { x, y, anchor, upright } = laid(dimension, scale, right, long);
    if (upright !== null) return true;
    const x0 = x - { start: 0, middle: long / 2, end: long }[anchor];
    const free = taken.every((each) => Math.abs(each.y - y) >= HIGH || x0 >= each.x1 || x0 + long <= each.x0);
    if (free) taken.push({ x0, x1: x0 + long, y });
    return free;
  });
}
