import { describe, expect, it } from "vitest";
import type { HandleAxis, View } from "../api/client";
import { toggled } from "../forms/EdgesBlank";
import { moved } from "./dragging";
import { fixedAt } from "./scale";
import { atStage, fitting, PX_PER_MM, ratioOf, union } from "./section";

const words = (text: string) => ({ metric: text, inch: text });
const ring = (x: number): [number, number][] => [
  [x, 0],
  [x + 10, 0],
  [x + 10, 10],
];

const axis = { value: 5, grows: -1, least: 0.1, step: 0.1, unit: "mm" } as const;

const view: View = {
  name: "section",
  frame: [-40, 0, 20, 22],
  caption: words("section"),
  outlines: [
    { role: "work", points: ring(-40), label: null },
    { role: "pass", points: ring(0), label: words("1") },
    { role: "pass", points: ring(10), label: words("2") },
  ],
  arrows: [],
  dimensions: [],
  marks: [],
  edges: [],
  handle: { at: [0, 5], upright: { ...axis, field: "depth" }, sideways: { ...axis, field: "width" } },
  handles: [],
  clamps: [],
  board: null,
  breaks: [],
};

describe("a section at a stage", () => {
  it("shows what later stages take as wood", () => {
    expect(atStage(view, 1).outlines.map((shape) => shape.role)).toEqual(["work", "pass", "work"]);
    expect(atStage(view, 0).outlines.filter((shape) => shape.role === "pass")).toHaveLength(0);
    expect(atStage(view, 2).outlines).toEqual(view.outlines);
    expect(view.outlines[2]?.role).toBe("pass");
  });
});

describe("scales of the bench", () => {
  it("says how large it is, at most 20 to 1", () => {
    expect(ratioOf([0, 0, 100, 50], 100 * PX_PER_MM, 500, 0)).toBe("1:1");
    expect(ratioOf([0, 0, 1, 1], 4000, 4000, 0)).toBe("20:1");
    expect(ratioOf([0, 0, 1, 1], 400, 400, 5)).toBe("5:1");
    expect(ratioOf([0, 0, 1, 1], 0, 0, 0)).toBe("");
    expect(fitting([0, 0, 10, 20], 100, 100)).toBe(5);
  });

  it("keeps what is cut in the middle at a fixed scale", () => {
    const scale = fixedAt(view, 600, 400, 10);
    expect([scale.x(10), scale.y(5)]).toEqual([300, 200]);
    expect(scale.x(11) - scale.x(10)).toBe(10);
    expect(scale.y(6) - scale.y(5)).toBe(-10);
    const bare = fixedAt({ ...view, outlines: [] }, 600, 400, 10);
    expect(bare.x(-10)).toBe(300);
  });

  it("holds two frames in one", () => {
    expect(union([0, -5, 10, 5], [-3, 0, 8, 9])).toEqual([-3, -5, 10, 9]);
  });
});

describe("edges", () => {
  it("are chosen and left", () => {
    expect(toggled(["near"], "far")).toEqual(["near", "far"]);
    expect(toggled(["near", "far"], "near")).toEqual(["far"]);
  });
});

describe("the bit in a section", () => {
  const depth: HandleAxis = { ...axis, field: "depth", value: 6 };
  it("types the dimension it is pulled along, in steps, and never less than there must be", () => {
    expect(moved(depth, -1.234)).toEqual({ depth: { typed: "7.2", unit: "mm" } });
    expect(moved({ ...depth, grows: 1, step: 0.5 }, 1.3)).toEqual({ depth: { typed: "7.5", unit: "mm" } });
    expect(moved(depth, 5.95)).toBeNull();
  });
});
