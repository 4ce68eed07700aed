/** All keys of the workshop in one table. Letters work outside of fields; undo works everywhere. */
import { useEffect, useEffectEvent } from "react";

export const SHORTCUTS = [
  { name: "width", keys: "W", says: "type the width" },
  { name: "depth", keys: "D", says: "type the depth" },
  { name: "position", keys: "F", says: "type the distance from the end" },
  { name: "size", keys: "S", says: "type the radius or size of a profile" },
  { name: "edge", keys: "1 … 9", says: "choose an edge, or leave it" },
  { name: "all-edges", keys: "0", says: "choose all edges of the outside" },
  { name: "profile", keys: "L", says: "the profile bench: the section, large" },
  { name: "dry-run", keys: "Y", says: "the dry run: watch what the moves do" },
  { name: "step-back", keys: ",", says: "in the dry run: a step back" },
  { name: "step-on", keys: ".", says: "in the dry run: a step on" },
  { name: "play", keys: "J", says: "in the dry run: run, or stand still" },
  { name: "tools", keys: "B", says: "see all bits and routers for this cut" },
  { name: "rules", keys: "H", says: "the schools of this shop" },
  { name: "palette", keys: "K", says: "a quick sum" },
  { name: "jobs", keys: "O", says: "all jobs" },
  { name: "drawer", keys: "G", says: "the drawer" },
  { name: "bench", keys: "R", says: "the bench" },
  { name: "unit", keys: "U", says: "millimetres or inches" },
  { name: "next-cut", keys: "]", says: "next cut" },
  { name: "previous-cut", keys: "[", says: "previous cut" },
  { name: "new-cut", keys: "N", says: "add a cut" },
  { name: "new-piece", keys: "M", says: "add a board" },
  { name: "print", keys: "P", says: "print the slip" },
  { name: "undo", keys: "Ctrl Z", says: "undo" },
  { name: "redo", keys: "Ctrl Shift Z", says: "redo" },
  { name: "caliper", keys: "F8", says: "in a length field: take the caliper's next reading" },
  { name: "help", keys: "?", says: "this list" },
] as const;

export type ShortcutName = (typeof SHORTCUTS)[number]["name"];

interface Key {
  key: string;
  ctrlKey: boolean;
  metaKey: boolean;
  shiftKey: boolean;
  altKey: boolean;
}

/** The shortcut of a key, if there is one; `typing` says that a text field has the focus. */
export function shortcutFor(event: Key, typing: boolean): ShortcutName | null {
  const key = event.key.toLowerCase();
  if (event.ctrlKey || event.metaKey) {
    if (key === "z") return event.shiftKey ? "redo" : "undo";
    return key === "y" ? "redo" : null;
  }
  if (typing || event.altKey) return null;
  if (/^[1-9]$/.test(key)) return "edge";
  return SHORTCUTS.find((each) => each.keys.toLowerCase() === key)?.name ?? null;
}

/** Whether keys are being typed into something. */
export const isTyping = (target: EventTarget | null) =>
  target instanceof HTMLElement &&
  target.matches("input:not([type=checkbox], [type=radio]), textarea, select");

export function useShortcuts(run: (name: ShortcutName, key: string) => void, active: boolean): void {
  const onKey = useEffectEvent((event: KeyboardEvent) => {
    const name = shortcutFor(event, isTyping(event.target));
    if (!name) return;
    event.preventDefault();
    run(name, event.key);
  });
  useEffect(() => {
    if (!active) return;
    const listener = (event: KeyboardEvent) => onKey(event);
    window.addEventListener("keydown", listener);
    return () => window.removeEventListener("keydown", listener);
  }, [active]);
}
