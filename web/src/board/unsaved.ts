/** What was typed of cuts and could not be kept yet: it waits in the browser, is there when the cut is opened again, and goes out
    by itself as soon as it can. */
import { api, type CutIn } from "../api/client";
import { store, stored } from "../app/stored";

export interface Unsaved {
  cut: CutIn;
  /** The version that it was typed over. */
  version: number;
  name: string;
}

const NAME = "ranura-unsaved";
const all = () => stored<Record<string, Unsaved>>("browser", NAME, {});

/** What of a cut still waits. */
export const unsavedOf = (id: string): Unsaved | null => all()[id] ?? null;

/** Keeps what waits of a cut; null when nothing does any more. */
export function keepUnsaved(id: string, unsaved: Unsaved | null): void {
  const found = all();
  if (!unsaved && !(id in found)) return;
  if (unsaved) found[id] = unsaved;
  else delete found[id];
  store("browser", NAME, Object.keys(found).length > 0 ? found : null);
}

/** Tries to keep what waits, but for cuts that are open; what is refused or was changed elsewhere waits until its cut is opened. */
export async function sendUnsaved(isOpen: (id: string) => boolean): Promise<boolean> {
  let sent = false;
  for (const [id, unsaved] of Object.entries(all())) {
    if (isOpen(id)) continue;
    const answer = await api.saveCut(id, unsaved.name, unsaved.cut, unsaved.version);
    if (answer.kind === "down") return sent;
    if (answer.kind !== "ok") continue;
    keepUnsaved(id, null);
    sent = true;
  }
  return sent;
}
