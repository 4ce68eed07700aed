import { useQueryClient } from "@tanstack/react-query";
import { lazy, Suspense, useCallback, useEffect, useRef, useState, useSyncExternalStore } from "react";
import {
  api,
  type CutChange,
  type CutIn,
  type CutItem,
  cutIn,
  type HouseRules,
  type PieceItem,
  pieceIn,
  type ShopView,
  type Unit,
} from "../api/client";
import type { History } from "../app/history";
import { Slip } from "../slip/Slip";
import { useStable } from "../ui/stable";
import { Words } from "../ui/Words";
import { inUnit } from "../ui/words";
import { Conflict } from "./Conflict";
import { Drawing } from "./Drawing";
import { useBitDrag, useDrag } from "./dragging";
import { EdgeOptions } from "./EdgeOptions";
import { EdgeSentence } from "./EdgeSentence";
import { CutEditor } from "./editor";
import { Legend } from "./Legend";
import { Sentence } from "./Sentence";
import { snapped } from "./scale";
import { toggled } from "./shapes";

const ProfileBench = lazy(() =>
  import("./ProfileBench").then((module) => ({ default: module.ProfileBench })),
);

interface Props {
  shop: ShopView;
  jobId: string;
  item: PieceItem;
  cut: CutItem;
  unit: Unit;
  history: History;
  onOpen: (cutId: string) => void;
  onSaving: (state: string) => void;
  onSchool: (change: Partial<HouseRules>) => void;
}

/** Editors outlive the screen for as long as their cut is open, so that undo can reach the one that is shown. */
const editors = new Map<string, CutEditor>();

const SAVE_AFTER_MS = 500;
const RETRY_AFTER_MS = 1000;

/** The board and the slip of one cut. */
export function CutScreen(props: Props) {
  const { shop, jobId, item, cut, unit, history, onOpen, onSaving, onSchool } = props;
  const queries = useQueryClient();
  const [editor, setEditor] = useState<CutEditor | null>(null);
  const latest = useRef({ item, onOpen, name: cut.name, kept: cut });
  latest.current = { item, onOpen, name: cut.name, kept: cut };

  useEffect(() => {
    const id = latest.current.kept.id;
    const restore = (draft: CutIn) => {
      const shown = editors.get(id);
      if (shown) shown.restore(draft);
      else {
        pending.set(id, draft);
        latest.current.onOpen(id);
      }
    };
    const made = new CutEditor(
      { cut: cutIn(latest.current.kept.cut), version: latest.current.kept.version },
      {
        plan: (draft) => api.plan(pieceIn(latest.current.item.piece), draft, id),
        save: (draft, version) => api.saveCut(id, latest.current.name, draft, version),
        saved: (before, after) => {
          void queries.invalidateQueries({ queryKey: ["job", jobId] });
          if (before !== after)
            history.push({
              label: latest.current.name,
              undo: () => restore(before),
              redo: () => restore(after),
            });
        },
        toDraft: (newer) => {
          const kept = newer as { cut: CutItem["cut"]; version: number };
          return { cut: cutIn(kept.cut), version: kept.version };
        },
        saveAfterMs: SAVE_AFTER_MS,
        retryAfterMs: RETRY_AFTER_MS,
      },
    );
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
  }, [history, jobId, queries]);

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

  return editor ? (
    <Board
      editor={editor}
      cutId={cut.id}
      shop={shop}
      item={item}
      unit={unit}
      onSaving={onSaving}
      onSchool={onSchool}
    />
  ) : null;
}

const DADO_FIELDS = ["cut.width", "cut.depth", "cut.position"];
const EDGE_FIELDS = ["cut.size", "cut.depth", "cut.width", "cut.edges", "cut.angle"];

/** What an undo wants of a cut that is not open yet. */
const pending = new Map<string, CutIn>();

/** Puts the writing mark into the field of a dimension. */
const pick = (field: string) =>
  document.querySelector<HTMLInputElement>(`input[data-field="${field}"]`)?.focus();

interface BoardProps extends Pick<Props, "shop" | "item" | "unit" | "onSaving" | "onSchool"> {
  editor: CutEditor;
  cutId: string;
}

