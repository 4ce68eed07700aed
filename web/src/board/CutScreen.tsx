import { Play } from "lucide-react";
import { lazy, Suspense, useCallback, useEffect, useState, useSyncExternalStore } from "react";
import { Link, useNavigate } from "react-router";
import {
  api,
  type Caution,
  type Change,
  type ClampAt,
  type CutItem,
  type CutPlan,
  type DryRun as DryRunData,
  type EdgeCutIn,
  type HouseRules,
  type PieceItem,
  type ShopView,
  type Unit,
} from "../api/client";
import { pieceIn } from "../api/typed";
import { runCommand, useCommand } from "../app/commands";
import { valueAt } from "../forms/draft";
import { edgesAt, toggled } from "../forms/EdgesBlank";
import { FormOptions } from "../forms/FormOptions";
import { FormSentence } from "../forms/FormSentence";
import { type Filling, partsOf, placeOf } from "../forms/filling";
import { IsWanted, KeepAsWanted } from "../jobs/Wanted";
import { Lead } from "../slip/Cautions";
import { Slip } from "../slip/Slip";
import { StatusLine } from "../slip/StatusLine";
import { useStable } from "../ui/stable";
import { Words } from "../ui/Words";
import { inUnit } from "../ui/words";
import { Conflict } from "./Conflict";
import { Drawing } from "./Drawing";
import { DryRun } from "./DryRun";
import { useBitDrag } from "./dragging";
import type { CutEditor } from "./editor";
import { useFibres } from "./fibres";
import { Legend } from "./Legend";
import { useOpenCut } from "./openCut";
import { useRepeating } from "./repeating";

const ProfileBench = lazy(() =>
  import("./ProfileBench").then((module) => ({ default: module.ProfileBench })),
);

interface Props {
  shop: ShopView;
  item: PieceItem;
  cut: CutItem;
  unit: Unit;
  jobId: string;
  onSaving: (state: string) => void;
  onStopped: (stopped: boolean) => void;
  onSchool: (change: Partial<HouseRules>) => void;
}

/** The board and the slip of one cut. */
export function CutScreen(props: Props) {
  const { shop, item, cut, jobId, unit, onSaving, onStopped, onSchool } = props;
  const editor = useOpenCut({ shop, item, cut, jobId });
  return editor ? (
    <Board
      editor={editor}
      cutId={cut.id}
      jobId={jobId}
      jointId={cut.joint}
      shop={shop}
      item={item}
      unit={unit}
      onSaving={onSaving}
      onStopped={onStopped}
      onSchool={onSchool}
    />
  ) : null;
}

/** Puts the writing mark into the field of a dimension. */
const pick = (field: string) =>
  document.querySelector<HTMLInputElement>(`input[data-field="${field}"]`)?.focus();

interface BoardProps extends Pick<Props, "shop" | "item" | "unit" | "onSaving" | "onStopped" | "onSchool"> {
  editor: CutEditor;
  cutId: string;
  jobId: string;
  /** Of what follows from a joint. */
  jointId: string | null;
}

