import type { ContourIn, Problem, Unit } from "../api/client";
import { FORMS } from "../board/pockets";
import { Contour } from "./ShapeFields";

type Form = keyof typeof FORMS;
type Size = "length" | "across" | "depth" | "from_left" | "from_near";

interface Props {
  form: Form;
  unit: Unit;
  contour: ContourIn;
  byPoints: boolean;
  goesThrough: boolean;
  at: (field: string) => Problem | null;
  field: (key: Size, label: string) => React.ReactNode;
  onContour: (contour: ContourIn) => void;
  onThrough: (through: boolean) => void;
}

/** What a new pocket is asked for: its outline, its sizes, its place. */
export function PocketFields({
  form: what,
  unit,
  contour,
  byPoints,
  goesThrough,
  at,
  field,
  onContour,
  onThrough,
}: Props) {
  return (
    <>
      {what === "outline" ? (
        <>
          <label className="flex flex-col gap-1">
            <span className="label">Outline</span>
            <select
              className="field"
              value={contour.form}
              data-testid="cut-outline"
              onChange={(event) => onContour({ form: event.target.value as ContourIn["form"] })}
            >
              <option value="oval">oval</option>
              <option value="arch">arch</option>
              <option value="points">own points</option>
            </select>
          </label>
          <Contour
            field="cut.contour"
            contour={contour}
            sizes={contour.form === "arch" ? [["radius", "Rise"]] : []}
            unit={unit}
            at={at}
            onChange={onContour}
          />
        </>
      ) : null}
      <div className="grid gap-3 sm:grid-cols-3">
        {FORMS[what].length && !byPoints ? field("length", FORMS[what].length) : null}
        {FORMS[what].across && !byPoints ? field("across", FORMS[what].across ?? "") : null}
        {goesThrough ? null : field("depth", "Depth")}
      </div>
      <div className={FORMS[what].placed ? "grid gap-3 sm:grid-cols-2" : "hidden"}>
        {field("from_left", FORMS[what].round ? "Centre from the left end" : "From the left end")}
        {field("from_near", FORMS[what].round ? "Centre from the near edge" : "From the near edge")}
      </div>
      <label className={`items-center gap-2 text-[15px] ${FORMS[what].placed ? "flex" : "hidden"}`}>
        <input
          type="checkbox"
          className="size-5"
          checked={goesThrough}
          onChange={(event) => onThrough(event.target.checked)}
        />
        right through the board
      </label>
    </>
  );
}
