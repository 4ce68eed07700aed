import { describe, expect, it } from "vitest";
import type { BitTile } from "../api/client";
import { linesOf, nextBit, rowsOf, tileWidth } from "./rows";

const bit = (id: string, makes: BitTile["makes"], width = 12.7, height = 60) =>
  ({ id, makes, name: id, shape: { width, height, parts: [], tip: 0 } }) as unknown as BitTile;

describe("rows of the drawer", () => {
  it("keeps every bit once, in its order, tray by tray", () => {
    const bits = [bit("a", "edges"), bit("b", "channels"), bit("c", "edges"), bit("d", "joints")];
    const rows = rowsOf(bits, 1000, null);
    expect(rows.filter((row) => row.what === "tray").map((row) => row.key)).toEqual([
      "channels",
      "edges",
      "joints",
    ]);
    const seen = rows.flatMap((row) => (row.what === "bits" ? row.bits.map((each) => each.id) : []));
    expect(seen).toEqual(["b", "a", "c", "d"]);
  });

  it("never lays a row wider than the drawer, unless one bit alone is", () => {
    const bits = Array.from({ length: 50 }, (_, place) => bit(`b${place}`, "edges", 5 + place));
    for (const width of [100, 390, 1200])
      for (const row of rowsOf(bits, width, null))
        if (row.what === "bits" && row.bits.length > 1)
          expect(row.bits.reduce((sum, each) => sum + tileWidth(each, width), 0)).toBeLessThanOrEqual(width);
  });

  it("leaves no strip at the right where all bits are slender", () => {
    const bits = Array.from({ length: 30 }, (_, place) => bit(`b${place}`, "edges"));
    for (const width of [358, 390, 768, 1248]) {
      const first = rowsOf(bits, width, null).find((row) => row.what === "bits");
      const used =
        first?.what === "bits" ? first.bits.reduce((sum, each) => sum + tileWidth(each, width) + 6, 0) : 0;
      expect(used).toBeCloseTo(width, 3);
    }
  });

  it("makes room for the longest name of a row", () => {
    expect(
      ["12 straight", "12.7 compression", "Rabbet with four bearings of its own"].map((name) =>
        linesOf(name, 98),
      ),
    ).toEqual([1, 2, 3]);
    const named = { ...bit("b", "edges"), name: "Rabbet with four bearings of its own" };
    const row = rowsOf([{ ...bit("a", "edges"), name: "Cove" }, named], 1000, null)[1];
    expect(row).toMatchObject({ what: "bits", lines: 3 });
  });

  it("opens a bit below its own row", () => {
    const bits = [bit("a", "edges"), bit("b", "edges"), bit("c", "joints")];
    const rows = rowsOf(bits, 1000, "b");
    const place = rows.findIndex((row) => row.what === "open");
    expect(rows[place - 1]).toMatchObject({ what: "bits", key: "row-a" });
  });

  it("leads by arrows to every bit, whatever is drawn of them", () => {
    const bits = Array.from({ length: 37 }, (_, place) => bit(`b${place}`, place % 2 ? "edges" : "channels"));
    const rows = rowsOf(bits, 300, null);
    const order = rows.flatMap((row) => (row.what === "bits" ? row.bits.map((each) => each.id) : []));
    const walked = [order[0] as string];
    for (let next = nextBit(rows, order[0] as string, "ArrowRight"); next; ) {
      walked.push(next.id);
      next = nextBit(rows, next.id, "ArrowRight");
    }
    expect(walked).toEqual(order);
    expect(nextBit(rows, order[5] as string, "Home")?.id).toBe(order[0]);
    expect(nextBit(rows, order[5] as string, "End")?.id).toBe(order.at(-1));
    expect(nextBit(rows, order[1] as string, "ArrowLeft")?.id).toBe(order[0]);
    const down = nextBit(rows, order[0] as string, "ArrowDown");
    expect(down?.row).toBeGreaterThan(rows.findIndex((row) => row.what === "bits"));
    expect(nextBit(rows, down?.id as string, "ArrowUp")?.id).toBe(order[0]);
    const hung = rows.flatMap((row, at) => (row.what === "bits" ? [at] : []));
    const third = nextBit(rows, down?.id as string, "ArrowDown");
    expect([down?.row, third?.row]).toEqual(hung.slice(1, 3));
    expect(nextBit(rows, third?.id as string, "ArrowUp")?.row).toBe(down?.row);
    expect(nextBit(rows, "none", "ArrowRight")).toBeNull();
    expect(nextBit(rows, order[0] as string, "x")).toBeNull();
  });
});
