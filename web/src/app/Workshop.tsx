import { lazy, Suspense, useCallback, useEffect, useMemo, useState } from "react";
import { useLocation, useNavigate, useParams } from "react-router";
import type { CutItem, HouseRules, JobView, PieceItem, ShopView, Unit } from "../api/client";
import { useJob, useJobs, useShop } from "../api/queries";
import { CutScreen } from "../board/CutScreen";
import { leftAs } from "../board/editors";
import { useJobActions } from "../jobs/actions";
import { Strip } from "../jobs/Strip";
import { useStable } from "../ui/stable";
import { runCommand, useCommand } from "./commands";
import { GoneCut, NoJob } from "./Gone";
import { Header } from "./Header";
import { lastJob } from "./lastJob";
import { Coming, SkipLink } from "./Place";
import { useShopSettings } from "./settings";
import { type ShortcutName, useShortcuts } from "./shortcuts";
import { useTitle } from "./title";
import { history } from "./undo";
import { Waiting } from "./Waiting";

const dialogs = () => import("./Dialogs");
const Dialogs = lazy(dialogs);
const Tour = lazy(() => import("../tour/Tour"));

export type OpenDialog =
  | { what: "shortcuts" | "rules" | "cut" | "palette" }
  | { what: "piece"; item: PieceItem | null }
  | { what: "rename"; cut: CutItem };

/** The workshop: the strip of cuts, the board and the slip of one of them. */
export function Workshop() {
  const { jobId = "", cutId } = useParams();
  const shop = useShop();
  const job = useJob(jobId);
  const jobs = useJobs();
  if (job.problem) return <NoJob problem={job.problem} />;
  if (!shop.data || !job.data) return <Waiting reason={shop.down ?? job.down} />;
  return (
    <Bench
      key={jobId}
      shop={shop.data}
      job={job.data}
      jobs={(jobs.data ?? []).filter((each) => !each.archived)}
      cutId={cutId ?? null}
    />
  );
}

interface BenchProps {
  shop: ShopView;
  job: JobView;
  jobs: readonly { id: string; name: string }[];
  cutId: string | null;
}

