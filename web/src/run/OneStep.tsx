import { ArrowLeft, Check, Square } from "lucide-react";
import { useEffect, useEffectEvent, useRef } from "react";
import type { RunStep, RunView, Unit } from "../api/client";
import { isTyping } from "../app/shortcuts";
import { BigReading, Words } from "../ui/Words";
import { inUnit, reading } from "../ui/words";
import { Sounds } from "./Sounds";
import { TrialMeasures } from "./TrialMeasures";
import { Watched } from "./Watched";

const DOUBLE_TAP_MS = 300;

const PART: Record<RunStep["part"], string> = {
  "set-up": "Set up",
  look: "Look",
  scrap: "Scrap",
  cut: "Cut",
  after: "After",
};

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

/** One action, large: what it is, its figures, its lines, and the drawing of just that. */
export function OneStep({
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
  const shownAt = useRef(performance.now());
  /** A tap that comes with the one before it means the same step. */
  const onTap = () => {
    if (performance.now() - shownAt.current > DOUBLE_TAP_MS) onDone();
  };
  const onKey = useEffectEvent((event: KeyboardEvent) => {
    if (
      covered ||
      event.defaultPrevented ||
      isTyping(event.target) ||
      event.ctrlKey ||
      event.metaKey ||
      event.altKey ||
      event.repeat
    )
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
      onClick={onTap}
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
          {step.part === "scrap" ? <TrialMeasures view={view} unit={unit} /> : null}
          {step.part === "scrap" && view.teeth ? <Sounds teeth={view.teeth} /> : null}
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
        <button
          type="button"
          className="flex min-h-14 flex-1 items-center justify-center gap-3 rounded bg-ink px-4 text-title font-bold text-bench"
          data-testid="run-done"
          onClick={(event) => {
            event.stopPropagation();
            onTap();
          }}
        >
          {step.tick ? <Square size={26} aria-hidden /> : <Check size={26} aria-hidden />}
          {step.tick ? "Seen: tap anywhere" : "Done: tap anywhere"}
        </button>
      </footer>
    </main>
  );
}
