/** At the machine: one action a step, large, the whole screen; any tap, the space bar, an arrow or a pedal goes on. */
import { ArrowLeft, Check, Footprints, Square, TriangleAlert, X } from "lucide-react";
import { useEffect, useEffectEvent, useRef, useState } from "react";
import { useNavigate, useParams } from "react-router";
import { api, type RunStep, type RunView, type Unit } from "../api/client";
import { useReading, useRefresh, useShop } from "../api/queries";
import { NoJob } from "../app/Gone";
import { notifyOf } from "../app/notice";
import { useTitle } from "../app/title";
import { Waiting } from "../app/Waiting";
import { Stage } from "../board/DryStage";
import { BigReading, Words } from "../ui/Words";
import { inUnit, reading } from "../ui/words";
import { CameOutForm } from "./CameOutForm";
import { letGo } from "./hands";
import { OF_TROUBLE } from "./outcomes";
import { Troubles } from "./Troubles";
import { usePacer } from "./usePacer";
import { useRun } from "./useRun";

export default function RunMode() {
  const { runId = "" } = useParams();
  const shop = useShop();
  const run = useReading({ key: ["run", runId], ask: () => api.run(runId) });
  if (run.problem) return <NoJob problem={run.problem} />;
  if (!shop.data || !run.data) return <Waiting reason={shop.down ?? run.down} />;
  return <AtTheMachine key={runId} view={run.data} unit={shop.data.unit} />;
}

const PART: Record<RunStep["part"], string> = {
  "set-up": "Set up",
  look: "Look",
  scrap: "Scrap",
  cut: "Cut",
  after: "After",
};

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
        <Troubles troubles={view.troubles} unit={unit} onMet={setMet} onClose={() => setTrouble(false)} />
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

interface TakeUpProps {
  begun: boolean;
  /** The cut is another one by now. */
  changed: boolean;
  onTakeUp: () => void;
  onGiveUp: () => void;
}

/** Before anybody goes on with a run that was left. */
function TakeUp({ begun, changed, onTakeUp, onGiveUp }: TakeUpProps) {
  const button = useRef<HTMLButtonElement>(null);
  useEffect(() => button.current?.focus(), []);
  return (
    <main id="main" className="flex flex-1 flex-col justify-center gap-5 px-6" data-testid="take-up">
      <h2 className="text-[clamp(1.9rem,5vw,3rem)] font-bold leading-tight">
        {begun ? "Before you go on" : "Before you begin"}
      </h2>
      <ul className="flex list-disc flex-col gap-2 pl-7 text-[clamp(1.25rem,3vw,1.75rem)] leading-snug">
        <li>unplugged</li>
        <li>look at the collet: the bit is where it was, and tight</li>
        <li>try every lock: depth, guide, clamps</li>
        {begun ? <li>nobody changed anything while you were away</li> : null}
      </ul>
      {changed ? (
        <p className="striped border-l-4 border-hazard px-3 py-2 text-strong" data-testid="run-changed">
          <b>The cut was changed since.</b> This run follows the plan as it was; give it up to begin with the
          new one.
        </p>
      ) : null}
      <button
        ref={button}
        type="button"
        className="button button-main min-h-16 justify-center text-title"
        onClick={onTakeUp}
        data-testid="take-it-up"
      >
        I looked: go on
      </button>
      <button type="button" className="button min-h-12 self-start" onClick={onGiveUp} data-testid="give-up">
        Give this run up
      </button>
    </main>
  );
}

interface StepProps {
  step: RunStep;
  view: RunView;
  unit: Unit;
  first: boolean;
  covered: boolean;
  onDone: () => void;
  onLeaveOut: () => void;
  onBack: () => void;
  onTrouble: () => void;
  onPause: () => void;
}