function Bench({ shop, job, jobs, cutId }: BenchProps) {
  const navigate = useNavigate();
  const here = useLocation();
  const [dialog, setDialog] = useState<OpenDialog | null>(null);
  const [saving, setSaving] = useState<string>("saved");
  const [stopped, setStopped] = useState(false);
  const settings = useShopSettings(shop);
  const cuts = useMemo(() => job.pieces.flatMap((item) => item.cuts.map((cut) => ({ item, cut }))), [job]);
  const changeRules = useStable((change: Partial<HouseRules>) => settings.changeRules(change));
  const found = cuts.findIndex((each) => each.cut.id === cutId);
  // One that was on the screen and is removed there makes way for the first; an address that names none says so.
  const [shown, setShown] = useState<string | null>(null);
  useEffect(() => {
    if (found >= 0) setShown(cutId);
  }, [found, cutId]);
  const gone = cutId !== null && found < 0 && cuts.length > 0 && shown !== cutId;
  const index = Math.max(0, found);
  const current = gone ? null : (cuts[index] ?? null);
  const unit: Unit = shop.unit;
  const open = useCallback((id: string) => void navigate(`/jobs/${job.id}/cuts/${id}`), [navigate, job.id]);

  const actions = useJobActions(job, open);
  useEffect(() => lastJob.keep(job.id), [job.id]);

  useEffect(() => {
    if (current && current.cut.id !== cutId)
      void navigate(`/jobs/${job.id}/cuts/${current.cut.id}`, { replace: true, state: here.state });
  }, [current, cutId, job.id, navigate, here.state]);

  const named = current ? `${current.cut.name}, ${current.item.piece.name}` : null;
  useTitle(named ? `${named} · ${job.name}` : job.name);

  const step = (by: number) => {
    const next = cuts[index + by];
    if (next) open(next.cut.id);
  };
  const run = (name: ShortcutName, key = "") => {
    switch (name) {
      case "caliper":
        return;
      case "help":
        return setDialog({ what: "shortcuts" });
      case "rules":
        return setDialog({ what: "rules" });
      case "new-piece":
        return setDialog({ what: "piece", item: null });
      case "new-cut":
        return setDialog(job.pieces.length > 0 ? { what: "cut" } : { what: "piece", item: null });
      case "undo":
        return void history.undo();
      case "redo":
        return void history.redo();
      case "unit":
        return settings.readIn(unit === "mm" ? "in" : "mm");
      case "next-cut":
        return step(1);
      case "previous-cut":
        return step(-1);
      case "edge":
      case "all-edges":
      case "profile":
      case "tools":
      case "dry-run":
      case "step-back":
      case "step-on":
      case "play":
      case "fibres":
      case "print":
      case "run":
        return runCommand(name, key);
      case "width":
      case "depth":
      case "size":
      case "position":
        return document.querySelector<HTMLInputElement>(`input[data-field="${name}"]`)?.focus();
      case "palette":
        return setDialog({ what: "palette" });
      case "cuts":
      case "find-bits":
      case "add-bit":
      case "round-corners":
      case "measure":
      case "move-corners":
        return;
      case "jobs":
      case "drawer":
      case "bench":
      case "templates":
      case "log":
        return void navigate(`/${name}`);
      default:
        return name satisfies never;
    }
  };
  const [touring, setTouring] = useState(false);
  useCommand("look-round", () => setTouring(true), current !== null);
  useShortcuts(run, dialog === null && !touring);
  // Another place sends here with something to go on with.
  const wanted = (here.state as { open?: "cut" } | null)?.open;
  useEffect(() => {
    if (wanted !== "cut" || (current && current.cut.id !== cutId)) return;
    setDialog({ what: "cut" });
    void navigate(here.pathname, { replace: true });
  }, [wanted, current, cutId, here.pathname, navigate]);
  useCommand("change-piece", () => current && setDialog({ what: "piece", item: current.item }));

  // Fetched while nobody waits for it, so that what is typed right after a key reaches the dialog it opened.
  useEffect(() => {
    const later = setTimeout(() => void dialogs(), 400);
    return () => clearTimeout(later);
  }, []);

  return (
    <div className="flex min-h-dvh flex-col lg:h-dvh lg:min-h-0">
      <SkipLink />
      <p className="sr-only" role="status">
        {named}
      </p>
      <Header
        shopName={shop.name}
        job={job}
        jobs={jobs}
        unit={unit}
        saving={saving}
        stopped={stopped}
        cutId={current?.cut.id ?? null}
        cutVersion={current ? Math.max(current.cut.version, leftAs(current.cut.id) ?? 0) : 0}
        cutName={named}
        onRun={run}
      />
      <div className="flex min-h-0 flex-1 flex-col lg:grid lg:grid-cols-[214px_minmax(0,1fr)]">
        <Strip
          job={job}
          unit={unit}
          currentId={current?.cut.id ?? null}
          onOpen={open}
          actions={actions}
          onEditPiece={(item) => setDialog({ what: "piece", item })}
          onRenameCut={(cut) => setDialog({ what: "rename", cut })}
          onOpenJoint={(id) => void navigate(`/jobs/${job.id}/joints/${id}`)}
          onNewCut={() => run("new-cut")}
          onNewPiece={() => run("new-piece")}
          onLook={() => setTouring(true)}
        />
        {current ? (
          <CutScreen
            key={current.cut.id}
            shop={shop}
            item={current.item}
            cut={current.cut}
            unit={unit}
            jobId={job.id}
            onSaving={setSaving}
            onStopped={setStopped}
            onSchool={changeRules}
          />
        ) : gone ? (
          <GoneCut key={cutId} cutId={cutId} jobId={job.id} jobName={job.name} />
        ) : (
          <Empty hasPieces={job.pieces.length > 0} onNew={() => run("new-cut")} />
        )}
      </div>
      {touring ? (
        <Suspense fallback={null}>
          <Tour onLeave={() => setTouring(false)} />
        </Suspense>
      ) : null}
      {dialog ? (
        <Suspense fallback={<Coming />}>
          <Dialogs
            open={dialog}
            shop={shop}
            job={job}
            unit={unit}
            pieceId={current?.item.id ?? job.pieces[0]?.id ?? null}
            problem={settings.problem}
            actions={actions}
            onRules={settings.changeRules}
            onClose={() => setDialog(null)}
            onNewCut={() => setDialog({ what: "cut" })}
          />
        </Suspense>
      ) : null}
    </div>
  );
}

function Empty({ hasPieces, onNew }: { hasPieces: boolean; onNew: () => void }) {
  return (
    <main
      id="main"
      tabIndex={-1}
      className="flex flex-col items-center justify-center gap-3 p-8 text-center"
      data-testid="empty"
    >
      <h2 className="text-figure font-bold">
        {hasPieces ? "What do you want to cut?" : "Which board do you want to cut?"}
      </h2>
      <p className="max-w-sm text-ink-2">
        {hasPieces
          ? "Say how wide, how deep and where; Ranura works out the rest."
          : "Name the board, its wood and its measured size. Cuts come after."}
      </p>
      <button type="button" className="button button-main" onClick={onNew}>
        {hasPieces ? "Add a cut" : "Add a board"}
      </button>
    </main>
  );
}
