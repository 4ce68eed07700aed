import { useState } from "react";
import { useNavigate } from "react-router";
import { api, type CameOut, type Marked, type Problem, type RunView, type Unit } from "../api/client";
import { useRefresh } from "../api/queries";
import { problemOf } from "../ui/problems";
import { Words } from "../ui/Words";
import { inUnit } from "../ui/words";
import { MarkedDrawing } from "./MarkedDrawing";
import { CAME_OUT, OUTCOMES } from "./outcomes";
import { Photos } from "./Photos";
import { type Places, sent, WorkMeasures } from "./WorkMeasures";

interface Props {
  view: RunView;
  unit: Unit;
  /** Steps are still to be kept. */
  waiting: boolean;
  /** What it probably was, by the trouble on the way. */
  guess: CameOut | null;
  onBack: () => void;
}

/** After the last step: how the cut came out, what was measured, a word. */
export function CameOutForm({ view, unit, waiting, guess, onBack }: Props) {
  const navigate = useNavigate();
  const refresh = useRefresh();
  const [out, setOut] = useState<CameOut | null>(guess);
  const [where, setWhere] = useState("");
  const [word, setWord] = useState("");
  const [places, setPlaces] = useState<Places>({});
  const [marks, setMarks] = useState<Marked[]>([]);
  const [wrong, setWrong] = useState<Problem | null>(null);
  const plan = view.record?.plan.drawing[0];
  const keep = async () => {
    if (!out) return;
    const ended = await api.endRun(view.run.id, {
      came_out: out,
      marks: out === "clean" ? [] : marks,
      where,
      word,
      measured: sent(places),
    });
    if (ended.kind !== "ok") return setWrong(problemOf(ended));
    await refresh();
    void navigate(`/log/${view.run.id}`, { replace: true });
  };
  return (
    <main id="main" className="flex-1 overflow-y-auto px-5 py-4" data-testid="came-out">
      <form
        className="mx-auto flex max-w-3xl flex-col gap-4"
        onSubmit={(event) => {
          event.preventDefault();
          void keep();
        }}
      >
        <h2 className="text-[clamp(1.8rem,4.6vw,3rem)] font-bold leading-tight">How did it come out?</h2>
        <fieldset className="grid grid-cols-2 gap-2 md:grid-cols-3">
          <legend className="sr-only">How it came out</legend>
          {OUTCOMES.map((each) => (
            <button
              key={each}
              type="button"
              aria-pressed={out === each}
              data-testid={`out-${each}`}
              className={`min-h-16 rounded border-2 text-title font-bold ${out === each ? "border-ink bg-ink text-bench" : "border-rule bg-bench"}`}
              onClick={() => setOut(each)}
            >
              {CAME_OUT[each]}
            </button>
          ))}
        </fieldset>
        {out && out !== "clean" && plan ? (
          <fieldset className="flex flex-col gap-2">
            <legend className="label">Press where, if you like</legend>
            <MarkedDrawing view={plan} unit={unit} marks={marks} onMark={setMarks} fault={out} />
          </fieldset>
        ) : null}
        {out && out !== "clean" ? (
          <label className="block">
            <span className="label">Where</span>
            <input
              className="field text-strong"
              value={where}
              maxLength={200}
              placeholder="at the far end, in the corners …"
              onChange={(event) => setWhere(event.target.value)}
            />
          </label>
        ) : null}
        <label className="block">
          <span className="label">A word for next time</span>
          <textarea
            className="field min-h-20 text-strong"
            value={word}
            maxLength={2000}
            onChange={(event) => setWord(event.target.value)}
          />
        </label>
        <WorkMeasures
          view={view}
          unit={unit}
          places={places}
          problem={wrong}
          onType={(typed) => {
            setPlaces(typed);
            setWrong(null);
          }}
        />
        <Photos view={view} />
        {wrong ? (
          <p role="alert" className="border-l-4 border-cut px-3 py-2 text-body">
            <Words text={inUnit(wrong.message, unit)} />
          </p>
        ) : null}
        <div className="flex gap-2">
          <button type="button" className="button min-h-14" onClick={onBack}>
            Back
          </button>
          <button
            type="submit"
            className="button button-main min-h-14 flex-1 justify-center text-title"
            disabled={!out || waiting}
            data-testid="keep-run"
          >
            Into the log
          </button>
        </div>
      </form>
    </main>
  );
}
