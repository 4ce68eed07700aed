import { api, type CareIn } from "../api/client";
import { useRefresh } from "../api/queries";
import { cared } from "../app/acts";
import { notifyOf } from "../app/notice";
import { history } from "../app/undo";

/** What was done, as its button says it. */
export const DONE: Record<CareIn["kind"], string> = {
  sharpened: "Sharpened",
  replaced: "Replaced",
  oiled: "Oiled",
  collet: "Looked at",
  left: "Left as it is",
};

/** An id that nobody else has; also where the page was not fetched in secret, as in a shop's own network. */
const newId = () =>
  Array.from(crypto.getRandomValues(new Uint32Array(4)), (each) => each.toString(36)).join("");

/** Notes that something was done for a tool; that can be undone. */
export function useCare() {
  const refresh = useRefresh();
  return async (name: string, of: string, kind: CareIn["kind"]) => {
    const care = { id: newId(), kind, of };
    const said = `${name}: ${DONE[kind].toLowerCase()}`;
    const answer = await api.careDone(care);
    notifyOf(`Not noted: ${said}`, answer);
    if (answer.kind !== "ok") return;
    history.push(cared(said, care));
    await refresh();
  };
}
