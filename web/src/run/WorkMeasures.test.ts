import { describe, expect, it } from "vitest";
import { type Places, placeOf, sent } from "./WorkMeasures";

const mm = (typed: string) => ({ typed, unit: "mm" as const });

describe("what is measured in the work", () => {
  const places: Places = { width: [mm("12.7"), mm(" "), mm("wide")], position: [mm("")], depth: [mm("6")] };

  it("is sent without the places that were left empty", () => {
    expect(sent(places)).toEqual([
      { field: "width", found: [mm("12.7"), mm("wide")] },
      { field: "depth", found: [mm("6")] },
    ]);
    expect(sent({})).toEqual([]);
  });

  it("finds the field of a problem again, whatever was left empty before it", () => {
    expect(placeOf("measured.0.found.1", places)).toEqual({ of: "width", place: 2 });
    expect(placeOf("measured.1.found.0", places)).toEqual({ of: "depth", place: 0 });
    expect(placeOf("measured.7.found.0", places)).toBeNull();
    expect(placeOf("measured.0.found.9", places)).toBeNull();
    expect(placeOf("word", places)).toBeNull();
  });
});
