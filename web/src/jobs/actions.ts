/** Adding, removing and changing pieces and cuts: kept by the server, and a step of the history. */
import { useQueryClient } from "@tanstack/react-query";
import { useMemo } from "react";
import {
  api,
  type CutIn,
  type CutItem,
  cutIn,
  type JobView,
  type PieceIn,
  type PieceItem,
  pieceIn,
} from "../api/client";
import { useRefresh } from "../api/queries";
import type { History } from "../app/history";

export type JobActions = ReturnType<typeof useJobActions>;

export function useJobActions(jobId: string, history: History, open: (cutId: string) => void) {
  const queries = useQueryClient();
  const refresh = useRefresh();
  return useMemo(() => {
    const show = (job: JobView) => queries.setQueryData(["job", jobId], job);
    const after = async <T>(asked: Promise<T>) => {
      const answer = await asked;
      await refresh();
      return answer;
    };
    /** A step that takes something away one way and brings it back the other. */
    const step = (label: string, back: () => Promise<unknown>, forth: () => Promise<unknown>) =>
      history.push({ label, undo: () => void after(back()), redo: () => void after(forth()) });

    return {
      async addPiece(piece: PieceIn) {
        const answer = await api.addPiece(jobId, piece);
        const made = answer.kind === "ok" ? answer.data.pieces.at(-1) : undefined;
        if (answer.kind === "ok" && made) {
          show(answer.data);
          step(
            `adding ${piece.name}`,
            () => api.removePiece(made.id),
            () => api.restorePiece(made.id),
          );
        }
        return answer;
      },
      async savePiece(item: PieceItem, piece: PieceIn) {
        const answer = await api.savePiece(item.id, piece);
        if (answer.kind === "ok") {
          show(answer.data);
          const before = pieceIn(item.piece);
          step(
            `changing ${piece.name}`,
            () => api.savePiece(item.id, before),
            () => api.savePiece(item.id, piece),
          );
        }
        return answer;
      },
      async removePiece(item: PieceItem) {
        const answer = await after(api.removePiece(item.id));
        if (answer.kind === "ok")
          step(
            `removing ${item.piece.name}`,
            () => api.restorePiece(item.id),
            () => api.removePiece(item.id),
          );
      },
      async addCut(pieceId: string, name: string, cut: CutIn) {
        const answer = await api.addCut(pieceId, name, cut);
        if (answer.kind === "ok") {
          const id = answer.data.id;
          await refresh();
          step(
            `adding ${name}`,
            () => api.removeCut(id),
            () => api.restoreCut(id),
          );
          open(id);
        }
        return answer;
      },
      async renameCut(cut: CutItem, name: string) {
        return after(api.saveCut(cut.id, name, cutIn(cut.cut), cut.version));
      },
      async moveCut(cut: CutItem, to: "earlier" | "later") {
        const back = to === "earlier" ? "later" : "earlier";
        const answer = await after(api.moveCut(cut.id, to));
        if (answer.kind === "ok")
          step(
            `moving ${cut.name}`,
            () => api.moveCut(cut.id, back),
            () => api.moveCut(cut.id, to),
          );
      },
      async removeCut(cut: CutItem) {
        const answer = await after(api.removeCut(cut.id));
        if (answer.kind === "ok")
          step(
            `removing ${cut.name}`,
            () => api.restoreCut(cut.id),
            () => api.removeCut(cut.id),
          );
      },
    };
  }, [history, jobId, open, queries, refresh]);
}
