/** The editors of the cuts that are open: they outlive the screen, so that undo can reach the one that is shown. */
import type { CutEditor } from "./editor";

export const editors = new Map<string, CutEditor>();

/** After a change of the shop that no cut knows of: what is open is planned again. */
export function replanOpen(): void {
  for (const editor of editors.values()) editor.replan();
}
