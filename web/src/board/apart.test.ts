import { describe, expect, it } from "vitest";
import { type Box, movedApart } from "./apart";

const box = (x0: number, y0: number, long = 60, high = 14): Box => ({ x0, y0, x1: x0 + long, y1: y0 + high });
const ROOM: Box = { x0: 0, y0: 0, x1: 400, y1: 300 };

function placed(words: Box[], taken: Box[], room = ROOM): Box[] {
  const ways = movedApart(words, taken, room);
  return words.map((word, i) => {
    const [x, y] = ways[i] ?? [0, 0];
    return { x0: word.x0 + x, x1: word.x1 + x, y0: word.y0 + y, y1: word.y1 + y };
  });
}

const meet = (a: Box, b: Box) => a.x0 < b.x1 && b.x0 < a.x1 && a.y0 < b.y1 && b.y0 < a.y1;

describe("words of a drawing", () => {
  it("stay where nothing is in their way", () => {
    expect(movedApart([box(10, 10), box(100, 10)], [box(200, 10)], ROOM)).toEqual([
      [0, 0],
      [0, 0],
    ]);
  });

  it("leave one another and what is taken by the shortest way", () => {
    const [first, second] = placed([box(100, 100), box(120, 104)], [box(90, 112, 300, 16)]);
    expect(first && second && !meet(first, second)).toBe(true);
    expect(first?.y0).toBeLessThan(100);
    for (const each of [first, second]) expect(each && meet(each, box(90, 112, 300, 16))).toBe(false);
  });

  it("stay in the picture", () => {
    const [word] = placed([box(2, 4)], [box(0, 0, 80, 14)]);
    expect(word?.y0).toBeGreaterThanOrEqual(0);
    expect(word?.x0).toBeGreaterThanOrEqual(0);
    expect(word && meet(word, box(0, 0, 80, 14))).toBe(false);
  });

  it("lie where they share least when there is no room at all", () => {
    const full = { x0: 0, y0: 0, x1: 400, y1: 300 };
    expect(movedApart([box(100, 100)], [full], ROOM)).toEqual([[0, 0]]);
  });
});
