import { Footprints } from "lucide-react";
import { useEffect, useEffectEvent } from "react";
import type { RunStep, RunView } from "../api/client";
import { isTyping } from "../app/shortcuts";
import { Stage } from "../board/DryStage";
import { usePacer } from "./usePacer";

interface WatchedProps {
  view: RunView;
  step: RunStep;
  first: number;
  after: number;
}

/** The drawing of just this step, and the light that goes along it. */
export function Watched({ view, step, first, after }: WatchedProps) {
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
      if (isTyping(event.target)) return;
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
