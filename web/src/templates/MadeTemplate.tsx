import { useState } from "react";
import { api, type KeptOutline, type LengthIn, type Problem, type Unit } from "../api/client";
import { useRefresh } from "../api/queries";
import { counted } from "../app/acts";
import { notifyOf } from "../app/notice";
import { history } from "../app/undo";
import { Dialog } from "../ui/Dialog";
import { LengthField } from "../ui/LengthField";
import { problemOf } from "../ui/problems";
import { Words } from "../ui/Words";
import { inUnit } from "../ui/words";

const STUFFS = [
  ["mdf", "MDF"],
  ["plywood", "plywood"],
  ["plastic", "hard plastic"],
] as const;

export interface Stuff {
  stuff: (typeof STUFFS)[number][0];
  thickness: LengthIn;
}

/** What a template that was just made is made of. */
export function StuffDialog({
  title,
  unit,
  onKeep,
  onClose,
}: {
  title: string;
  unit: Unit;
  onKeep: (made: Stuff) => Promise<Problem | null>;
  onClose: () => void;
}) {
  const [stuff, setStuff] = useState<Stuff["stuff"]>("mdf");
  const [thickness, setThickness] = useState<LengthIn>({ typed: "9", unit: "mm" });
  const [problem, setProblem] = useState<Problem | null>(null);
  return (
    <Dialog title={title} onClose={onClose}>
      <form
        className="flex flex-col gap-3"
        data-testid="made-of"
        onSubmit={(event) => {
          event.preventDefault();
          void onKeep({ stuff, thickness }).then(setProblem);
        }}
      >
        <div className="grid grid-cols-2 gap-3">
          <label className="flex flex-col gap-0.5">
            <span className="label">Made of</span>
            <select
              className="field"
              value={stuff}
              data-testid="stuff"
              onChange={(event) =>
                setStuff(STUFFS.find(([each]) => each === event.target.value)?.[0] ?? "mdf")
              }
            >
              {STUFFS.map(([each, name]) => (
                <option key={each} value={each}>
                  {name}
                </option>
              ))}
            </select>
          </label>
          <span className="flex flex-col gap-0.5">
            <span className="label">Thickness</span>
            <LengthField
              label="Thickness"
              name="thickness"
              value={thickness}
              unit={unit}
              suffix={unit}
              problem={problem?.field === "thickness" ? problem : null}
              className="field"
              onType={setThickness}
            />
          </span>
        </div>
        <p className="text-body text-ink-2">
          A template wears with every part. For many parts make a master, and copies from it.
        </p>
        {problem && problem.field !== "thickness" ? (
          <p role="alert" className="text-cut">
            <Words text={inUnit(problem.message, unit)} />
          </p>
        ) : null}
        <div className="flex justify-end gap-2">
          <button type="button" className="button" onClick={onClose}>
            Not now
          </button>
          <button type="submit" className="button button-main" data-testid="keep-made-of">
            Keep it
          </button>
        </div>
      </form>
    </Dialog>
  );
}

/** A template that stands in the shop: what it is, how often it was used, and a copy of it. */
export function MadeTemplate({
  outline,
  unit,
  onCopy,
}: {
  outline: KeptOutline;
  unit: Unit;
  onCopy: () => void;
}) {
  const refresh = useRefresh();
  const { made } = outline;
  if (!made) return null;
  const count = async (by: number) => {
    const answer = await api.countUses(outline.id, by);
    if (problemOf(answer)) return notifyOf("Not counted", answer);
    history.push(counted(by > 0 ? "counting a use" : "taking a use back", outline.id, by));
    return refresh();
  };
  return (
    <div className="flex flex-col gap-2 border-t border-rule pt-2" data-testid="made">
      <h3 className="label">The template itself</h3>
      {made.says.map((each) => (
        <p key={each.metric} className="text-body">
          <Words text={inUnit(each, unit)} />.
        </p>
      ))}
      <span className="flex flex-wrap gap-2">
        <button type="button" className="button" onClick={() => void count(1)} data-testid="used">
          Used once more
        </button>
        {made.uses > 0 ? (
          <button
            type="button"
            className="button"
            aria-label="Take a use back"
            onClick={() => void count(-1)}
            data-testid="not-used"
          >
            −
          </button>
        ) : null}
        <button type="button" className="button" onClick={onCopy} data-testid="copy-template">
          I made a copy of it
        </button>
      </span>
    </div>
  );
}
