import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import type { CutIn, CutItem, CutPlan, Outcome } from "../api/client";
import { CutEditor, type Deps, type NewerCut } from "./editor";

const text = (typed: string) => ({ typed, unit: "mm" as const });
const cut = (depth: string): CutIn => ({
  kind: "dado",
  width: text("17.6"),
  depth: text(depth),
  position: text("212"),
  end: "left",
  support: false,
  bit_id: null,
  router_id: null,
});
const planOf = (draft: CutIn) =>
  ({ kind: "ok", data: { bit_id: draft.depth?.typed } as unknown as CutPlan }) as const;
const kept = (version: number) => ({ kind: "ok", data: { version } as CutItem }) as const;
const refused: Outcome<CutPlan> = {
  kind: "refused",
  problem: { field: "cut.depth", message: { metric: "no", inch: "no" }, partial: false },
};
const lacking: Outcome<CutPlan> = {
  kind: "refused",
  problem: { field: "cut.width", message: { metric: "no bit", inch: "no bit" }, partial: false, lacks: true },
};
const stale: Outcome<CutItem> = {
  kind: "stale",
  newer: { cut: cut("5"), version: 7, sentence: { metric: "5 deep", inch: "5 deep" } },
  problem: { field: "version", message: { metric: "changed", inch: "changed" }, partial: false },
};
const down = { kind: "down", message: "gone" } as const;

function editor(changes: Partial<Deps> = {}) {
  const deps = {
    plan: vi.fn(async (draft: CutIn): Promise<Outcome<CutPlan>> => planOf(draft)),
    prove: vi.fn(async (draft: CutIn): Promise<Outcome<CutPlan>> => planOf(draft)),
    save: vi.fn(async (_: CutIn, version: number): Promise<Outcome<CutItem>> => kept(version + 1)),
    saved: vi.fn(),
    toDraft: (newer: unknown) => newer as NewerCut,
    remember: vi.fn(),
    saveAfterMs: 500,
    retryAfterMs: 1000,
    ...changes,
  };
  return { made: new CutEditor({ cut: cut("6"), version: 1 }, deps), deps };
}

const settle = (ms = 0) => vi.advanceTimersByTimeAsync(ms);

