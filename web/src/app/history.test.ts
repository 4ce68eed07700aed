import { describe, expect, it } from "vitest";
import { type Act, added, differencesOf } from "./acts";
import { type Done, History } from "./history";
import { SHORTCUTS, shortcutFor } from "./shortcuts";

/** A history of three steps that notes what it is asked to do, and answers what it is told to. */
function walked(answer: (anyway: boolean) => Done = () => ({ kind: "done" })) {
  const done: string[] = [];
  const history = new History(async (act: Act, anyway) => {
    if (act.do === "remove" || act.do === "bring-back")
      done.push(`${act.do === "remove" ? "-" : "+"}${act.id}`);
    return answer(anyway);
  });
  for (const label of ["a", "b", "c"]) history.push(added(label, "cuts", label));
  return { history, done };
}

describe("undo and redo", () => {
  it("go back and forth in order, one at a time", async () => {
    const { history, done } = walked();
    await Promise.all([history.undo(), history.undo(), history.redo()]);
    expect(done).toEqual(["-c", "-b", "+b"]);
    expect(history.snapshot()).toMatchObject({ undo: "b", redo: "c" });
  });

  it("end at both ends without doing anything", async () => {
    const { history, done } = walked();
    for (let i = 0; i < 5; i += 1) await history.undo();
    expect(done).toEqual(["-c", "-b", "-a"]);
    for (let i = 0; i < 5; i += 1) await history.redo();
    expect(history.snapshot()).toMatchObject({ undo: "c", redo: null });
  });

  it("forget what was undone once something new is done", async () => {
    const { history } = walked();
    await history.undo();
    history.push(added("d", "cuts", "d"));
    expect(history.snapshot()).toMatchObject({ undo: "d", redo: null });
  });

  it("keep a step that could not be taken back, and say why", async () => {
    const { history, done } = walked(() => ({ kind: "failed", message: "no answer" }));
    await history.undo();
    expect(history.snapshot()).toMatchObject({
      undo: "c",
      met: { label: "c", done: { message: "no answer" } },
    });
    await history.undo();
    expect(done).toEqual(["-c"]);
    history.leave();
    expect(history.snapshot()).toMatchObject({ undo: "c", met: null });
  });

  it("take back what somebody else has changed only when told to", async () => {
    const differences = [{ what: "name", now: "theirs", wanted: "mine" }];
    const { history, done } = walked((anyway) =>
      anyway ? { kind: "done" } : { kind: "changed", differences },
    );
    await history.undo();
    expect(history.snapshot().met?.done).toEqual({ kind: "changed", differences });
    await history.goOn();
    expect(done).toEqual(["-c", "-c"]);
    expect(history.snapshot()).toEqual({ undo: "b", redo: "c", met: null });
  });
});

describe("what somebody else has changed", () => {
  const board = { name: "Side", length: { typed: "640", unit: "mm" }, slope: 0, openings: [] };

  it("is nothing where it is as it was left", () => {
    expect(differencesOf(board, { ...board }, { ...board, name: "Other" })).toEqual([]);
    expect(differencesOf({ price: "" }, {}, {})).toEqual([]);
  });

  it("is named with both values", () => {
    const now = { ...board, length: { typed: "650", unit: "mm" } };
    expect(differencesOf(board, now, { ...board, length: { typed: "600", unit: "mm" } })).toEqual([
      { what: "length", now: "650", wanted: "600" },
    ]);
    expect(differencesOf("A", "B", "C")).toEqual([{ what: "", now: "B", wanted: "C" }]);
  });
});

describe("shortcuts", () => {
  const key = (name: string, more = {}) => ({
    key: name,
    ctrlKey: false,
    metaKey: false,
    shiftKey: false,
    altKey: false,
    ...more,
  });

  it("are letters outside of fields and nothing inside", () => {
    expect(shortcutFor(key("w"), false)).toBe("width");
    expect(shortcutFor(key("w"), true)).toBeNull();
    expect(shortcutFor(key("w", { altKey: true }), false)).toBeNull();
  });

  it("undo everywhere, with either modifier", () => {
    expect(shortcutFor(key("z", { ctrlKey: true }), true)).toBe("undo");
    expect(shortcutFor(key("Z", { metaKey: true, shiftKey: true }), false)).toBe("redo");
    expect(shortcutFor(key("y", { ctrlKey: true }), false)).toBe("redo");
    expect(shortcutFor(key("p", { ctrlKey: true }), false)).toBeNull();
  });

  it("have one key each, wherever one is", () => {
    for (const here of ["cut", "drawer", "templates", "everywhere"]) {
      const keys = SHORTCUTS.filter((each) => each.where === here || each.where === "everywhere").map(
        (each) => each.keys,
      );
      expect(new Set(keys).size).toBe(keys.length);
    }
    expect(shortcutFor(key("n"), false, "drawer")).toBe("add-bit");
    expect(shortcutFor(key("n"), false)).toBe("new-cut");
    expect(shortcutFor(key("3"), false, "drawer")).toBeNull();
  });
});