function OneStep({
  step,
  view,
  unit,
  first,
  covered,
  onDone,
  onLeaveOut,
  onBack,
  onTrouble,
  onPause,
}: StepProps) {
  const dry = view.record?.dry_run ?? null;
  const onKey = useEffectEvent((event: KeyboardEvent) => {
    if (covered || event.defaultPrevented || event.ctrlKey || event.metaKey || event.altKey || event.repeat)
      return;
    const onButton = event.target instanceof HTMLElement && event.target.closest("button") !== null;
    switch (event.key) {
      case " ":
      case "Enter":
        if (onButton) return;
        onDone();
        break;
      case "ArrowRight":
      case "ArrowDown":
      case "PageDown":
        onDone();
        break;
      case "ArrowLeft":
      case "ArrowUp":
      case "PageUp":
        onBack();
        break;
      case "o":
      case "O":
        onLeaveOut();
        break;
      case "t":
      case "T":
        onTrouble();
        break;
      case "Escape":
        onPause();
        break;
      default:
        return;
    }
    event.preventDefault();
  });
  useEffect(() => {
    const listener = (event: KeyboardEvent) => onKey(event);
    window.addEventListener("keydown", listener);
    return () => window.removeEventListener("keydown", listener);
  }, []);
  const drawn = dry && step.moves;
  return (
    // biome-ignore lint/a11y/useKeyWithClickEvents: the keys of the whole page do the same
    <main
      id="main"
      tabIndex={-1}
      className="flex min-h-0 flex-1 cursor-pointer flex-col select-none"
      onClick={onDone}
      data-testid="run-step"
      data-step={step.key}
    >
      <div
        className={`grid min-h-0 flex-1 gap-x-6 gap-y-2 overflow-y-auto px-5 py-3 ${drawn ? "lg:grid-cols-[minmax(0,1fr)_minmax(0,1fr)]" : ""}`}
      >
        <div className="min-w-0" aria-live="polite">
          <p className="text-body font-semibold text-ink-2">{PART[step.part]}</p>
          <h2 className="text-[clamp(1.8rem,4.6vw,3.1rem)] font-bold leading-[1.12]" data-testid="run-title">
            <Words text={inUnit(step.title, unit)} />
          </h2>
          {step.leads.length > 0 ? (
            <p className="mt-2 flex flex-wrap items-baseline gap-x-5 gap-y-1 text-[clamp(2.2rem,6vw,4rem)] leading-none font-bold tabular-nums">
              {step.leads.map((lead) => (
                <span key={lead.caption.metric + lead.shown.metric.number} className="whitespace-nowrap">
                  <BigReading reading={reading(lead.shown, unit)} large={false} />{" "}
                  <span className="text-[0.42em] font-normal text-ink-2">
                    <Words text={inUnit(lead.caption, unit)} />
                  </span>
                </span>
              ))}
            </p>
          ) : null}
          <ul className="mt-3 flex list-disc flex-col gap-1.5 pl-6 text-[clamp(1.15rem,2.5vw,1.6rem)] leading-snug">
            {step.lines.map((line) => (
              <li key={line.metric}>
                <Words text={inUnit(line, unit)} />
              </li>
            ))}
          </ul>
          {step.costs ? (
            <p className="mt-3 border-l-4 border-hazard pl-3 text-strong text-ink-2">
              <Words text={inUnit(step.costs, unit)} />
            </p>
          ) : null}
        </div>
        {drawn ? (
          <Watched view={view} step={step} first={step.moves?.[0] ?? 0} after={step.moves?.[1] ?? 0} />
        ) : null}
      </div>
      <footer className="flex items-stretch gap-2 border-t-2 border-ink bg-bench p-2">
        <button
          type="button"
          className="button min-h-14 px-4"
          disabled={first}
          aria-label="Back"
          onClick={(event) => {
            event.stopPropagation();
            onBack();
          }}
        >
          <ArrowLeft size={26} aria-hidden />
        </button>
        {step.costs ? (
          <button
            type="button"
            className="button min-h-14 px-4 text-strong"
            data-testid="leave-out"
            onClick={(event) => {
              event.stopPropagation();
              onLeaveOut();
            }}
          >
            Leave it out
          </button>
        ) : null}
        <span
          className="flex min-h-14 flex-1 items-center justify-center gap-3 rounded bg-ink px-4 text-title font-bold text-bench"
          data-testid="run-done"
        >
          {step.tick ? <Square size={26} aria-hidden /> : <Check size={26} aria-hidden />}
          {step.tick ? "Seen: tap anywhere" : "Done: tap anywhere"}
        </span>
      </footer>
    </main>
  );
}

interface WatchedProps {
  view: RunView;
  step: RunStep;
  first: number;
  after: number;
}

/** The drawing of just this step, and the light that goes along it. */
function Watched({ view, step, first, after }: WatchedProps) {
  const dry = view.record?.dry_run;
  if (!dry) return null;
  return <Paced dry={dry} paced={step.seconds !== null} first={first} after={after} />;
}

interface PacedProps {
  dry: NonNullable<RunView["record"]>["dry_run"];
  paced: boolean;
  first: number;
  after: number;
}

function Paced({ dry, paced, first, after }: PacedProps) {
  const pacer = usePacer(dry, first, after);
  const toggle = useEffectEvent(() => pacer.toggle());
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (event.key.toLowerCase() === "p" && !event.ctrlKey && !event.metaKey) toggle();
    };
    window.addEventListener("keydown", onKey);
    return () => window.removeEventListener("keydown", onKey);
  }, []);
  return (
    <div className="flex min-h-[220px] min-w-0 flex-col">
      <div className="min-h-0 flex-1">
        <Stage
          view={dry.view}
          run={dry}
          index={pacer.index}
          moment={pacer.moment}
          onPlace={() => undefined}
        />
      </div>
      {paced ? (
        <button
          type="button"
          className="button min-h-12 gap-2 self-start text-strong"
          aria-pressed={pacer.going}
          data-testid="pacer"
          onClick={(event) => {
            event.stopPropagation();
            pacer.toggle();
          }}
        >
          <Footprints size={22} aria-hidden />
          {pacer.going
            ? `${Math.ceil(pacer.seconds - pacer.at)} s left`
            : `Pace: ${Math.round(pacer.seconds)} s`}
        </button>
      ) : null}
    </div>
  );
}
