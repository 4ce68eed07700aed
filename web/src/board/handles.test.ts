import { describe, expect, it } from "vitest";
import type { DragHandle } from "../api/client";
import { changeOf, changes, moving, nearestSide, pulled } from "./handles";

const handle = (change: Partial<DragHandle>): DragHandle => ({
  field: "position",
  points: [],
  direction: [1, 0],
  value: 212,
  snaps: [],
  other: null,
  opens: false,
  step: 0.5,
  unit: "mm",
  name: "Distance from the end",
  shown: null,
  most: 640,
  ...change,
});

describe("what a pull at a handle types", () => {
  it.each([
    ["to the right, in half millimetres", handle({}), [7.3, 4], "219.5"],
    ["and rounded to the nearest", handle({}), [0.24, 0], "212"],
    ["measured from the right end it gets less", handle({ direction: [-1, 0] }), [7.3, 0], "204.5"],
    ["a stop is pulled up", handle({ field: "stop_first", direction: [0, 1], value: 10 }), [0, 3], "13"],
    [
      "the third station moves the spacing by half",
      handle({ direction: [0.5, 0], value: 100 }),
      [9, 0],
      "104.5",
    ],
    ["near a value it snaps to, it is that value", handle({ snaps: [219.18] }), [7, 0], "219.18"],
  ] as const)("%s", (_why, taken, way, typed) => {
    expect(pulled(taken, way, 1)).toBe(typed);
  });
  it("never types nothing or less", () => {
    expect(pulled(handle({ value: 2 }), [-5, 0], 1)).toBeNull();
  });
  it("leaves an end that is pulled out of the board without a text", () => {
    expect(pulled(handle({ value: 2, opens: true }), [-5, 0], 1)).toBe("");
    expect(changeOf(handle({ opens: true }), "")).toEqual({ position: null });
  });
});

describe("a handle of two dimensions", () => {
  const both = handle({
    field: "from_left",
    value: 100,
    other: handle({ field: "from_near", value: 40, direction: [0, 1] }),
  });
  it("types both at once", () => {
    expect(changes(both, [5, -3], 1)).toEqual({
      from_left: { typed: "105", unit: "mm" },
      from_near: { typed: "37", unit: "mm" },
    });
  });
  it("is moved along each by its own keys", () => {
    expect(moving(both, [1, 0])?.handle.field).toBe("from_left");
    expect(moving(both, [0, -1])).toMatchObject({ sense: -1, handle: { field: "from_near" } });
    expect(moving(handle({}), [0, 1])).toBeNull();
  });
});

describe("where a clamp stands when it is let go", () => {
  it.each([
    ["at the near edge", [300, 8], { side: "near", at: 300 }],
    ["at the far edge", [300, 296], { side: "far", at: 300 }],
    ["on the right end", [630, 150], { side: "right", at: 150 }],
    ["its whole foot stays on the side", [3, 200], { side: "left", at: 200 }],
    ["at a corner it keeps half its foot from the end", [1, -20], { side: "left", at: 15 }],
  ] as const)("%s", (_why, at, place) => {
    expect(nearestSide(at, [640, 300])).toEqual(place);
  });
});
