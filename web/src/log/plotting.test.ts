import { describe, expect, it } from "vitest";
import { apart, placed, timesOf } from "./plotting";

describe("plots", () => {
  it("place a value between the ends of its axis", () => {
    expect(placed(5, { low: 0, high: 10 }, 100, 300)).toBe(200);
    expect(placed(0, { low: -2, high: 2 }, 40, 0)).toBe(20);
    expect(placed(7, { low: 7, high: 7 }, 0, 10)).toBe(5);
  });

  it("know the first and the last time", () => {
    expect(timesOf(["2026-10-02T08:00:00Z", "2026-10-01T08:00:00Z"])).toEqual({
      low: Date.parse("2026-10-01T08:00:00Z"),
      high: Date.parse("2026-10-02T08:00:00Z"),
    });
  });

  it("move dots aside that would lie on one another, whatever their order", () => {
    expect(apart([0, 20, 40], 10)).toEqual([0, 0, 0]);
    const rows = apart([5, 0, 3, 30], 10);
    expect(new Set(rows.slice(0, 3)).size).toBe(3);
    expect(rows[3]).toBe(0);
    expect(Math.max(...apart([1, 1, 1, 1, 1, 1, 1], 10).map(Math.abs))).toBe(2);
  });
});
