import { expect, test } from "vitest";
import { cornersOf, snapped } from "./measuring";

test("the ends of sides and arcs are corners", () => {
  expect(cornersOf("M0 0 L10 0 A5 5 0 0 1 10 10 Z")).toEqual([
    { x: 0, y: 0 },
    { x: 10, y: 0 },
    { x: 10, y: 10 },
  ]);
});

test("a click near a corner is that corner, and elsewhere itself", () => {
  const known = [
    { x: 0, y: 0 },
    { x: 10, y: 0 },
  ];
  expect(snapped({ x: 9, y: 0.5 }, known, 2)).toEqual({ x: 10, y: 0 });
  expect(snapped({ x: 5, y: 3 }, known, 2)).toEqual({ x: 5, y: 3 });
});
