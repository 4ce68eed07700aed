import { describe, expect, it } from "vitest";
import { asTyped, holdOfRadius, type Loops, radiusAt, snappedTo, stepOf, withCorner } from "./corners";

const SQUARE: Loops = [
  [
    { at: [0, 0], radius: 0 },
    { at: [100, 0], radius: 0 },
    { at: [100, 100], radius: 10 },
    { at: [0, 100], radius: 0 },
  ],
];
const ROUND = { loop: 0, corner: 2 };

describe("corners that are moved by hand", () => {
  it("holds a radius in the middle of its arc, inside of the corner", () => {
    const far = 10 * (Math.SQRT2 - 1);
    const hold = holdOfRadius(SQUARE, ROUND, 1);
    expect(hold?.x).toBeCloseTo(100 - far / Math.SQRT2);
    expect(hold?.y).toBeCloseTo(100 - far / Math.SQRT2);
    expect(holdOfRadius(SQUARE, { loop: 0, corner: 0 }, 3)?.x).toBeCloseTo(3 / Math.SQRT2);
  });

  it("finds the radius whose arc runs through a place, in half steps", () => {
    const hold = holdOfRadius(SQUARE, ROUND, 1) ?? { x: 0, y: 0 };
    expect(radiusAt(SQUARE, ROUND, hold, stepOf("mm"))).toBe(10);
    expect(radiusAt(SQUARE, ROUND, { x: 120, y: 120 }, stepOf("mm"))).toBe(0);
  });

  it("snaps to whole millimetres or sixteenths of an inch", () => {
    expect(snappedTo(12.6, stepOf("mm"))).toBe(13);
    expect(snappedTo(12.6, stepOf("in"))).toBeCloseTo(12.7);
  });

  it("asks for no negative length, wherever a corner was dragged", () => {
    const moved = withCorner(SQUARE, { loop: 0, corner: 0 }, { at: [-20, -5], radius: 0 });
    const [first, second] = asTyped(moved)[0] ?? [];
    expect(first?.along.typed).toBe("0");
    expect(second?.along.typed).toBe("120");
    expect(second?.up.typed).toBe("5");
    expect(SQUARE[0]?.[0]?.at).toEqual([0, 0]);
  });

  it("has no radius to hold where the sides go on in one line", () => {
    const flat: Loops = [
      [
        { at: [0, 0], radius: 0 },
        { at: [50, 0], radius: 0 },
        { at: [100, 0], radius: 0 },
        { at: [50, 80], radius: 0 },
      ],
    ];
    expect(holdOfRadius(flat, { loop: 0, corner: 1 }, 1)).toBeNull();
  });
});
