import { describe, expect, it } from "vitest";
import { edited, valueAt, withValue } from "./draft";

const mm = (typed: string) => ({ typed, unit: "mm" });

describe("paths into a cut", () => {
  it("reads and changes what stands at a path, and leaves the rest", () => {
    const cut = { depth: mm("6"), mate: { thickness: mm("18"), fit: "tight" }, more: [mm("200"), mm("300")] };
    expect(valueAt(cut, "mate.thickness.typed")).toBe("18");
    expect(valueAt(cut, "spacing.typed")).toBeUndefined();
    const made = withValue(withValue(cut, "mate.fit", "glue"), "more.1", mm("310"));
    expect(made).toEqual({ ...cut, mate: { ...cut.mate, fit: "glue" }, more: [mm("200"), mm("310")] });
    expect(cut.mate.fit).toBe("tight");
  });

  it("makes what is not there yet, and takes a place out of a list", () => {
    expect(withValue({}, "mate.fit", "tight")).toEqual({ mate: { fit: "tight" } });
    expect(withValue({ more: ["a", "b", "c"] }, "more.1", null)).toEqual({ more: ["a", "c"] });
    expect(withValue({ more: ["a"] }, "more.1", "b")).toEqual({ more: ["a", "b"] });
  });
});

describe("answers", () => {
  it("bring back what was typed before, instead of what is usual", () => {
    const typed = { width: mm("12.7"), mate: null };
    const toFit = { change: { width: null }, usual: { "mate.fit": "sliding", "mate.thickness": mm("12.7") } };
    const [fitted, aside] = edited(typed, {}, toFit.change, toFit.usual);
    expect(fitted).toEqual({ width: null, mate: { fit: "sliding", thickness: mm("12.7") } });
    const thicker = withValue(fitted, "mate.thickness", mm("18"));
    const [back, more] = edited(thicker, aside, { mate: null }, { width: mm("18") });
    expect(back).toEqual(typed);
    const [again] = edited(back, more, toFit.change, toFit.usual);
    expect(valueAt(again, "mate.thickness")).toEqual(mm("18"));
  });

  it("move later places up where one is left out", () => {
    const [made] = edited({ more: ["a", "b", "c"] }, {}, { "more.0": "b", "more.1": "c", "more.2": null });
    expect(made).toEqual({ more: ["b", "c"] });
  });
});
