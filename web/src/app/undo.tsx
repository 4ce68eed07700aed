/** Undo and redo on the page: the one history of this window, its buttons, and what it comes upon. */
import { useQueryClient } from "@tanstack/react-query";
import { Redo2, Undo2 } from "lucide-react";
import { lazy, Suspense, useEffect, useSyncExternalStore } from "react";
import { useNavigate } from "react-router";
import { putCut, replanOpen } from "../board/editors";
import { perform } from "./acts";
import { History, type HistoryState } from "./history";
import { IconButton } from "./IconButton";

const Dialog = lazy(() => import("../ui/Dialog").then((module) => ({ default: module.Dialog })));

/** What the page around the history can do: read everything again, and go somewhere. */
const around = { refresh: async () => {}, go: (_path: string) => {} };

export const history = new History(async (act, anyway) => {
  const done = await perform(act, anyway, (asked) =>
    putCut(asked.id, asked.to, () => around.go(`/jobs/${asked.job}/cuts/${asked.id}`)),
  );
  if (done.kind === "done" && act.do !== "cut") {
    await around.refresh();
    replanOpen();
  }
  return done;
});

const useHistory = (): HistoryState => useSyncExternalStore(history.subscribe, history.snapshot);

/** Stands once on every page: the history reaches the page through it, and says what it came upon. */
export function Undoing() {
  const queries = useQueryClient();
  const navigate = useNavigate();
  const { met } = useHistory();
  useEffect(() => {
    around.refresh = () => queries.invalidateQueries();
    around.go = (path) => void navigate(path);
  }, [queries, navigate]);
  if (!met) return null;
  const { label, done, way } = met;
  const changed = done.kind === "changed";
  return (
    <Suspense>
      <Dialog
        title={changed ? "Somebody else has changed this since" : `Could not ${way}: ${label}`}
        onClose={() => history.leave()}
      >
        {changed ? (
          <>
            <p className="mb-3">
              Taking back <b>{label}</b> would take back their change too. Both are here:
            </p>
            <table className="w-full text-left text-body" data-testid="changed-since">
              <thead>
                <tr className="label">
                  <th className="py-1 pr-3">What</th>
                  <th className="py-1 pr-3">As it is now</th>
                  <th className="py-1">As you would have it</th>
                </tr>
              </thead>
              <tbody>
                {done.differences.map((each) => (
                  <tr key={each.what} className="border-t border-rule align-top">
                    <td className="py-1 pr-3">{each.what || "it"}</td>
                    <td className="py-1 pr-3">{each.now || "—"}</td>
                    <td className="py-1">{each.wanted || "—"}</td>
                  </tr>
                ))}
              </tbody>
            </table>
          </>
        ) : (
          <p role="alert">{done.message}.</p>
        )}
        <div className="mt-4 flex flex-wrap justify-end gap-2">
          <button type="button" className="button" onClick={() => history.leave()} data-testid="leave-it">
            Leave it as it is
          </button>
          {changed ? (
            <button
              type="button"
              className="button button-main"
              onClick={() => void history.goOn()}
              data-testid="take-mine"
            >
              Have it my way
            </button>
          ) : null}
        </div>
      </Dialog>
    </Suspense>
  );
}

export function UndoButtons() {
  const { undo, redo } = useHistory();
  return (
    <span className="flex">
      <IconButton
        label={undo ? `Undo: ${undo}` : "Nothing to undo"}
        disabled={!undo}
        onClick={() => void history.undo()}
      >
        <Undo2 size={19} aria-hidden />
      </IconButton>
      <IconButton
        label={redo ? `Redo: ${redo}` : "Nothing to redo"}
        disabled={!redo}
        onClick={() => void history.redo()}
      >
        <Redo2 size={19} aria-hidden />
      </IconButton>
    </span>
  );
}
