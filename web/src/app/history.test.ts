import { describe, expect, it } from "vitest";
import { History } from "./history";
import { SHORTCUTS, shortcutFor } from "./shortcuts";

function walked() {
  const history = new History();
  const done: string[] = [];
  for (const label of ["a", "b", "c"])
    history.push({ label, undo: () => done.push(`-${label}`), redo: () => done.push(`+${label}`) });
  return { history, done };
}

describe("undo and redo", () => {
  it("go back and forth in order", () => {
    const { history, done } = walked();
    history.undo();
    history.undo();
    history.redo();
    expect(done).toEqual(["-c", "-b", "+b"]);
    expect(history.snapshot()).toEqual({ undo: "b", redo: "c" });
  });

  it("end at both ends without doing anything", () => {
    const { history, done } = walked();
    for (let i = 0; i < 5; i += 1) history.undo();
    expect(done).toEqual(["-c", "-b", "-a"]);
    for (let i = 0; i < 5; i += 1) history.redo();
    expect(history.snapshot()).toEqual({ undo: "c", redo: null });
  });

  it("forget what was undone once something new is done", () => {
    const { history } = walked();
    history.undo();
    history.push({ label: "d", undo: () => undefined, redo: () => undefined });
    expect(history.snapshot()).toEqual({ undo: "d", redo: null });
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

  it("have one key each", () => {
    expect(new Set(SHORTCUTS.map((each) => each.keys)).size).toBe(SHORTCUTS.length);
  });
});
