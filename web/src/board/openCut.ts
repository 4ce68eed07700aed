/** The editor of the cut that is open: what it plans, proves and saves by, and what outlives it when another is opened. */
import { useEffect, useState } from "react";
import { api, type CutIn, type CutItem, type PieceItem, type ShopView, type Text } from "../api/client";
import { useRefresh } from "../api/queries";
import { cutIn, pieceIn } from "../api/typed";
import { changed } from "../app/acts";
import { history } from "../app/undo";
import { partsOf } from "../forms/filling";
import { useStable } from "../ui/stable";
import { CutEditor } from "./editor";
import { editors, leave, leftAs, pending } from "./editors";
import { keepUnsaved, takeOver, unsavedElsewhere, unsavedHere } from "./unsaved";

interface Opened {
  shop: ShopView;
  item: PieceItem;
  cut: CutItem;
  jobId: string;
}

const SAVE_AFTER_MS = 500;
const RETRY_AFTER_MS = 1000;

/** Cuts as this page saved them last: what was read of one before may be older, and an undo would be lost to it. */
const newest = new Map<string, { cut: CutIn; version: number }>();

/** What of a cut was changed, in the words of its form. */
function whatChanged(before: CutIn, after: CutIn, editor: CutEditor): string {
  const form = editor.snapshot().form;
  const labels = new Map(
    (form ? partsOf(form) : []).flatMap((part) =>
      "field" in part && "label" in part ? [[part.field.split(".")[0], part.label] as const] : [],
    ),
  );
  const keys = Object.keys({ ...before, ...after }) as (keyof CutIn)[];
  const found = keys.filter((key) => JSON.stringify(before[key]) !== JSON.stringify(after[key]));
  const named = found.map((key) => labels.get(key) ?? WORDS[key] ?? key.replaceAll("_", " "));
  return named.length > 2 ? "several things" : named.join(" and ").toLowerCase();
}

/** What is changed beside the form. */
const WORDS: Record<string, string> = {
  bit_id: "bit",
  router_id: "router",
  clamps: "clamps",
  guide: "guide",
  held: "holding",
};

/** The editor, once it is there; it saves what is due when the cut is left. */
export function useOpenCut({ shop, item, cut, jobId }: Opened): CutEditor | null {
  const refresh = useRefresh();
  const [editor, setEditor] = useState<CutEditor | null>(null);
  const latest = useStable(() => ({ item, jobId, refresh, name: cut.name, kept: cut }));

  useEffect(() => {
    const id = latest().kept.id;
    const { version, wanted } = latest().kept;
    const read = { cut: cutIn(latest().kept.cut), version, wanted };
    const saved = newest.get(id);
    const made = new CutEditor(saved && saved.version > read.version ? saved : read, {
      plan: (draft) => api.plan(pieceIn(latest().item.piece), draft, id),
      prove: (draft) => api.prove(pieceIn(latest().item.piece), draft, id),
      save: (draft, version, wanted) => api.saveCut(id, latest().name, draft, version, wanted),
      saved: (before, after, kept) => {
        newest.set(id, { cut: after, version: kept.version });
        leave(id, kept.version);
        void latest().refresh();
        if (before !== after) {
          const label = `${whatChanged(before, after, made)} of ${latest().name}`;
          history.push(changed(label, { do: "cut", id, job: latest().jobId, to: after, was: before }));
        }
      },
      toDraft: (newer) => {
        const kept = newer as Pick<CutItem, "cut" | "version"> & { sentence: Text };
        return { ...kept, cut: cutIn(kept.cut) };
      },
      remember: (draft, version) => keepUnsaved(id, draft && { cut: draft, version, name: latest().name }),
      saveAfterMs: SAVE_AFTER_MS,
      retryAfterMs: RETRY_AFTER_MS,
    });
    editors.set(id, made);
    setEditor(made);
    const waiting = pending.get(id);
    const unsaved = unsavedHere(id);
    if (waiting) {
      pending.delete(id);
      made.restore(waiting, leftAs(id));
    } else if (unsaved) made.resume(unsaved.cut, unsaved.version);
    else
      void unsavedElsewhere(id).then((left) => {
        if (!left || editors.get(id) !== made || made.hasUnsaved) return;
        takeOver(left);
        made.resume(left.cut, left.version);
      });
    return () => {
      made.close();
      editors.delete(id);
    };
  }, [latest]);

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
