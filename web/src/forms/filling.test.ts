import { describe, expect, it } from "vitest";
import type { FormPart, Problem } from "../api/client";
import { placeOf } from "./filling";

const problem = (field: string | null): Problem => ({
  field,
  message: { metric: "no", inch: "no" },
  partial: false,
});
const parts = ["depth", "mate.thickness", "more.0", "more.1"].map((field) => ({
  takes: "length",
  field,
})) as unknown as FormPart[];

describe("where a problem of a cut is shown", () => {
  it.each([
    ["cut.depth", "depth"],
    ["cut.mate.thickness", "mate.thickness"],
    ["cut.mate", "mate.thickness"],
    ["cut.more", "more.1"],
    ["cut.more.0", "more.0"],
    ["cut.width", null],
    ["cut.dep", null],
    ["piece.thickness", null],
    [null, null],
  ])("%s is shown at %s", (field, place) => {
    expect(placeOf(problem(field), parts)).toBe(place);
  });
  it("is nowhere where nothing is wrong", () => {
    expect(placeOf(null, parts)).toBeNull();
  });
});
