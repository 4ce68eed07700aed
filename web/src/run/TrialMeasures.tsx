import { useQueryClient } from "@tanstack/react-query";
import { Undo2 } from "lucide-react";
import { useRef, useState } from "react";
import { api, type LengthIn, type Problem, type RunView, type Text, type Unit } from "../api/client";
import { CaliperBar } from "../instruments/CaliperBar";
import { LengthField } from "../ui/LengthField";
import { problemOf } from "../ui/problems";
import { Words } from "../ui/Words";
import { inUnit, plainly, reading } from "../ui/words";
import { handOf } from "./hands";

interface Props {
  view: RunView;
  unit: Unit;
}

/** What is measured in the trial in scrap, and what to do then; kept with the run, reading by reading. */
export function TrialMeasures({ view, unit }: Props) {
  const measures = view.record?.plan.test_cut?.measures ?? [];
  if (measures.length === 0) return null;
  return (
    // biome-ignore lint/a11y/useKeyWithClickEvents: what is tapped in here is no step
    // biome-ignore lint/a11y/noStaticElementInteractions: see above
    <div className="mt-4 flex cursor-auto flex-col gap-3" onClick={(event) => event.stopPropagation()}>
      {measures.map((each) => (
        <One key={each.key} view={view} measure={each} unit={unit} />
      ))}
      <CaliperBar inDialog />
    </div>
  );
}

interface OneProps extends Props {
  measure: NonNullable<NonNullable<RunView["record"]>["plan"]["test_cut"]>["measures"][number];
}

function One({ view, measure, unit }: OneProps) {
  const queries = useQueryClient();
  const readings = view.measured.filter((each) => each.key === measure.key && !each.in_work);
  const [typed, setTyped] = useState<LengthIn>({ typed: "", unit });
  const [problem, setProblem] = useState<Problem | null>(null);
  const [says, setSays] = useState<Text | null>(null);
  const asking = useRef(false);
  const kept = (answer: Awaited<ReturnType<typeof api.measureTrial>>) => {
    setProblem(problemOf(answer));
    if (answer.kind !== "ok") return;
    setSays(answer.data.says);
    setTyped({ typed: "", unit });
    const { run, measured } = answer.data;
    queries.setQueryData(["run", run.id], { ...view, run, measured });
  };
  const once = async (ask: (hand: string) => ReturnType<typeof api.measureTrial>) => {
    const hand = handOf(view.run.id);
    if (!hand || asking.current) return;
    asking.current = true;
    kept(await ask(hand));
    asking.current = false;
  };
  const keep = () => {
    if (!typed.typed.trim()) return;
    void once((hand) => api.measureTrial(view.run.id, { hand, key: measure.key, found: typed }));
  };
  return (
    <form
      className="flex flex-wrap items-baseline gap-x-4 gap-y-1 text-title"
      data-testid={`trial-${measure.key}`}
      onSubmit={(event) => {
        event.preventDefault();
        keep();
      }}
      onBlur={keep}
    >
      <span className="min-w-[12em]">
        <Words text={inUnit(measure.says, unit)} />
        <span className="text-strong text-ink-2">
          {" "}
          planned <Words text={plainly(reading(measure.shown, unit))} />
        </span>
      </span>
      {readings.map((each, i) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: a reading is its number
        <b key={i} className="tabular-nums">
          <Words text={plainly(reading(each.found, unit))} />
        </b>
      ))}
      {readings.length > 0 ? (
        <button
          type="button"
          className="button min-h-12 self-center px-3"
          data-testid={`trial-${measure.key}-back`}
          aria-label={`Take the last reading back: ${inUnit(measure.says, unit)}`}
          title="Take the last reading back"
          onClick={() => void once((hand) => api.takeTrialBack(view.run.id, { hand, key: measure.key }))}
        >
          <Undo2 aria-hidden className="size-5" />
        </button>
      ) : null}
      <LengthField
        label={inUnit(measure.says, unit)}
        name={`trial-${measure.key}`}
        value={typed}
        unit={unit}
        problem={problem}
        placeholder={readings.length > 0 ? "next scrap" : ""}
        onType={(value) => {
          setTyped(value);
          setProblem(null);
          setSays(null);
        }}
        className="field w-[8em] text-right text-title"
      />
      {says ? (
        <span role="status" className="font-semibold">
          <Words text={inUnit(says, unit)} />
        </span>
      ) : null}
    </form>
  );
}
