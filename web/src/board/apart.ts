/** Keeps the words of a drawing off one another and off what is filled with ink: measured as they are drawn, then moved aside. */
import { type RefObject, useLayoutEffect } from "react";

export interface Box {
  x0: number;
  y0: number;
  x1: number;
  y1: number;
}

/** How far words may be moved, in pixels: a line up or down, half or all of their length to a side. */
const LINES = [0, 17, -17, 34, -34, 51, -51];
const LENGTHS = [0, 0.5, -0.5, 1, -1];

const shared = (a: Box, b: Box): number =>
  Math.max(0, Math.min(a.x1, b.x1) - Math.max(a.x0, b.x0)) *
  Math.max(0, Math.min(a.y1, b.y1) - Math.max(a.y0, b.y0));

const area = (box: Box): number => (box.x1 - box.x0) * (box.y1 - box.y0);

const moved = (box: Box, [x, y]: readonly [number, number]): Box => ({
  x0: box.x0 + x,
  x1: box.x1 + x,
  y0: box.y0 + y,
  y1: box.y1 + y,
});

/** How far each of the words is moved, one after another, to lie on nothing that is taken and inside the room: as little as will
 * do, or to where they share least. */
export function movedApart(
  words: readonly Box[],
  taken: readonly Box[],
  room: Box,
): (readonly [number, number])[] {
  const there = [...taken];
  return words.map((word) => {
    const long = word.x1 - word.x0;
    const ways = LENGTHS.flatMap((x) => LINES.map((y) => [x * (long + 8), y] as const)).sort(
      (a, b) => Math.hypot(...a) - Math.hypot(...b),
    );
    let best: readonly [number, number] = [0, 0];
    let least = Number.POSITIVE_INFINITY;
    for (const way of ways) {
      const at = moved(word, way);
      const outside = area(at) - shared(at, room);
      const on = there.reduce((sum, each) => sum + shared(at, each), outside);
      if (on < least - 0.5) [best, least] = [way, on];
      if (least === 0) break;
    }
    there.push(moved(word, best));
    return best;
  });
}

/** Words that may be moved; all other words, what is filled with ink, and the line of a distance stays. */
const MOVES = "text[data-moves]";
const STAYS =
  "text:not([data-moves]), [data-role=clamp] > path, [data-mark=stand] > ellipse, [data-mark=start] > circle, [data-line]";
/** Pixels on either side of a line that its ink takes. */
const INK = 2;

/** Moves the words of a drawing apart whenever it was drawn. */
export function useApart(ref: RefObject<SVGSVGElement | null>) {
  useLayoutEffect(() => {
    const svg = ref.current;
    if (!svg) return;
    const around = svg.getBoundingClientRect();
    const boxOf = (element: Element): Box => {
      const box = element.getBoundingClientRect();
      // A line of words is a little higher than its letters.
      const [left, top] = [around.left, around.top];
      const trim = element.tagName === "text" ? box.height * 0.12 : 0;
      const ink = element.matches("[data-line]") ? INK : 0;
      return {
        x0: box.left - left - ink,
        y0: box.top - top + trim - ink,
        x1: box.right - left + ink,
        y1: box.bottom - top - trim + ink,
      };
    };
    const movable = [...svg.querySelectorAll<SVGTextElement>(MOVES)];
    for (const each of movable) each.style.translate = "";
    const over = document.querySelectorAll("[data-over-drawing]");
    const ways = movedApart(movable.map(boxOf), [...svg.querySelectorAll(STAYS), ...over].map(boxOf), {
      x0: 0,
      y0: 0,
      x1: around.width,
      y1: around.height,
    });
    for (const [index, [x, y]] of ways.entries()) {
      const each = movable[index];
      if (each && (x !== 0 || y !== 0)) each.style.translate = `${x}px ${y}px`;
    }
  });
}
