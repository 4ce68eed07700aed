/** The dry run: the moves of a plan on its drawing. By hand the router goes over the board; over a table the work goes past the bit. */
import { ChevronLeft, ChevronRight, Pause, Play, X } from "lucide-react";
import { useEffect, useEffectEvent, useMemo, useRef, useState } from "react";
import type { CutPlan, DryRun as Run, Unit } from "../api/client";
import { useCommand } from "../app/commands";
import { Words } from "../ui/Words";
import { inUnit } from "../ui/words";
import { Stage } from "./DryStage";
import { endsOf, momentNear, momentOf, type Spot, type Step, stepAt } from "./timeline";

const PACES = [
  { pace: 0.3, says: "slow" },
  { pace: 1, says: "as it is" },
  { pace: 4, says: "fast" },
] as const;

const still = () => window.matchMedia("(prefers-reduced-motion: reduce)").matches;
/** Milliseconds for which each step is shown where nothing is to move. */
const STILL_MS = 1300;

/** Where a moment of a run is, and what can be done about it. */
function usePlayer(run: Run) {
  const ends = useMemo(() => endsOf(run.steps), [run]);
  const whole = ends.at(-1) ?? 0;
  const [at, setAt] = useState(0);
  const [playing, setPlaying] = useState(false);
  const [pace, setPace] = useState<number>(1);
  const now = stepAt(ends, at);
  const go = (to: number) => setAt(Math.max(0, Math.min(to, whole)));
  const toStep = (index: number) => {
    setPlaying(false);
    const last = run.steps.length - 1;
    go(index < 0 ? 0 : (ends[Math.min(index, last)] as number) - 1e-6);
  };
  const on = useEffectEvent((seconds: number) => {
    const next = at + seconds * pace;
    setAt(Math.min(next, whole));
    if (next >= whole) setPlaying(false);
  });
  const onwards = useEffectEvent(() => {
    if (now.index >= run.steps.length - 1) setPlaying(false);
    else setAt((ends[now.index + 1] as number) - 1e-6);
  });
  useEffect(() => {
    if (!playing) return;
    if (still()) {
      const timer = setInterval(() => onwards(), STILL_MS);
      return () => clearInterval(timer);
    }
    let last = performance.now();
    let frame = requestAnimationFrame(function tick(time) {
      on(Math.min(0.1, (time - last) / 1000));
      last = time;
      frame = requestAnimationFrame(tick);
    });
    return () => cancelAnimationFrame(frame);
  }, [playing]);
  const play = () => {
    if (at >= whole - 1e-3) setAt(0);
    setPlaying(!playing);
  };
  return { ends, whole, at, now, playing, pace, setPace, go, toStep, play, setPlaying };
}

interface Props {
  run: Run;
  plan: CutPlan;
  unit: Unit;
  onClose: () => void;
}

export function DryRun({ run, plan, unit, onClose }: Props) {
  const view = run.view;
  const player = usePlayer(run);
  const { now, ends } = player;
  const step = run.steps[now.index] as Step;
  const moment = momentOf(step, now.share);
  useCommand("step-back", () => player.toStep(now.index - 1));
  useCommand("step-on", () => player.toStep(now.index + 1));
  useCommand("play", player.play);
  const section = useRef<HTMLElement>(null);
  useEffect(() => {
    section.current?.scrollIntoView({ block: "nearest" });
  }, []);
  const found = plan.cautions.filter((each) => each.mark !== null && step.findings.includes(each.mark));
  const onPlace = (place: Spot) => {
    const to = momentNear(run.steps, ends, place);
    player.setPlaying(false);
    if (to !== null) player.go(to);
  };
  return (
    <section
      ref={section}
      className="flex h-full min-h-0 flex-col"
      aria-label="Dry run"
      data-testid="dry-run"
      onKeyDown={(event) => {
        if (event.key === "Escape") onClose();
      }}
    >
      <div className="min-h-0 flex-1">
        <Stage view={view} run={run} index={now.index} moment={moment} onPlace={onPlace} />
      </div>
      <p className="min-h-6 text-body font-semibold" data-testid="dry-says" aria-live="polite">
        <span className="mr-2 text-ink-2">
          {now.index + 1} of {run.steps.length}
          {step.station ? ` · place ${step.station}` : ""}
        </span>
        <Words text={inUnit(step.says, unit)} />
      </p>
      {found.map((each) => (
        <p
          key={each.code}
          className="striped border-l-4 border-hazard px-2 py-1 text-note"
          data-testid="dry-found"
        >
          <b>{each.mark}</b> <Words text={inUnit(each.message, unit)} />
        </p>
      ))}
      <div className="flex flex-wrap items-center gap-2 py-1">
        <button
          type="button"
          className="button px-3"
          aria-label="A step back"
          title="a step back ( , )"
          onClick={() => player.toStep(now.index - 1)}
        >
          <ChevronLeft size={20} aria-hidden />
        </button>
        <button
          type="button"
          className="button px-4"
          aria-label={player.playing ? "Pause" : "Play"}
          onClick={player.play}
        >
          {player.playing ? <Pause size={20} aria-hidden /> : <Play size={20} aria-hidden />}
        </button>
        <button
          type="button"
          className="button px-3"
          aria-label="A step on"
          title="a step on ( . )"
          onClick={() => player.toStep(now.index + 1)}
        >
          <ChevronRight size={20} aria-hidden />
        </button>
        <input
          type="range"
          className="h-11 min-w-40 flex-1 accent-cut"
          aria-label="Where in the run"
          min={0}
          max={player.whole}
          step="any"
          value={player.at}
          onChange={(event) => {
            player.setPlaying(false);
            player.go(Number(event.target.value));
          }}
        />
        <select
          className="choice text-small"
          aria-label="Pace"
          value={player.pace}
          onChange={(event) => player.setPace(Number(event.target.value))}
        >
          {PACES.map((each) => (
            <option key={each.pace} value={each.pace}>
              {each.says}
            </option>
          ))}
        </select>
        <button type="button" className="button px-3" aria-label="End the dry run" onClick={onClose}>
          <X size={20} aria-hidden />
        </button>
      </div>
    </section>
  );
}
