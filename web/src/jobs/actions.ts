/** Adding, removing, copying, placing and changing what is in a job: kept by the server, and a step of the history. */
import { useQueryClient } from "@tanstack/react-query";
import { useMemo } from "react";
import {
  api,
  type CutIn,
  type CutItem,
  type JobView,
  type Outcome,
  type PieceIn,
  type PieceItem,
} from "../api/client";
import { useRefresh } from "../api/queries";
import { cutIn, pieceIn } from "../api/typed";
import { added, type CutPlace, changed, removed } from "../app/acts";
import { notifyOf } from "../app/notice";
import { history } from "../app/undo";
import { leave } from "../board/editors";
import { useStable } from "../ui/stable";

export type JobActions = ReturnType<typeof useJobActions>;

/** Where a cut stands in a job. */
function placeOfCut(job: JobView, id: string): CutPlace {
  for (const item of job.pieces) {
    const at = item.cuts.findIndex((each) => each.id === id);
    if (at >= 0) return { piece: item.id, before: item.cuts[at + 1]?.id ?? null };
  }
  return { piece: "", before: null };
}

/** Adds a cut to a board and opens it. */
export function useAddCut(open: (cutId: string) => void) {
  const refresh = useRefresh();
  return useStable(async (pieceId: string, name: string, cut: CutIn, wanted: boolean) => {
    const answer = await api.addCut(pieceId, name, cut, wanted);
    if (answer.kind === "ok") {
      await refresh();
      history.push(added(`adding ${name}`, "cuts", answer.data.id));
      open(answer.data.id);
    }
    return answer;
  });
}

/** Adds a board to a job. */
export function useAddPiece(job: JobView) {
  const queries = useQueryClient();
  return useStable(async (piece: PieceIn) => {
    const answer = await api.addPiece(job.id, piece);
    const made = answer.kind === "ok" ? answer.data.pieces.at(-1) : undefined;
    if (answer.kind === "ok" && made) {
      queries.setQueryData(["job", job.id], answer.data);
      history.push(added(`adding ${piece.name}`, "pieces", made.id));
    }
    return answer;
  });
}

export function useJobActions(job: JobView, open: (cutId: string) => void) {
  const queries = useQueryClient();
  const refresh = useRefresh();
  const addCut = useAddCut(open);
  const addPiece = useAddPiece(job);
  return useMemo(() => {
    const show = (newer: JobView) => queries.setQueryData(["job", job.id], newer);
    const after = async <T>(what: string, asked: Promise<Outcome<T>>) => {
      const answer = await asked;
      notifyOf(`Not done: ${what}`, answer);
      if (answer.kind === "ok") await refresh();
      return answer;
    };
    const placeCut = async (cut: CutItem, at: CutPlace) => {
      const before = placeOfCut(job, cut.id);
      const answer = await after(`moving ${cut.name}`, api.placeCut(cut.id, at.piece, at.before));
      if (answer.kind === "ok")
        history.push({
          label: `moving ${cut.name}`,
          undo: { do: "place-cut", id: cut.id, at: before },
          redo: { do: "place-cut", id: cut.id, at },
        });
      return answer;
    };

    return {
      addPiece,
      async savePiece(item: PieceItem, piece: PieceIn) {
        const answer = await api.savePiece(item.id, piece);
        const kept =
          answer.kind === "ok" ? answer.data.pieces.find((each) => each.id === item.id) : undefined;
        if (answer.kind === "ok" && kept) {
          show(answer.data);
          const to = pieceIn(kept.piece);
          history.push(
            changed(`changing ${piece.name}`, {
              do: "piece",
              id: item.id,
              job: job.id,
              to,
              was: pieceIn(item.piece),
            }),
          );
        }
        return answer;
      },
      async copyPiece(item: PieceItem) {
        const answer = await after(`copying ${item.piece.name}`, api.copyPiece(item.id));
        if (answer.kind === "ok") history.push(added(`copying ${item.piece.name}`, "pieces", answer.data.id));
      },
      async placePiece(item: PieceItem, before: string | null) {
        const at = job.pieces.findIndex((each) => each.id === item.id);
        const was = job.pieces[at + 1]?.id ?? null;
        const answer = await after(`moving ${item.piece.name}`, api.placePiece(item.id, before));
        if (answer.kind === "ok")
          history.push({
            label: `moving ${item.piece.name}`,
            undo: { do: "place-piece", id: item.id, before: was },
            redo: { do: "place-piece", id: item.id, before },
          });
      },
      async removePiece(item: PieceItem) {
        const answer = await after(`removing ${item.piece.name}`, api.removePiece(item.id));
        if (answer.kind === "ok") history.push(removed(`removing ${item.piece.name}`, "pieces", item.id));
      },
      addCut,
      async copyCut(cut: CutItem) {
        const answer = await after(`copying ${cut.name}`, api.copyCut(cut.id));
        if (answer.kind !== "ok") return;
        history.push(added(`copying ${cut.name}`, "cuts", answer.data.id));
        open(answer.data.id);
      },
      async renameCut(cut: CutItem, name: string) {
        const answer = await api.saveCut(cut.id, name, cutIn(cut.cut), cut.version, cut.wanted);
        await refresh();
        if (answer.kind === "ok") {
          leave(cut.id, answer.data.version);
          history.push(
            changed(`renaming ${cut.name}`, { do: "rename", id: cut.id, to: name, was: cut.name }),
          );
        }
        return answer;
      },
      placeCut,
      /** One place earlier or later in its board. */
      async moveCut(item: PieceItem, cut: CutItem, to: "earlier" | "later") {
        const at = item.cuts.findIndex((each) => each.id === cut.id);
        const before = to === "earlier" ? item.cuts[at - 1] : item.cuts[at + 2];
        await placeCut(cut, { piece: item.id, before: before?.id ?? null });
      },
      async removeCut(cut: CutItem) {
        const answer = await after(`removing ${cut.name}`, api.removeCut(cut.id));
        if (answer.kind === "ok") history.push(removed(`removing ${cut.name}`, "cuts", cut.id));
      },
    };
  }, [job, open, queries, refresh, addCut, addPiece]);
}
