/** The editor of the cut that is open: what it plans, proves and saves by, and what outlives it when another is opened. */
import { useEffect, useState } from "react";
import {
  api,
  type CutIn,
  type CutItem,
  cutIn,
  type PieceItem,
  pieceIn,
  type ShopView,
  type Text,
} from "../api/client";
import { useRefresh } from "../api/queries";
import type { History } from "../app/history";
import { useStable } from "../ui/stable";
import { CutEditor } from "./editor";
import { editors } from "./editors";

interface Opened {
  shop: ShopView;
  item: PieceItem;
  cut: CutItem;
  history: History;
  onOpen: (cutId: string) => void;
}

const SAVE_AFTER_MS = 500;
const RETRY_AFTER_MS = 1000;

/** What an undo wants of a cut that is not open yet. */
const pending = new Map<string, CutIn>();

/** Cuts as this page saved them last: what was read of one before may be older, and an undo would be lost to it. */
const newest = new Map<string, { cut: CutIn; version: number }>();

/** The editor, once it is there; it saves what is due when the cut is left. */
export function useOpenCut({ shop, item, cut, history, onOpen }: Opened): CutEditor | null {
  const refresh = useRefresh();
  const [editor, setEditor] = useState<CutEditor | null>(null);
  const latest = useStable(() => ({ item, onOpen, refresh, name: cut.name, kept: cut }));

  useEffect(() => {
    const id = latest().kept.id;
    const restore = (draft: CutIn) => {
      const shown = editors.get(id);
      if (shown) shown.restore(draft);
      else {
        pending.set(id, draft);
        latest().onOpen(id);
      }
    };
    const read = { cut: cutIn(latest().kept.cut), version: latest().kept.version };
    const saved = newest.get(id);
    const made = new CutEditor(saved && saved.version > read.version ? saved : read, {
      plan: (draft) => api.plan(pieceIn(latest().item.piece), draft, id),
      prove: (draft) => api.prove(pieceIn(latest().item.piece), draft, id),
      save: (draft, version) => api.saveCut(id, latest().name, draft, version),
      saved: (before, after, kept) => {
        newest.set(id, { cut: after, version: kept.version });
        void latest().refresh();
        if (before !== after)
          history.push({
            label: latest().name,
            undo: () => restore(before),
            redo: () => restore(after),
          });
      },
      toDraft: (newer) => {
        const kept = newer as Pick<CutItem, "cut" | "version"> & { sentence: Text };
        return { ...kept, cut: cutIn(kept.cut) };
      },
      saveAfterMs: SAVE_AFTER_MS,
      retryAfterMs: RETRY_AFTER_MS,
    });
    editors.set(id, made);
    setEditor(made);
    const waiting = pending.get(id);
    if (waiting) {
      pending.delete(id);
      made.restore(waiting);
    }
    return () => {
      made.close();
      editors.delete(id);
    };
  }, [history, latest]);

  useEffect(() => editor?.meet({ cut: cutIn(cut.cut), version: cut.version }), [editor, cut]);

  // What earlier cuts leave depends on their order and on what they are.
  const order = item.cuts
    .map((each) => (each.id === cut.id ? "here" : `${each.id}.${each.version}`))
    .join(" ");

  // Another school, another unit, another shop: the figures follow.
  // biome-ignore lint/correctness/useExhaustiveDependencies: shop and piece are what the plan depends on
  useEffect(() => editor?.replan(), [editor, shop, item.piece, order]);

  useEffect(() => {
    const warn = (event: BeforeUnloadEvent) => {
      if (editor?.hasUnsaved) event.preventDefault();
    };
    window.addEventListener("beforeunload", warn);
    return () => window.removeEventListener("beforeunload", warn);
  }, [editor]);

  return editor;
}
