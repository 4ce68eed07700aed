import { describe, expect, it } from "vitest";
import {
  asTyped,
  type Corner,
  holdOfRadius,
  type Loops,
  radiusAt,
  snappedTo,
  stepOf,
  withCorner,
} from "./corners";

const side = Math.SQRT1_2;
const per_radius = Math.SQRT2 - 1;
const SHARP: Corner = { at: [0, 0], radius: 0, inward: [side, side], per_radius };
const ROUND: Corner = { at: [100, 100], radius: 10, inward: [-side, -side], per_radius };
const SQUARE: Loops = [
  [
    SHARP,
    { at: [100, 0], radius: 0, inward: [-side, side], per_radius },
    ROUND,
    { at: [0, 100], radius: 0, inward: [side, -side], per_radius },
  ],
];

describe("corners that are moved by hand", () => {
  it("holds a radius in the middle of its arc, inside of the corner", () => {
    const far = 10 * (Math.SQRT2 - 1);
    const hold = holdOfRadius(ROUND, 1);
    expect(hold?.x).toBeCloseTo(100 - far / Math.SQRT2);
    expect(hold?.y).toBeCloseTo(100 - far / Math.SQRT2);
    expect(holdOfRadius(SHARP, 3)?.x).toBeCloseTo(3 / Math.SQRT2);
  });

  it("finds the radius whose arc runs through a place, in half steps", () => {
    const hold = holdOfRadius(ROUND, 1) ?? { x: 0, y: 0 };
    expect(radiusAt(ROUND, hold, stepOf("mm"))).toBe(10);
    expect(radiusAt(ROUND, { x: 120, y: 120 }, stepOf("mm"))).toBe(0);
  });

  it("snaps to whole millimetres or sixteenths of an inch", () => {
    expect(snappedTo(12.6, stepOf("mm"))).toBe(13);
    expect(snappedTo(12.6, stepOf("in"))).toBeCloseTo(12.7);
  });

  it("asks for no negative length, wherever a corner was dragged", () => {
    const moved = withCorner(SQUARE, { loop: 0, corner: 0 }, { ...SHARP, at: [-20, -5] });
    const [first, second] = asTyped(moved)[0] ?? [];
    expect(first?.along.typed).toBe("0");
    expect(second?.along.typed).toBe("120");
    expect(second?.up.typed).toBe("5");
    expect(SQUARE[0]?.[0]?.at).toEqual([0, 0]);
  });

  it("has no radius to hold where the sides go on in one line", () => {
    const flat: Corner = { at: [50, 0], radius: 0, inward: null, per_radius: 0 };
    expect(holdOfRadius(flat, 1)).toBeNull();
    expect(radiusAt(flat, { x: 50, y: 9 }, 1)).toBe(0);
  });
});
