/** The editors of the cuts that are open: they outlive the screen, so that undo can reach the one that is shown. */
import type { CutIn } from "../api/client";
import { store, stored } from "../app/stored";
import type { CutEditor } from "./editor";

export const editors = new Map<string, CutEditor>();

/** After a change of the shop that no cut knows of: what is open is planned again. */
export function replanOpen(): void {
  for (const editor of editors.values()) editor.replan();
}

/** What an undo wants of a cut that is not open yet. */
export const pending = new Map<string, CutIn>();

/** Gives a cut another state: at once where it is open, else once `open` has brought it onto the screen. */
export function putCut(id: string, cut: CutIn, open: () => void): void {
  const shown = editors.get(id);
  if (shown) shown.restore(cut, leftAs(id));
  else {
    pending.set(id, cut);
    open();
  }
}

const LEFT = "ranura-left-as";
const left = new Map<string, number>(Object.entries(stored<Record<string, number>>("visit", LEFT, {})));

/** The version that this window has left a cut as; null where it has changed nothing. A later one is somebody else's. */
export const leftAs = (id: string): number | null => left.get(id) ?? null;

/** This window has made a version of a cut. */
export function leave(id: string, version: number): void {
  left.set(id, version);
  store("visit", LEFT, Object.fromEntries(left));
}
