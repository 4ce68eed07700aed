import { describe, expect, it } from "vitest";
import { dropAt, pinsFor } from "./ordering";

const ORDER = ["a", "b", "c", "d"];

describe("a cut that is moved in the order", () => {
  it("is dropped below the lines whose middles it has passed", () => {
    expect(dropAt([10, 30, 50], 5)).toBe(0);
    expect(dropAt([10, 30, 50], 31)).toBe(2);
    expect(dropAt([10, 30, 50], 400)).toBe(3);
  });

  it("comes between its new neighbours, and keeps nothing of its old ones", () => {
    const pins = [
      { earlier: "a", later: "d" },
      { earlier: "b", later: "c" },
    ];
    expect(pinsFor(ORDER, pins, "d", 1)).toEqual([
      { earlier: "b", later: "c" },
      { earlier: "a", later: "d" },
      { earlier: "d", later: "b" },
    ]);
  });

  it("has one neighbour at either end, and none to ask for where it lies already", () => {
    expect(pinsFor(ORDER, [], "c", 0)).toEqual([{ earlier: "c", later: "a" }]);
    expect(pinsFor(ORDER, [], "a", 3)).toEqual([{ earlier: "d", later: "a" }]);
    expect(pinsFor(ORDER, [], "b", 1)).toBeNull();
  });
});
