import { describe, expect, it } from "vitest";
import { slipAddress } from "./addresses";
import { NO_SERVER, outcome } from "./client";
import { asTyped, cutIn } from "./typed";

const answer = (status: number, error?: unknown, data?: string) =>
  outcome(Promise.resolve({ data, error, response: new Response(null, { status }) }));

const said = { field: "cut.width", message: "3 mm is too narrow", words: { metric: "3 mm", inch: "1/8 in" } };

describe("how an answer ended", () => {
  it("is ok with its data", async () => {
    expect(await answer(200, undefined, "plan")).toEqual({ kind: "ok", data: "plan" });
    expect((await answer(204)).kind).toBe("ok");
  });

  it("is a refusal with field, words and whether typing on may mend it", async () => {
    const form = { kind: "dado" };
    const refused = await answer(422, { form, error: { ...said, partial: true } });
    expect(refused).toEqual({
      kind: "refused",
      form,
      problem: {
        field: "cut.width",
        message: { metric: "3 mm", inch: "1/8 in" },
        partial: true,
        lacks: false,
      },
    });
  });

  it("falls back to the one sentence where there are no words in two systems", async () => {
    const refused = await answer(422, { error: { field: null, message: "no" } });
    expect(refused).toMatchObject({ problem: { message: { metric: "no", inch: "no" }, partial: false } });
  });

  it("tells stale, missing and down apart", async () => {
    expect(await answer(409, { error: { message: "old" }, newer: { version: 3 } })).toMatchObject({
      kind: "stale",
      newer: { version: 3 },
      problem: { message: { metric: "old" } },
    });
    expect((await answer(404, { error: { message: "gone" } })).kind).toBe("missing");
    expect(await answer(503, { error: { message: "the database" } })).toEqual({
      kind: "down",
      message: "the database",
    });
    expect((await answer(500)).kind).toBe("down");
  });

  it("is down when nobody answers", async () => {
    const lost = await outcome(Promise.reject(new TypeError("failed to fetch")));
    expect(lost).toEqual({ kind: "down", message: NO_SERVER });
  });
});

describe("what is sent back", () => {
  const length = (typed: string) => ({ typed, unit: "mm" as const, mm: 1 });

  it("is the text and its unit, never the value the server worked out", () => {
    expect(asTyped(length("23/32 in"))).toEqual({ typed: "23/32 in", unit: "mm" });
    const kept = {
      kind: "dado",
      width: null,
      mate: { thickness: length("1"), measured: true, sheet: true, fit: "tight" },
      depth: length("2"),
      position: length("3"),
      end: "right",
      goes: "across",
      shape: "square",
      angle: 0,
      stop_first: length("4"),
      stop_last: null,
      spacing: null,
      count: 1,
      more: [length("5")],
      mirrored: false,
      guide: null,
      clamps: [{ side: "near", at: 40 }],
      support: true,
      leaf: false,
      held: null,
      bit_id: null,
      router_id: "plunge-two",
    };
    const again = (typed: string) => ({ typed, unit: "mm" });
    expect(cutIn(kept)).toEqual({
      ...kept,
      mate: { ...kept.mate, thickness: again("1") },
      depth: again("2"),
      position: again("3"),
      stop_first: again("4"),
      more: [again("5")],
    });
  });

  it("asks for the slip on the paper and in the unit of the person", () => {
    expect(slipAddress("a b", 3, { size: "Letter", steps: false }, "in")).toBe(
      "/api/cuts/a%20b/slip.pdf?paper=Letter&unit=in&version=3",
    );
    expect(slipAddress("a b", 3, { size: "A4", steps: true }, "mm")).toContain("paper=A4&steps=true&");
  });
});
