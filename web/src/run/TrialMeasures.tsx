import { useState } from "react";
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

/** What is measured in the trial in scrap, and what to do then; kept with the run. */
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
  const known = view.run.trial.find((each) => each.key === measure.key);
  const [typed, setTyped] = useState<LengthIn>({ typed: "", unit });
  const [problem, setProblem] = useState<Problem | null>(null);
  const [says, setSays] = useState<Text | null>(null);
  const keep = async () => {
    const hand = handOf(view.run.id);
    if (!hand || !typed.typed.trim()) return;
    const kept = await api.measureTrial(view.run.id, { hand, key: measure.key, found: typed });
    setProblem(problemOf(kept));
    setSays(kept.kind === "ok" ? kept.data.says : null);
  };
  return (
    <form
      className="flex flex-wrap items-baseline gap-x-4 gap-y-1 text-title"
      data-testid={`trial-${measure.key}`}
      onSubmit={(event) => {
        event.preventDefault();
        void keep();
      }}
      onBlur={() => void keep()}
    >
      <span className="min-w-[12em]">
        <Words text={inUnit(measure.says, unit)} />
        <span className="text-strong text-ink-2">
          {" "}
          planned <Words text={plainly(reading(measure.shown, unit))} />
        </span>
      </span>
      <LengthField
        label={inUnit(measure.says, unit)}
        name={`trial-${measure.key}`}
        value={typed}
        unit={unit}
        problem={problem}
        placeholder={known ? "measured" : ""}
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
