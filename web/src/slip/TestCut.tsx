import { useState } from "react";
import { api, type Correction, type CutPlan, type LengthIn, type Problem, type Unit } from "../api/client";
import { useReading, useRefresh } from "../api/queries";
import { history } from "../app/undo";
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
  onClose: () => void;
}

type Key = Correction["key"];

/** What the shop keeps of what is corrected; null where it is of one setting alone. */
const keptOf = (of: Correction["of"]) => (of === "base" || of === "bit" || of === "spacer" ? of : null);

/** The test cut: what to try in scrap, what was measured, and what that corrects. */
export function TestCut({ plan, unit, asked, onClose }: Props) {
  const test = plan.test_cut;
  if (!test) return null;
  return (
    <Dialog title="Test cut in scrap" onClose={onClose}>
      <ol className="flex list-decimal flex-col gap-1 pl-5 text-body">
        {test.lines.map((line) => (
          <li key={line.metric}>
            <Words text={inUnit(line, unit)} />.
          </li>
        ))}
        <li>Measure, and type it here or send it from the caliper.</li>
      </ol>
      <div className="mt-3 flex flex-col gap-3">
        {test.measures.map((measure) => (
          <Measured key={measure.key} measure={measure} unit={unit} asked={asked} />
        ))}
      </div>
    </Dialog>
  );
}

interface MeasuredProps extends Pick<Props, "unit" | "asked"> {
  measure: NonNullable<CutPlan["test_cut"]>["measures"][number];
}

function Measured({ measure, unit, asked }: MeasuredProps) {
  const refresh = useRefresh();
  const [typed, setTyped] = useState<LengthIn>({ typed: "", unit });
  const [refused, setRefused] = useState<Problem | null>(null);
  /** What was corrected: by then the plan is another one, and the same reading would say nothing. */
  const [kept, setKept] = useState<Correction | null>(null);
  const expected = reading(measure.shown, unit);
  const question = { ...asked(), key: measure.key as Key, measured: typed };
  const read = typed.typed.trim() !== "";
  const answer = useReading({
    key: ["test-cut", question],
    ask: () => api.testCut(question),
    enabled: read && kept === null,
  });
  const found = kept ?? (read ? (answer.data ?? null) : null);
  const problem = refused ?? (read && !kept ? answer.problem : null);
  const type = (value: LengthIn) => {
    setTyped(value);
    setKept(null);
    setRefused(null);
  };
  const put = async (correction: Correction, value: number) => {
    const { of, id, base, side } = correction;
    const kind = keptOf(of);
    if (!id || !kind) return;
    const put = await api.correct({ of: kind, id, base, side, value });
    setRefused(problemOf(put));
    await refresh();
    replanOpen();
  };
  const keep = async () => {
    if (!found) return;
    setKept(found);
    await put(found, found.after);
    const { of, id, base, side } = found;
    const kind = keptOf(of);
    if (!id || !kind) return;
    const act = { do: "correct" as const, of: kind, id, base, side };
    history.push({
      label: "the correction",
      undo: { ...act, value: found.before },
      redo: { ...act, value: found.after },
    });
  };
  const stored = found ? found.id !== null && keptOf(found.of) !== null : false;
  return (
    <div className="border-t border-rule pt-2" data-measure={measure.key}>
      <div className="flex flex-wrap items-baseline gap-x-3 gap-y-1">
        <span className="text-body font-semibold">
          <Words text={inUnit(measure.says, unit)} />
        </span>
        <span className="text-small text-ink-2">
          expected <Words text={`${expected.number} ${expected.unit}`} />
        </span>
        <span className="ml-auto">
          <LengthField
            label={`Measured ${measure.says.metric}`}
            name={`measured-${measure.key}`}
            value={typed}
            unit={unit}
            problem={problem}
            onType={type}
            className="field w-[8em] text-right"
          />
        </span>
      </div>
      {found ? (
        <div className="mt-1 flex flex-wrap items-center justify-between gap-2 text-body">
          <span>
            <Words text={inUnit(found.says, unit)} />.
          </span>
          {stored ? (
            <button
              type="button"
              className="button button-main"
              disabled={kept !== null}
              data-testid={`correct-${measure.key}`}
              onClick={() => void keep()}
            >
              {kept ? "Corrected; every plan follows" : "Correct it"}
            </button>
          ) : (
            <span className="text-small text-ink-2">for this setting only</span>
          )}
        </div>
      ) : null}
    </div>
  );
}
