import { describe, expect, it } from "vitest";
import type { DialPosition } from "../api/client";
import { heightOf, measured, placesOf, speedAt } from "./dial";

const frame = { width: 400, height: 200, left: 40, right: 10, top: 10, bottom: 30 };
const point = (setting: number | string, rpm: number, more: Partial<DialPosition> = {}): DialPosition => ({
  setting,
  rpm,
  measured: false,
  manual_rpm: null,
  ...more,
});

describe("a dial on paper", () => {
  it("puts numbers in their own distances and letters evenly", () => {
    expect(placesOf([point(1, 1), point(2, 2), point(5, 3)], frame)).toEqual([40, 127.5, 390]);
    expect(placesOf([point("A", 1), point("B", 2), point("C", 3)], frame)).toEqual([40, 215, 390]);
  });

  it("reads the same speed back from a height", () => {
    for (const rpm of [100, 9_000, 17_600, 30_000])
      expect(speedAt(heightOf(rpm, 30_000, frame), 30_000, frame)).toBe(rpm);
    expect(speedAt(1_000, 30_000, frame)).toBe(100);
  });

  it("keeps the manual's word beside what was measured", () => {
    const first = measured(point(2, 14_000), 13_200);
    expect(first).toMatchObject({ rpm: 13_200, measured: true, manual_rpm: 14_000 });
    expect(measured(first, 13_300)).toMatchObject({ rpm: 13_300, manual_rpm: 14_000 });
  });
});
