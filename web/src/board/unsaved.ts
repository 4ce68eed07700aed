/** What was typed of cuts and could not be kept yet: it waits in the browser, is there when the cut is opened again, and goes out
    by itself as soon as it can. It belongs to the window that it was typed in for as long as that is open. */
import { api, type CutIn, WINDOW } from "../api/client";
import { store, stored } from "../app/stored";

export interface Unsaved {
  id: string;
  cut: CutIn;
  /** The version that it was typed over. */
  version: number;
  name: string;
  /** The window that it was typed in, and when. */
  by: string;
  at: number;
}

const NAME = "ranura-unsaved";
const OPEN = "ranura-window ";
const A_MINUTE = 60_000;

const all = () => stored<Record<string, Unsaved>>("browser", NAME, {});
const keyOf = (by: string, id: string) => `${by} ${id}`;

/** Says to other windows that this one is open, for as long as it is. */
export const sayOpen = (): void =>
  void navigator.locks?.request(OPEN + WINDOW, () => new Promise<never>(() => {}));

/** Whether the window that typed something is still open, so that it is its own to keep. */
async function isItsOwn(unsaved: Unsaved): Promise<boolean> {
  if (unsaved.by === WINDOW) return false;
  // Without locks nobody knows: then it is left alone for a while.
  if (!navigator.locks) return Date.now() - unsaved.at < A_MINUTE;
  const { held } = await navigator.locks.query();
  return held?.some((lock) => lock.name === OPEN + unsaved.by) ?? false;
}

/** What of a cut waits in this window, as before a reload. */
export const unsavedHere = (id: string): Unsaved | null => all()[keyOf(WINDOW, id)] ?? null;

/** What of a cut was left by a window that is closed by now. */
export async function unsavedElsewhere(id: string): Promise<Unsaved | null> {
  for (const each of Object.values(all()))
    if (each.id === id && each.by !== WINDOW && !(await isItsOwn(each))) return each;
  return null;
}

/** Keeps what waits of a cut in this window; null when nothing does any more. */
export function keepUnsaved(id: string, unsaved: Pick<Unsaved, "cut" | "version" | "name"> | null): void {
  put(keyOf(WINDOW, id), unsaved && { ...unsaved, id, by: WINDOW, at: Date.now() });
}

/** Takes over what a closed window has left. */
export function takeOver(unsaved: Unsaved): void {
  put(keyOf(unsaved.by, unsaved.id), null);
  keepUnsaved(unsaved.id, unsaved);
}

function put(key: string, unsaved: Unsaved | null): void {
  const found = all();
  if (!unsaved && !(key in found)) return;
  if (unsaved) found[key] = unsaved;
  else delete found[key];
  store("browser", NAME, Object.keys(found).length > 0 ? found : null);
}

/** Tries to keep what waits, but for cuts that are open here and what is another open window's own; what is refused, or was changed
    elsewhere, waits until its cut is opened. */
export async function sendUnsaved(isOpen: (id: string) => boolean): Promise<boolean> {
  let sent = false;
  for (const [key, unsaved] of Object.entries(all())) {
    if (isOpen(unsaved.id) || (await isItsOwn(unsaved))) continue;
    const answer = await api.saveCut(unsaved.id, unsaved.name, unsaved.cut, unsaved.version);
    if (answer.kind === "down") return sent;
    if (answer.kind !== "ok") continue;
    put(key, null);
    sent = true;
  }
  return sent;
}
