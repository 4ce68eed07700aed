import { describe, expect, it } from "vitest";
import { fitted, outlinePath } from "../board/scale";
import { parts } from "./words";

const fractions = (text: string) =>
  parts(text)
    .filter((part) => part.fraction)
    .map((part) => part.text);

describe("fractions in a text", () => {
  it.each([
    ["2 45/64 in (+0.17 mm)", ["45/64"]],
    ["1/2 in shank and collet", ["1/2"]],
    ["at 5 41/64 in · 19 11/16 in long", ["41/64", "11/16"]],
    ["60 000 · v / (π · D)", []],
    ["22 000 rpm", []],
    ["", []],
  ])("are found in %j", (text, found) => {
    expect(fractions(text)).toEqual(found);
    expect(
      parts(text)
        .map((part) => part.text)
        .join(""),
    ).toBe(text);
  });
});

describe("the drawing's scale", () => {
  it("fits a frame into a box with one scale, y upwards", () => {
    const scale = fitted([-100, -50, 700, 350], 800, 800, { above: 0, below: 0 });
    expect(scale.px).toBe(1);
    expect(scale.x(-100)).toBe(0);
    expect(scale.y(350) < scale.y(-50)).toBe(true);
    expect((scale.y(350) + scale.y(-50)) / 2).toBe(400);
    const roomy = fitted([-100, -50, 700, 350], 800, 400, { above: 10, below: 90 });
    expect(roomy.px).toBe(0.75);
    expect([roomy.y(350), roomy.y(-50)]).toEqual([10, 310]);
  });

  it("closes an outline", () => {
    const scale = fitted([0, 0, 10, 10], 10, 10, { above: 0, below: 0 });
    expect(
      outlinePath(
        [
          [0, 0],
          [10, 0],
          [10, 10],
        ],
        scale,
      ),
    ).toBe("M0.00 10.00L10.00 10.00L10.00 0.00Z");
  });
});