function Board({ editor, cutId, shop, item, unit, onSaving, onSchool }: BoardProps) {
  const state = useSyncExternalStore(editor.subscribe, editor.snapshot);
  const { draft, plan, problem } = state;
  const shown = draft.kind === "edge" ? EDGE_FIELDS : DADO_FIELDS;
  const elsewhere = problem && !shown.includes(problem.field ?? "") ? problem : null;
  useEffect(() => onSaving(state.saving), [onSaving, state.saving]);
  const onEdit = useCallback((change: CutChange) => editor.edit(change), [editor]);
  const [bench, setBench] = useState(false);
  const piece = item.piece;
  const onEdge = useStable((ref: string) => {
    if (draft.kind === "edge") onEdit({ edges: toggled(draft.edges, ref) });
  });
  const asked = useStable(() => ({ piece: pieceIn(piece), cut: draft, cut_id: cutId }));
  const position = useDrag(
    () =>
      draft.kind === "edge"
        ? null
        : (plan?.asked.find((each) => each.field === "position")?.length.mm ?? null),
    (from, by) => {
      if (draft.kind === "edge") return;
      const at = from + ((draft.end ?? "left") === "left" ? by : -by);
      if (at > 0) onEdit({ position: { typed: snapped(at), unit: "mm" } });
    },
  );
  const bit = useBitDrag(draft, plan, onEdit);
  const sentence = { plan, problem, unit, pieceName: piece.name };
  return (
    <div className="grid min-h-0 min-w-0 grid-cols-1 lg:grid-cols-[minmax(0,1fr)_384px]">
      <main className="flex min-h-0 min-w-0 flex-col px-4 pt-3 pb-1.5 lg:px-5">
        {draft.kind === "edge" ? (
          <>
            <EdgeSentence draft={draft} {...sentence} onEdit={onEdit} onEdge={onEdge} />
            <EdgeOptions draft={draft} plan={plan} onEdit={onEdit} onBench={() => setBench(true)} />
          </>
        ) : (
          <Sentence draft={draft} {...sentence} word={shop.rules.dado_word ?? "dado"} onEdit={onEdit} />
        )}
        {state.down ? (
          <p
            role="alert"
            className="striped mt-1 border-l-4 border-hazard px-3 py-2 text-[15px]"
            data-testid="down"
          >
            {state.down}
          </p>
        ) : null}
        {elsewhere ? (
          <p role="alert" className="mt-1 border-l-4 border-cut px-3 py-2 text-[15px]" data-testid="problem">
            <Words text={inUnit(elsewhere.message, unit)} />
          </p>
        ) : null}
        {plan ? (
          <div className={`flex min-h-0 flex-1 flex-col ${problem && !problem.partial ? "opacity-60" : ""}`}>
            <div className="h-[330px] min-h-0 md:h-[440px] lg:h-auto lg:flex-[66]">
              {plan.drawing[0] ? (
                <Drawing
                  view={plan.drawing[0]}
                  unit={unit}
                  label="The board from above"
                  onPick={pick}
                  onDrag={draft.kind === "edge" ? undefined : position}
                  onEdge={draft.kind === "edge" ? onEdge : undefined}
                />
              ) : null}
            </div>
            <div className="h-[190px] min-h-0 lg:h-auto lg:flex-[34]">
              {plan.drawing[1] ? (
                <Drawing
                  view={plan.drawing[1]}
                  unit={unit}
                  label="The section at the bit"
                  onPick={pick}
                  onBit={draft.kind === "edge" ? bit : undefined}
                />
              ) : null}
            </div>
            <Legend
              edge={draft.kind === "edge"}
              item={item}
              material={shop.materials.find((each) => each.id === piece.material)?.name ?? piece.material}
            />
          </div>
        ) : (
          <div className="flex flex-1 items-center justify-center text-ink-2" data-testid="no-plan">
            {problem ? "Mend what is marked above and the plan appears here." : "Working it out …"}
          </div>
        )}
      </main>
      <aside className="min-h-0 px-3 pb-3 lg:pr-4 lg:pl-0">
        <div className="perforated h-full bg-paper lg:overflow-y-auto">
          <div className="px-3.5 pt-2 pb-2">
            {plan ? (
              <Slip
                plan={plan}
                unit={unit}
                shop={shop}
                asked={asked}
                stale={problem !== null && !problem.partial}
                onEdit={onEdit}
                onSchool={onSchool}
              />
            ) : null}
          </div>
        </div>
      </aside>
      {bench && plan && draft.kind === "edge" ? (
        <Suspense>
          <ProfileBench
            draft={draft}
            plan={plan}
            problem={problem}
            piece={pieceIn(piece)}
            cutId={cutId}
            unit={unit}
            onEdit={onEdit}
            onClose={() => setBench(false)}
          />
        </Suspense>
      ) : null}
      {state.newer ? (
        <Conflict
          mine={draft}
          theirs={state.newer}
          onMine={() => editor.keepMine()}
          onTheirs={() => editor.takeTheirs()}
        />
      ) : null}
    </div>
  );
}
