import { useQueryClient } from "@tanstack/react-query";
import { useRef, useState } from "react";
import { api, type Correction, type CutPlan, type LengthIn, type Problem, type Unit } from "../api/client";
import type { History } from "../app/history";
import { replanOpen } from "../board/editors";
import { Dialog } from "../ui/Dialog";
import { LengthField } from "../ui/LengthField";
import { problemOf } from "../ui/problems";
import { Words } from "../ui/Words";
import { inUnit, reading } from "../ui/words";
import type { Asked } from "./ToolPicker";

interface Props {
  plan: CutPlan;
  unit: Unit;
  asked: () => Asked;
  history: History;
  onClose: () => void;
}

type Key = Correction["key"];

/** The test cut: what to try in scrap, what was measured, and what that corrects. */
export function TestCut({ plan, unit, asked, history, onClose }: Props) {
  const test = plan.test_cut;
  if (!test) return null;
  return (
    <Dialog title="Test cut in scrap" onClose={onClose}>
      <ol className="flex list-decimal flex-col gap-1 pl-5 text-[15px]">
        {test.lines.map((line) => (
          <li key={line.metric}>
            <Words text={inUnit(line, unit)} />.
          </li>
        ))}
        <li>Measure, and type it here or send it from the caliper.</li>
      </ol>
      <div className="mt-3 flex flex-col gap-3">
        {test.measures.map((measure) => (
          <Measured key={measure.key} measure={measure} unit={unit} asked={asked} history={history} />
        ))}
      </div>
    </Dialog>
  );
}

interface MeasuredProps extends Pick<Props, "unit" | "asked" | "history"> {
  measure: NonNullable<CutPlan["test_cut"]>["measures"][number];
}

function Measured({ measure, unit, asked, history }: MeasuredProps) {
  const queries = useQueryClient();
  const [typed, setTyped] = useState<LengthIn>({ typed: "", unit });
  const [found, setFound] = useState<Correction | null>(null);
  const [problem, setProblem] = useState<Problem | null>(null);
  const [kept, setKept] = useState(false);
  const question = useRef(0);
  const expected = reading(measure.shown, unit);
  const read = async (value: LengthIn) => {
    setTyped(value);
    setKept(false);
    if (value.typed.trim() === "") {
      question.current += 1;
      setFound(null);
      setProblem(null);
      return;
    }
    question.current += 1;
    const asking = question.current;
    const answer = await api.testCut({ ...asked(), key: measure.key as Key, measured: value });
    if (asking !== question.current) return;
    setFound(answer.kind === "ok" ? answer.data : null);
    setProblem(answer.kind === "ok" ? null : problemOf(answer));
  };
  const put = async (value: number) => {
    if (!found?.id || (found.of !== "base" && found.of !== "bit")) return;
    const answer = await api.correct({
      of: found.of,
      id: found.id,
      base: found.base,
      side: found.side,
      value,
    });
    if (answer.kind !== "ok") setProblem(problemOf(answer));
    await queries.invalidateQueries();
    replanOpen();
  };
  const keep = async () => {
    if (!found) return;
    await put(found.after);
    setKept(true);
    history.push({
      label: "the correction",
      undo: () => void put(found.before),
      redo: () => void put(found.after),
    });
  };
  const stored = found?.of === "base" || found?.of === "bit";
  return (
    <div className="border-t border-rule pt-2" data-measure={measure.key}>
      <div className="flex flex-wrap items-baseline gap-x-3 gap-y-1">
        <span className="text-[15px] font-semibold">
          <Words text={inUnit(measure.says, unit)} />
        </span>
        <span className="text-[14px] text-ink-2">
          expected <Words text={`${expected.number} ${expected.unit}`} />
        </span>
        <span className="ml-auto">
          <LengthField
            label={`Measured ${measure.says.metric}`}
            name={`measured-${measure.key}`}
            value={typed}
            unit={unit}
            problem={problem}
            onType={(value) => void read(value)}
            className="field w-[8em] text-right"
          />
        </span>
      </div>
      {found ? (
        <div className="mt-1 flex flex-wrap items-center justify-between gap-2 text-[15px]">
          <span>
            <Words text={inUnit(found.says, unit)} />.
          </span>
          {stored ? (
            <button
              type="button"
              className="button button-main"
              disabled={kept}
              data-testid={`correct-${measure.key}`}
              onClick={() => void keep()}
            >
              {kept ? "Corrected; every plan follows" : "Correct it"}
            </button>
          ) : (
            <span className="text-[14px] text-ink-2">for this setting only</span>
          )}
        </div>
      ) : null}
    </div>
  );
}
