/** At the machine: one action a step, large, the whole screen; any tap, the space bar, an arrow or a pedal goes on. */
import { TriangleAlert, X } from "lucide-react";
import { useEffect, useState } from "react";
import { useNavigate, useParams } from "react-router";
import { api, type RunStep, type RunView, type Unit } from "../api/client";
import { useReading, useRefresh, useShop } from "../api/queries";
import { NoJob } from "../app/Gone";
import { notifyOf } from "../app/notice";
import { useTitle } from "../app/title";
import { Waiting } from "../app/Waiting";
import { CameOutForm } from "./CameOutForm";
import { ease, otherBits } from "./easing";
import { letGo } from "./hands";
import { OneStep } from "./OneStep";
import { OF_TROUBLE } from "./outcomes";
import { TakeUp } from "./TakeUp";
import { Troubles } from "./Troubles";
import { useRun } from "./useRun";

export default function RunMode() {
  const { runId = "" } = useParams();
  const shop = useShop();
  const run = useReading({ key: ["run", runId], ask: () => api.run(runId) });
  if (run.problem) return <NoJob problem={run.problem} />;
  if (!shop.data || !run.data) return <Waiting reason={shop.down ?? run.down} />;
  return <AtTheMachine key={runId} view={run.data} unit={shop.data.unit} />;
}

function useAwake() {
  useEffect(() => {
    let lock: WakeLockSentinel | null = null;
    void navigator.wakeLock?.request("screen").then(
      (got) => {
        lock = got;
      },
      () => null,
    );
    return () => void lock?.release();
  }, []);
}

function AtTheMachine({ view, unit }: { view: RunView; unit: Unit }) {
  const navigate = useNavigate();
  const refresh = useRefresh();
  const steps = view.record?.steps ?? [];
  const run = useRun(view.run, steps);
  const [trouble, setTrouble] = useState(false);
  const [met, setMet] = useState<string | null>(null);
  const away =
    view.run.of.job_id && view.run.cut_id ? `/jobs/${view.run.of.job_id}/cuts/${view.run.cut_id}` : "/log";
  const pause = () => {
    letGo(view.run.id);
    void navigate(away);
    void refresh();
  };
  useTitle(`At the machine: ${view.run.of.cut}`);
  useAwake();
  const ended = view.run.state !== "under-way";
  const [givingUp, setGivingUp] = useState(false);
  useEffect(() => {
    if (ended && !givingUp) void navigate(`/log/${view.run.id}`, { replace: true });
  }, [ended, givingUp, navigate, view.run.id]);
  if (ended) return null;
  return (
    <div className="flex h-dvh flex-col bg-paper" data-testid="run-mode">
      <header className="flex items-center gap-2 border-b-2 border-ink bg-bench px-3 py-1.5">
        <h1 className="sr-only">At the machine: {view.run.of.cut}</h1>
        <span className="min-w-0 flex-1 leading-tight">
          <span className="block truncate text-body font-semibold">{view.run.of.cut}</span>
          <span className="block truncate text-note text-ink-2">
            {view.run.of.piece} · {view.run.of.job}
          </span>
        </span>
        {run.hand && run.now ? (
          <span className="text-title font-bold tabular-nums" data-testid="run-place">
            {run.done.length + 1}
            <span className="text-body font-normal text-ink-2"> of {steps.length}</span>
          </span>
        ) : null}
        <button type="button" className="button gap-2" onClick={() => setTrouble(true)} data-testid="trouble">
          <TriangleAlert size={20} aria-hidden /> Trouble
        </button>
        <button type="button" className="button px-3" aria-label="Pause" onClick={pause}>
          <X size={20} aria-hidden />
        </button>
      </header>
      <Along steps={steps} done={run.done.length} />
      {run.said ? (
        <p role="alert" className="border-l-4 border-hazard px-3 py-2 text-body" data-testid="run-said">
          {run.said}
        </p>
      ) : null}
      {!run.hand ? (
        <TakeUp
          begun={run.done.length > 0}
          changed={view.changed}
          onTakeUp={() => void run.takeUp()}
          onGiveUp={async () => {
            setGivingUp(true);
            const left = await api.leaveRun(view.run.id);
            if (left.kind === "ok") return pause();
            setGivingUp(false);
            notifyOf("It is not given up", left);
          }}
        />
      ) : run.now ? (
        <OneStep
          key={run.now.key}
          step={run.now}
          view={view}
          unit={unit}
          first={run.done.length === 0}
          covered={trouble}
          onDone={() => run.on("done")}
          onLeaveOut={() => run.on("left-out")}
          onBack={run.back}
          onTrouble={() => setTrouble(true)}
          onPause={pause}
        />
      ) : (
        <CameOutForm
          view={view}
          unit={unit}
          waiting={run.waiting > 0}
          guess={met ? (OF_TROUBLE[met] ?? null) : null}
          onBack={run.back}
        />
      )}
      {trouble ? (
        <Troubles
          troubles={view.troubles}
          unit={unit}
          onMet={setMet}
          onChange={async (change) => {
            const came = await ease(view.run, change);
            await refresh();
            return came;
          }}
          bitsBeside={() => otherBits(view.run)}
          onClose={() => setTrouble(false)}
        />
      ) : null}
    </div>
  );
}

/** How far it is: a bar for every step. */
function Along({ steps, done }: { steps: readonly RunStep[]; done: number }) {
  return (
    <div className="flex gap-px px-px pt-px" aria-hidden>
      {steps.map((each, number) => (
        <span
          key={each.key}
          className={`h-2 flex-1 ${number < done ? "bg-ink" : number === done ? "bg-cut" : each.part === "cut" ? "bg-cut-soft" : "bg-rule"}`}
        />
      ))}
    </div>
  );
}