describe("editing a cut", () => {
  beforeEach(() => {
    vi.useFakeTimers();
  });
  afterEach(() => {
    vi.useRealTimers();
  });

  it("plans what it is given and saves nothing that was not changed", async () => {
    const { made, deps } = editor();
    await settle(2000);
    expect(made.snapshot().plan?.bit_id).toBe("6");
    expect(made.snapshot().saving).toBe("saved");
    expect(deps.save).not.toHaveBeenCalled();
  });

  it("saves once, shortly after the last of several digits", async () => {
    const { made, deps } = editor();
    for (const depth of ["1", "12", "12.", "12.5"]) {
      made.edit({ depth: text(depth) });
      await settle(100);
    }
    expect(made.snapshot().saving).toBe("waiting");
    await settle(600);
    expect(deps.save).toHaveBeenCalledTimes(1);
    expect(vi.mocked(deps.save).mock.calls[0]?.[0].depth?.typed).toBe("12.5");
    expect(deps.saved).toHaveBeenCalledWith(cut("6"), cut("12.5"), expect.anything());
    expect(made.snapshot().saving).toBe("saved");
  });

  it("keeps what lacks a tool once it is wanted, and what is typed over it", async () => {
    const { made, deps } = editor({
      plan: vi.fn(async (draft: CutIn) => (draft.depth?.typed === "6" ? planOf(draft) : lacking)),
    });
    await settle();
    made.edit({ depth: text("60") });
    await settle(2000);
    expect(made.snapshot().saving).toBe("refused");
    expect(deps.save).not.toHaveBeenCalled();
    expect(made.snapshot().plan).not.toBeNull();
    made.keepAsWanted();
    await settle();
    expect(made.snapshot()).toMatchObject({ saving: "saved", plan: null });
    expect(vi.mocked(deps.save).mock.calls.at(-1)?.[2]).toBe(true);
    made.edit({ depth: text("61") });
    await settle(2000);
    expect(vi.mocked(deps.save).mock.calls.at(-1)?.[0].depth?.typed).toBe("61");
    expect(made.snapshot().saving).toBe("saved");
    made.edit({ depth: text("6") });
    await settle(2000);
    expect(vi.mocked(deps.save).mock.calls.at(-1)?.slice(1)).toEqual([3, false]);
    made.edit({ depth: text("62") });
    await settle(2000);
    expect(made.snapshot().saving).toBe("refused");
  });

  it("keeps what was typed over a wanted cut while nobody answered", async () => {
    const { deps } = editor({ plan: vi.fn(async () => lacking) });
    const made = new CutEditor({ cut: cut("60"), version: 3, wanted: true }, deps);
    made.resume(cut("61"), 3);
    await settle(2000);
    expect(deps.save).toHaveBeenCalledWith(cut("61"), 3, true);
  });

  it("keeps nothing that the board does not take, wanted or not", async () => {
    const { made, deps } = editor({
      plan: vi.fn(async (draft: CutIn) => (draft.depth?.typed === "6" ? planOf(draft) : refused)),
    });
    made.edit({ depth: text("60") });
    await settle(2000);
    made.keepAsWanted();
    await settle(2000);
    expect(deps.save).not.toHaveBeenCalled();
    expect(made.snapshot().saving).toBe("refused");
  });

  it("shows a plan whose proof takes long at once, and the proven one when it comes", async () => {
    const answers: ((value: Outcome<CutPlan>) => void)[] = [];
    const { made, deps } = editor({
      plan: async (draft) => ({ ...planOf(draft), data: { ...planOf(draft).data, status: "unproven" } }),
      prove: vi.fn(
        () =>
          new Promise<Outcome<CutPlan>>((resolve) => {
            answers.push(resolve);
          }),
      ),
    });
    await settle();
    expect(made.snapshot().plan?.status).toBe("unproven");
    made.edit({ depth: text("7") });
    await settle();
    expect(deps.prove).toHaveBeenCalledTimes(1);
    answers[0]?.(planOf(cut("6")));
    await settle();
    expect(made.snapshot().plan?.bit_id).toBe("7");
    expect(deps.prove).toHaveBeenCalledTimes(2);
    answers[1]?.(planOf(cut("7")));
    await settle();
    expect(made.snapshot().plan?.status).not.toBe("unproven");
    expect(made.snapshot().plan?.bit_id).toBe("7");
  });

  it("takes ways out that were tried into the plan that is shown, and leaves the rest of it", async () => {
    const remedy = { answers: "climbs" } as CutPlan["remedies"][number];
    const { made } = editor({
      plan: async (draft) => ({ ...planOf(draft), data: { ...planOf(draft).data, untried: true } }),
      prove: async (draft) => ({
        ...planOf(draft),
        data: { ...planOf(draft).data, remedies: [remedy], untried: false, bit_id: "other" },
      }),
    });
    await settle();
    const shown = made.snapshot().plan;
    expect(shown?.remedies).toEqual([remedy]);
    expect(shown?.untried).toBe(false);
    expect(shown?.bit_id).toBe("6");
  });

  it("asks one question at a time, and the latest text wins", async () => {
    const answers: ((value: Outcome<CutPlan>) => void)[] = [];
    const asked: string[] = [];
    const { made } = editor({
      plan: (draft) => {
        asked.push(draft.depth?.typed ?? "");
        return new Promise((resolve) => {
          answers.push(resolve);
        });
      },
    });
    made.edit({ depth: text("7") });
    made.edit({ depth: text("8") });
    expect(asked).toEqual(["6"]);
    answers[0]?.(planOf(cut("6")));
    await settle();
    expect(asked).toEqual(["6", "8"]);
    answers[1]?.(planOf(cut("8")));
    await settle();
    expect(made.snapshot().plan?.bit_id).toBe("8");
  });

  it("keeps the last good plan and the text when a text is refused", async () => {
    const { made, deps } = editor({
      plan: async (draft) => (draft.depth?.typed === "99" ? refused : planOf(draft)),
    });
    await settle();
    made.edit({ depth: text("99") });
    await settle(2000);
    const state = made.snapshot();
    expect([state.plan?.bit_id, state.draft.depth?.typed, state.problem?.field]).toEqual([
      "6",
      "99",
      "cut.depth",
    ]);
    expect(state.saving).toBe("refused");
    expect(deps.save).not.toHaveBeenCalled();
  });

  it("does not save a good text that turned bad before its time", async () => {
    const { made, deps } = editor({
      plan: async (draft) => (draft.depth?.typed === "99" ? refused : planOf(draft)),
    });
    made.edit({ depth: text("9") });
    await settle(200);
    made.edit({ depth: text("99") });
    await settle(2000);
    expect(deps.save).not.toHaveBeenCalled();
  });

  it("asks again until a server that is down answers", async () => {
    let up = false;
    const { made } = editor({ save: async (_, version) => (up ? kept(version + 1) : down) });
    made.edit({ depth: text("7") });
    await settle(3500);
    expect([made.snapshot().saving, made.snapshot().down]).toEqual(["offline", "gone"]);
    up = true;
    await settle(1500);
    expect([made.snapshot().saving, made.snapshot().down]).toEqual(["saved", null]);
  });

  it("offers theirs or mine when the cut was changed elsewhere", async () => {
    const save = vi.fn<Deps["save"]>().mockResolvedValueOnce(stale).mockResolvedValue(kept(8));
    const { made } = editor({ save });
    made.edit({ depth: text("7") });
    await settle(600);
    expect([made.snapshot().saving, made.snapshot().newer?.cut.depth?.typed]).toEqual(["conflict", "5"]);
    made.keepMine();
    await settle();
    expect(save).toHaveBeenLastCalledWith(cut("7"), 7, false);
    expect(made.snapshot().saving).toBe("saved");
  });

  it("knows its own when another window has sent it already", async () => {
    const { made, deps } = editor({ save: vi.fn(async () => stale) });
    made.edit({ depth: text("5") });
    await settle(600);
    expect([made.snapshot().saving, made.snapshot().newer]).toEqual(["saved", null]);
    expect(deps.remember).toHaveBeenLastCalledWith(null, 7);
    made.edit({ depth: text("6") });
    await settle(600);
    expect(deps.save).toHaveBeenLastCalledWith(cut("6"), 7, false);
  });

  it("goes on with theirs when asked to", async () => {
    const { made } = editor({ save: async () => stale });
    made.edit({ depth: text("7") });
    await settle(600);
    made.takeTheirs();
    await settle();
    const state = made.snapshot();
    expect([state.draft.depth?.typed, state.plan?.bit_id, state.saving, state.newer]).toEqual([
      "5",
      "5",
      "saved",
      null,
    ]);
  });

  it("meets a newer cut: takes it when nothing is lost, and leaves what is being typed alone", async () => {
    const { made, deps } = editor();
    await settle();
    made.meet({ cut: cut("9"), version: 4 });
    await settle();
    expect([made.snapshot().draft.depth?.typed, made.snapshot().plan?.bit_id]).toEqual(["9", "9"]);
    made.edit({ depth: text("7") });
    made.meet({ cut: cut("2"), version: 5 });
    await settle(600);
    expect(deps.save).toHaveBeenLastCalledWith(cut("7"), 4, false);
  });

  it("takes over the version of a cut that only got another name", async () => {
    const { made, deps } = editor();
    await settle();
    made.edit({ depth: text("7") });
    made.meet({ cut: cut("6"), version: 2 });
    await settle(600);
    expect(deps.save).toHaveBeenLastCalledWith(cut("7"), 2, false);
  });

  it("restores a state as a save that is no news", async () => {
    const { made, deps } = editor();
    made.restore(cut("4"));
    await settle(600);
    expect(deps.save).toHaveBeenCalledTimes(1);
    const [before, after] = vi.mocked(deps.saved).mock.calls[0] ?? [];
    expect(before).toBe(after);
  });

  it("saves what is still waiting when it is closed", async () => {
    const { made, deps } = editor();
    made.edit({ depth: text("7") });
    await settle(100);
    made.close();
    await settle(0);
    expect(deps.save).toHaveBeenCalledTimes(1);
  });

  it("saves what was typed when it is closed before the plan answered", async () => {
    const { made, deps } = editor({ plan: () => new Promise(() => {}) });
    made.edit({ depth: text("7") });
    made.close();
    await settle(2000);
    expect(vi.mocked(deps.save).mock.calls.map(([draft]) => draft.depth?.typed)).toEqual(["7"]);
  });

  it("goes on saving what was typed while the server is down after it is closed", async () => {
    let up = false;
    const save = vi.fn(async (_: CutIn, version: number) => (up ? kept(version + 1) : down));
    const { made } = editor({ save, plan: async (draft) => (up ? planOf(draft) : down) });
    made.edit({ depth: text("7") });
    await settle(1500);
    made.close();
    await settle(2500);
    up = true;
    await settle(1500);
    expect(save.mock.lastCall?.[0].depth?.typed).toBe("7");
    expect(made.snapshot().saving).toBe("saved");
    const asked = save.mock.calls.length;
    await settle(5000);
    expect(save).toHaveBeenCalledTimes(asked);
  });

  it("saves nothing when it is closed with nothing typed", async () => {
    const { made, deps } = editor();
    await settle();
    made.close();
    await settle(2000);
    expect(deps.save).not.toHaveBeenCalled();
  });

  it("remembers what is typed until it is kept, also what cannot be planned", async () => {
    const { made, deps } = editor({
      plan: async (draft) => (draft.depth?.typed === "abc" ? refused : planOf(draft)),
    });
    made.edit({ depth: text("abc") });
    await settle();
    expect(deps.remember).toHaveBeenLastCalledWith(cut("abc"), 1);
    made.close();
    await settle(2000);
    expect(deps.save).not.toHaveBeenCalled();
    expect(deps.remember).toHaveBeenLastCalledWith(cut("abc"), 1);
    const again = editor();
    again.made.resume(cut("7"), 1);
    await settle(2000);
    expect(again.deps.save).toHaveBeenCalledWith(cut("7"), 1, false);
    expect(again.deps.remember).toHaveBeenLastCalledWith(null, 2);
  });

  it("shows both where an older state would be brought back over somebody else's", async () => {
    const { made, deps } = editor({ save: vi.fn(async () => stale) });
    made.meet({ cut: cut("5"), version: 7 });
    made.restore(cut("4"), 3);
    await settle(2000);
    expect(deps.save).toHaveBeenCalledWith(cut("4"), 3, false);
    expect(made.snapshot()).toMatchObject({ saving: "conflict", newer: { version: 7 } });
    made.takeTheirs();
    made.edit({ depth: text("8") });
    await settle(2000);
    expect(deps.save).toHaveBeenLastCalledWith(cut("8"), 7, false);
  });

  it("goes on from the newest version where what is brought back is what is kept", async () => {
    const { made, deps } = editor();
    made.meet({ cut: cut("5"), version: 7 });
    made.restore(cut("5"), 3);
    await settle(2000);
    expect(made.snapshot().saving).toBe("saved");
    made.edit({ depth: text("8") });
    await settle(2000);
    expect(deps.save).toHaveBeenLastCalledWith(cut("8"), 7, false);
  });

  it("saves what waited over the version that it was typed over, not over what came since", async () => {
    const { deps } = editor();
    const made = new CutEditor({ cut: cut("5"), version: 7 }, deps);
    made.resume(cut("9"), 3);
    await settle(2000);
    expect(deps.save).toHaveBeenCalledWith(cut("9"), 3, false);
    const later = new CutEditor({ cut: cut("5"), version: 7 }, deps);
    later.resume(cut("8"), 9);
    await settle(2000);
    expect(deps.save).toHaveBeenLastCalledWith(cut("8"), 7, false);
  });

  it("takes no older state for news", async () => {
    const { made } = editor();
    made.edit({ depth: text("7") });
    await settle(2000);
    made.meet({ cut: cut("6"), version: 1 });
    await settle(2000);
    expect(made.snapshot()).toMatchObject({ draft: cut("7"), saving: "saved" });
  });
});