function Board(props: BoardProps) {
  const { editor, cutId, jobId, jointId, shop, item, unit, onSaving, onStopped, onSchool } = props;
  const state = useSyncExternalStore(editor.subscribe, editor.snapshot);
  const { draft, plan, form, problem } = state;
  const place = form ? placeOf(problem, partsOf(form)) : null;
  const elsewhere = place === null ? problem : null;
  useEffect(() => onSaving(state.saving), [onSaving, state.saving]);
  const lacking = (problem?.lacks ?? false) && state.saving !== "conflict";
  const why = problem ? <Words text={inUnit(problem.message, unit)} /> : null;
  // Nothing is run or printed that cannot be cut.
  const stopped = plan?.status === "stop" || (problem !== null && state.saving === "saved");
  useEffect(() => onStopped(stopped), [onStopped, stopped]);
  const onEdit = useCallback((change: Change, usual?: Change) => editor.edit(change, usual), [editor]);
  const [bench, setBench] = useState(false);
  const [dry, setDry] = useState<{ plan: CutPlan; run: DryRunData } | null>(null);
  const hasBench = form?.components.includes("profile-bench") ?? false;
  useCommand("profile", () => setBench(true), hasBench && plan !== null);
  const piece = item.piece;
  const edges = form?.sentence.find((part) => part.takes === "edges")?.field;
  const onEdge = useStable((ref: string) => {
    if (edges) onEdit({ [edges]: toggled(edgesAt(draft, edges), ref) });
  });
  const asked = useStable(() => ({ piece: pieceIn(piece), cut: draft, cut_id: cutId }));
  const onClamps = useStable((clamps: ClampAt[]) => onEdit({ clamps }));
  // A run is that of what is drawn on the screen; with another plan it ends.
  const running = dry && dry.plan.drawing === plan?.drawing ? dry.run : null;
  const toggleDryRun = async () => {
    if (running || !plan) return setDry(null);
    const answer = await api.dryRun(asked());
    if (answer.kind === "ok") setDry({ plan, run: answer.data });
  };
  useCommand("dry-run", () => void toggleDryRun(), plan !== null);
  const section = plan?.drawing.find((view) => view.handle);
  const fibres = useFibres(plan?.drawing ?? []);
  const bit = useBitDrag(section?.handle ?? null, onEdit);
  const repeating = useRepeating(asked, onEdit);
  const problemAt = (field: string) => (field === place ? problem : null);
  const filling: Filling = { draft, plan, unit, prefix: "", repeating, problemAt, onEdit };
  const navigate = useNavigate();
  const lead = useStable((to: NonNullable<Caution["typed_in"]>) => {
    const [thing, field] = to.split(".");
    if (to === "board") return runCommand("change-piece", "");
    if (to === "assumed") return void navigate("/assumed");
    if (to === "mate") return pick("mate.thickness");
    if (thing === "bit") return void navigate(`/drawer/${plan?.bit_id}?field=${field}`);
    void navigate(
      `/bench?${thing === "dial" ? "measure" : "change"}=${plan?.router_id}&field=${field ?? ""}`,
    );
  });
  const moved = (valueAt(draft, "clamps") ?? []) as ClampAt[];
  return (
    <div className="grid min-h-0 min-w-0 grid-cols-1 lg:grid-cols-[minmax(0,1fr)_384px]">
      <main id="main" tabIndex={-1} className="flex min-h-0 min-w-0 flex-col px-4 pt-3 pb-1.5 lg:px-5">
        {form ? (
          <>
            <FormSentence form={form} filling={filling} />
            <FormOptions form={form} filling={filling}>
              {hasBench ? (
                <button
                  type="button"
                  className="button ml-auto"
                  onClick={() => setBench(true)}
                  disabled={!plan}
                  data-testid="profile-bench"
                >
                  Profile bench
                </button>
              ) : null}
            </FormOptions>
          </>
        ) : null}
        {jointId ? (
          <p className="mt-1 text-small text-ink-2" data-testid="of-joint">
            It follows from a joint: its sizes change there, tools, guide and clamps here.{" "}
            <Link className="font-semibold text-ink underline" to={`/jobs/${jobId}/joints/${jointId}`}>
              Open the joint
            </Link>
          </p>
        ) : null}
        {plan ? <StatusLine plan={plan} unit={unit} stale={problem !== null} /> : null}
        {state.down ? (
          <p
            role="alert"
            className="striped mt-1 border-l-4 border-hazard px-3 py-2 text-body"
            data-testid="down"
          >
            {state.down}
          </p>
        ) : null}
        {lacking && state.saving === "saved" ? <IsWanted why={why} /> : null}
        {lacking && state.saving === "refused" ? (
          <KeepAsWanted why={why} onKeep={() => editor.keepAsWanted()} />
        ) : null}
        {elsewhere && !lacking ? (
          <p role="alert" className="mt-1 border-l-4 border-cut px-3 py-2 text-body" data-testid="problem">
            <Words text={inUnit(elsewhere.message, unit)} />
          </p>
        ) : null}
        {plan ? (
          <div className="flex min-h-0 flex-1 flex-col">
            <div
              className={`relative min-h-0 lg:h-auto lg:flex-[66] ${problem ? "opacity-60" : ""} ${running ? "h-[440px] md:h-[520px]" : "h-[330px] md:h-[440px]"}`}
            >
              {running ? null : (
                <button
                  type="button"
                  className="button absolute right-0 bottom-1 z-10 text-small"
                  onClick={() => void toggleDryRun()}
                  disabled={problem !== null}
                  data-testid="dry-run-start"
                  data-over-drawing
                >
                  <Play size={16} aria-hidden className="mr-1 inline" />
                  Dry run
                </button>
              )}
              {moved.length > 0 ? (
                <button
                  type="button"
                  className="quiet absolute top-0 right-0 z-10 text-small"
                  onClick={() => onEdit({ clamps: [] })}
                >
                  clamps as proposed
                </button>
              ) : null}
              {plan.drawing[0] && running ? (
                <DryRun run={running} plan={plan} unit={unit} onClose={() => setDry(null)} />
              ) : plan.drawing[0] ? (
                <Drawing
                  view={fibres.of(plan.drawing[0])}
                  unit={unit}
                  label="The board from above"
                  describedBy="in-words"
                  onPick={pick}
                  onEdit={onEdit}
                  onClamps={"clamps" in draft ? onClamps : undefined}
                  onEdge={edges ? onEdge : undefined}
                />
              ) : null}
              <ul id="in-words" className="sr-only">
                {plan.in_words.map((line) => (
                  <li key={line.metric}>{inUnit(line, unit)}</li>
                ))}
              </ul>
            </div>
            <div
              className={`flex h-[190px] min-h-0 gap-2 lg:h-auto lg:flex-[34] ${problem ? "opacity-60" : ""}`}
            >
              {plan.drawing.slice(1).map((view) => (
                <div key={view.name} className="min-w-0 flex-1">
                  <Drawing
                    view={view}
                    unit={unit}
                    label={view.name === "side" ? "The turret from the side" : "The section at the bit"}
                    onPick={pick}
                    onBit={view === section ? bit : undefined}
                  />
                </div>
              ))}
            </div>
            <Legend
              outlines={plan.drawing.flatMap((view) => view.outlines)}
              fibres={fibres}
              item={item}
              material={shop.materials.find((each) => each.id === piece.material)?.name ?? piece.material}
            />
          </div>
        ) : (
          <div className="flex flex-1 items-center justify-center text-ink-2" data-testid="no-plan">
            {lacking
              ? "The plan appears here once there is a tool for it, or when its sizes change."
              : problem
                ? "Mend what is marked above and the plan appears here."
                : "Working it out …"}
          </div>
        )}
      </main>
      <aside className="min-h-0 px-3 pb-3 lg:pr-4 lg:pl-0">
        <div className="perforated h-full bg-paper lg:overflow-y-auto">
          <div className="px-3.5 pt-2 pb-2">
            {plan ? (
              <Lead value={lead}>
                <Slip
                  plan={plan}
                  unit={unit}
                  shop={shop}
                  asked={asked}
                  stale={problem !== null}
                  onEdit={onEdit}
                  onSchool={onSchool}
                />
              </Lead>
            ) : null}
          </div>
        </div>
      </aside>
      {bench && plan ? (
        <Suspense>
          <ProfileBench
            draft={draft as EdgeCutIn}
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
      {state.newer && plan ? (
        <Conflict
          mine={plan.sentence}
          theirs={state.newer.sentence}
          unit={unit}
          onMine={() => editor.keepMine()}
          onTheirs={() => editor.takeTheirs()}
        />
      ) : null}
    </div>
  );
}
