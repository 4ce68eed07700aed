import { describe, expect, it } from "vitest";
import { type At, after, type Framed, NEAREST, scaleOf, spotUnder } from "./panning";

const framed: Framed = {
  wide: 200,
  high: 100,
  box: { left: 40, top: 60, width: 400, height: 300 } as DOMRect,
};
const begun: At = { x: 30, y: 70, zoom: 2 };

describe("what lies under the fingers", () => {
  it("is as large as the frame lets the whole be", () => {
    expect(scaleOf(framed, 1)).toBeCloseTo(0.5);
    expect(scaleOf({ ...framed, high: 300 }, 1)).toBeCloseTo(1);
  });

  it("is where it was drawn, y up", () => {
    expect(spotUnder(framed, begun, { x: 240, y: 210 })).toEqual({ x: 30, y: 70 });
    expect(spotUnder(framed, begun, { x: 280, y: 170 })).toEqual({ x: 40, y: 80 });
  });

  it.each([
    [1, { x: 300, y: 100 }],
    [1.7, { x: 180, y: 260 }],
    [0.6, { x: 100, y: 200 }],
    [400, { x: 100, y: 200 }],
  ])("stays under them, enlarged %s times", (by, to) => {
    const from = { x: 90, y: 130 };
    const spot = spotUnder(framed, begun, from);
    const now = after({ spot, from, to, by }, framed, begun);
    const there = spotUnder(framed, now, to);
    expect(there.x).toBeCloseTo(spot.x);
    expect(there.y).toBeCloseTo(spot.y);
    expect(now.zoom).toBeLessThanOrEqual(NEAREST);
  });
});
