import { useState } from "react";
import { api, type HoleView, type LengthIn, type Problem, type Unit } from "../api/client";
import { useRefresh } from "../api/queries";
import { added } from "../app/acts";
import { history } from "../app/undo";
import { Dialog } from "../ui/Dialog";
import { LengthField } from "../ui/LengthField";
import { problemOf } from "../ui/problems";
import { Words } from "../ui/Words";
import { inUnit } from "../ui/words";
import { rememberPair } from "./pair";

const FIELDS = [
  { key: "width", label: "Width, or diameter", placeholder: "" },
  { key: "length", label: "Length", placeholder: "round" },
] as const;

type Typed = Record<(typeof FIELDS)[number]["key"], LengthIn>;

/** The slots and circles that make a mortise or a hole with the bushings that are there, and what else each of them makes. */
export function HoleSizes({
  unit,
  onClose,
  onDrawn,
}: {
  unit: Unit;
  onClose: () => void;
  onDrawn: (id: string) => void;
}) {
  const [typed, setTyped] = useState<Typed>({ width: { typed: "", unit }, length: { typed: "", unit } });
  const [found, setFound] = useState<readonly HoleView[] | null>(null);
  const [problem, setProblem] = useState<Problem | null>(null);
  const refresh = useRefresh();
  const round = typed.length.typed.trim() === "";
  const look = async () => {
    const answer = await api.holes({ width: typed.width, length: round ? null : typed.length });
    setProblem(problemOf(answer));
    setFound(answer.kind === "ok" ? answer.data : null);
  };
  const draw = async (hole: HoleView) => {
    const drawn = await api.drawOutline(
      round
        ? { form: "circle", sizes: { diameter: typed.width } }
        : { form: "slot", sizes: { length: typed.length, width: typed.width } },
    );
    if (drawn.kind !== "ok") return setProblem(problemOf(drawn));
    const { metric, inch } = drawn.data.size;
    const name = `${round ? "Hole" : "Mortise"} ${unit === "in" ? inch : metric}`.slice(0, 80);
    const kept = await api.keepOutline({ name, path: drawn.data.path, intent: "recess" });
    if (kept.kind !== "ok") return setProblem(problemOf(kept));
    rememberPair({ guide: hole.bushing_id, bit: hole.bit_id });
    history.push(added(`the outline ${kept.data.name}`, "outlines", kept.data.id));
    await refresh();
    return onDrawn(kept.data.id);
  };
  const elsewhere = problem && !FIELDS.some(({ key }) => key === problem.field) ? problem : null;
  return (
    <Dialog title="Slots for mortises and holes" onClose={onClose}>
      <form
        className="flex flex-col gap-3"
        data-testid="hole-sizes"
        onSubmit={(event) => {
          event.preventDefault();
          void look();
        }}
      >
        <p className="text-body text-ink-2">
          How large the slot in a template is for each bushing and bit that you have, and which other widths
          the same slot makes.
        </p>
        <div className="flex flex-wrap items-end gap-3">
          {FIELDS.map(({ key, label, placeholder }) => (
            <span key={key} className="flex w-40 flex-col gap-0.5">
              <span className="label">{label}</span>
              <LengthField
                label={label}
                name={key}
                value={typed[key]}
                unit={unit}
                suffix={unit}
                placeholder={placeholder}
                problem={problem?.field === key ? problem : null}
                className="field w-full"
                onType={(value) => setTyped({ ...typed, [key]: value })}
              />
            </span>
          ))}
          <button type="submit" className="button button-main" data-testid="look-holes">
            Show
          </button>
        </div>
        {elsewhere ? (
          <p role="alert" className="text-cut">
            <Words text={inUnit(elsewhere.message, unit)} />
          </p>
        ) : null}
        {found?.length === 0 ? <p>No bit here that turns in a bushing is as narrow as that.</p> : null}
        {found && found.length > 0 ? (
          <ul className="max-h-[46vh] overflow-y-auto">
            {found.map((each) => (
              <li
                key={`${each.bushing_id} ${each.bit_id}`}
                className="flex items-start gap-3 border-t border-rule py-2"
                data-testid="hole"
              >
                <span className="min-w-0 flex-1">
                  <b className="text-strong">
                    <Words text={inUnit(each.size, unit)} />
                  </b>{" "}
                  <Words text={inUnit(each.pair, unit)} />
                  {each.also.map((other) => (
                    <span key={other.metric} className="block text-small text-ink-2">
                      also <Words text={inUnit(other, unit)} />
                    </span>
                  ))}
                </span>
                <button type="button" className="button shrink-0" onClick={() => void draw(each)}>
                  Draw it
                </button>
              </li>
            ))}
          </ul>
        ) : null}
      </form>
    </Dialog>
  );
}
