/** All keys of the workshop in one table. Letters work outside of fields; undo works everywhere. */
import { useEffect, useEffectEvent } from "react";
import { store, stored } from "./stored";

export const SHORTCUTS = [
  { name: "width", where: "cut", keys: "W", says: "type the width" },
  { name: "depth", where: "cut", keys: "D", says: "type the depth" },
  { name: "position", where: "cut", keys: "F", says: "type the distance from the end" },
  { name: "size", where: "cut", keys: "S", says: "type the radius or size of a profile" },
  { name: "edge", where: "cut", keys: "1 … 9", says: "choose an edge, or leave it" },
  { name: "all-edges", where: "cut", keys: "0", says: "choose all edges of the outside" },
  { name: "profile", where: "cut", keys: "L", says: "the profile bench: the section, large" },
  { name: "dry-run", where: "cut", keys: "Y", says: "the dry run: watch what the moves do" },
  { name: "step-back", where: "cut", keys: ",", says: "in the dry run: a step back" },
  { name: "step-on", where: "cut", keys: ".", says: "in the dry run: a step on" },
  { name: "play", where: "cut", keys: "J", says: "in the dry run: run, or stand still" },
  { name: "fibres", where: "cut", keys: "I", says: "show where fibres lift along an outline, or not" },
  { name: "tools", where: "cut", keys: "B", says: "see all bits and routers for this cut" },
  { name: "rules", where: "everywhere", keys: "H", says: "the schools of this shop" },
  { name: "palette", where: "everywhere", keys: "K", says: "find anything, say a cut, work something out" },
  { name: "jobs", where: "everywhere", keys: "O", says: "all jobs" },
  { name: "cuts", where: "everywhere", keys: "C", says: "back to the cuts" },
  { name: "drawer", where: "everywhere", keys: "G", says: "the drawer" },
  { name: "bench", where: "everywhere", keys: "R", says: "the bench" },
  { name: "unit", where: "cut", keys: "U", says: "millimetres or inches" },
  { name: "next-cut", where: "cut", keys: "]", says: "next cut" },
  { name: "previous-cut", where: "cut", keys: "[", says: "previous cut" },
  { name: "new-cut", where: "cut", keys: "N", says: "add a cut" },
  { name: "new-piece", where: "cut", keys: "M", says: "add a board" },
  { name: "print", where: "cut", keys: "P", says: "print the slip" },
  { name: "run", where: "cut", keys: "A", says: "at the machine: run this cut, step by step" },
  { name: "log", where: "everywhere", keys: "Q", says: "the log of all runs" },
  { name: "undo", where: "everywhere", keys: "Ctrl Z", says: "undo" },
  { name: "redo", where: "everywhere", keys: "Ctrl Shift Z", says: "redo" },
  {
    name: "caliper",
    where: "everywhere",
    keys: "F8",
    says: "in a length field: take the caliper's next reading",
  },
  { name: "help", where: "everywhere", keys: "?", says: "this list" },
  { name: "templates", where: "everywhere", keys: "T", says: "outlines and their templates" },
  { name: "round-corners", where: "templates", keys: "V", says: "round its corners to what can be cut" },
  { name: "measure", where: "templates", keys: "X", says: "measure between two places" },
  { name: "move-corners", where: "templates", keys: "E", says: "move its corners and radii" },
  { name: "fibres", where: "templates", keys: "I", says: "fibres along, up, or none: where they lift" },
  { name: "find-bits", where: "drawer", keys: "/", says: "find bits" },
  { name: "add-bit", where: "drawer", keys: "N", says: "add a bit" },
] as const;

export type ShortcutName = (typeof SHORTCUTS)[number]["name"];
export type ShortcutPlace = (typeof SHORTCUTS)[number]["where"];

const LETTERS = "ranura-letters";

/** Whether single letters are keys in this browser. */
export const lettersOn = () => stored("browser", LETTERS, true);

/** Makes single letters keys, or no keys. */
export const useLetters = () => (on: boolean) => store("browser", LETTERS, on ? null : false);

interface Key {
  key: string;
  ctrlKey: boolean;
  metaKey: boolean;
  shiftKey: boolean;
  altKey: boolean;
}

/** The shortcut of a key where one is, if there is one; `typing` says that a text field has the focus. */
export function shortcutFor(event: Key, typing: boolean, here: ShortcutPlace = "cut"): ShortcutName | null {
  const key = event.key.toLowerCase();
  if (event.ctrlKey || event.metaKey) {
    if (key === "z") return event.shiftKey ? "redo" : "undo";
    return key === "y" ? "redo" : null;
  }
  if (typing || event.altKey || (event.key.length === 1 && !lettersOn())) return null;
  if (here === "cut" && /^[1-9]$/.test(key)) return "edge";
  const known = SHORTCUTS.filter((each) => each.where === here || each.where === "everywhere");
  return known.find((each) => each.keys.toLowerCase() === key)?.name ?? null;
}

/** Whether keys are being typed into something. */
export const isTyping = (target: EventTarget | null) =>
  target instanceof HTMLElement &&
  target.matches("input:not([type=checkbox], [type=radio], [type=range]), textarea, select");

/** Whether something stands over the page that has keys of its own: a menu, a list, a dialog. */
export const isCovered = () =>
  document.querySelector('[role="menu"], [role="dialog"], [role="alertdialog"]') !== null;

export function useShortcuts(run: (name: ShortcutName, key: string) => void, active: boolean): void {
  const onKey = useEffectEvent((event: KeyboardEvent) => {
    const name = isCovered() ? null : shortcutFor(event, isTyping(event.target));
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
