import { describe, expect, it } from "vitest";
import type { Dimension } from "../api/client";
import { laid, uncrowded } from "./dimensions";

const scale = { px: 1, x: (mm: number) => mm, y: (mm: number) => -mm };
const dimension = (name: string, change: Partial<Dimension>): Dimension => ({
  start: [0, 0],
  end: [100, 0],
  offset: 0,
  field: null,
  vertical: false,
  name,
  text: { metric: "100 mm", inch: "4 in" },
  ...change,
});
const kept = (...given: Dimension[]) =>
  uncrowded(given, scale, 1000, (each) => each.text.metric).map((each) => each.name);

describe("distances find room for their words", () => {
  it("side by side both stay", () => {
    expect(kept(dimension("position", {}), dimension("spacing", { start: [100, 0], end: [200, 0] }))).toEqual(
      ["position", "spacing"],
    );
  });
  it("of two over one another the first stays", () => {
    expect(kept(dimension("position", {}), dimension("stop", { start: [20, 0], end: [110, 0] }))).toEqual([
      "position",
    ]);
  });
  it("a line lower they do not meet", () => {
    expect(kept(dimension("position", {}), dimension("stop", { start: [20, -30], end: [110, -30] }))).toEqual(
      ["position", "stop"],
    );
  });
  it("words longer than their distance stay on the drawing", () => {
    const place = (start: number) =>
      laid(dimension("position", { start: [start, 0], end: [start + 20, 0] }), scale, 390, 60).x;
    expect([place(0), place(180), place(370)]).toEqual([30, 190, 360]);
  });
  it("beside an upright line at the picture's end the words turn inwards", () => {
    const high = dimension("depth", { start: [990, 0], end: [990, 40], vertical: true });
    expect(kept(dimension("width", { start: [880, 20], end: [980, 20], offset: 0 }), high)).toEqual([
      "width",
    ]);
  });
});
