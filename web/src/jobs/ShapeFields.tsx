import type { ContourIn, LengthIn, Problem, Unit } from "../api/client";
import { LengthField } from "../ui/LengthField";
import { Points } from "../ui/Points";
import { inUnit } from "../ui/words";
import type { PieceDraft } from "./PieceForm";

type Form = ContourIn["form"];
type SizeName = "length" | "width" | "left" | "near" | "radius";

const FORMS: Record<Form, string> = {
  rectangle: "rectangle",
  oval: "oval",
  arch: "arch",
  points: "own points",
};

interface Props {
  draft: PieceDraft;
  unit: Unit;
  at: (field: string) => Problem | null;
  onType: (change: Partial<PieceDraft>) => void;
}

/** What a board is beyond a plain rectangle: the way of its grain, its outline, openings cut out of it. */
export function ShapeFields({ draft, unit, at, onType }: Props) {
  const { grain, slope, outline, openings } = draft;
  const change = (place: number, contour: ContourIn | null) =>
    onType({
      openings: openings.flatMap((each, i) => (i === place ? (contour ? [contour] : []) : [each])),
    });
  return (
    <details
      className="rounded border border-rule px-3 py-2"
      open={outline !== null || openings.length > 0 || grain !== "length" || Number(slope) !== 0}
      data-testid="piece-shape"
    >
      <summary className="cursor-pointer text-body font-semibold">Grain, outline, openings</summary>
      <div className="mt-2 flex flex-col gap-3">
        <div className="grid gap-3 sm:grid-cols-2">
          <label className="flex flex-col gap-1">
            <span className="label">The grain runs along the</span>
            <select
              className="field"
              value={grain}
              data-testid="piece-grain"
              onChange={(event) => onType({ grain: event.target.value as typeof grain })}
            >
              <option value="length">length</option>
              <option value="width">width</option>
            </select>
          </label>
          <label className="flex flex-col gap-1">
            <span className="label">Its fibres rise to the far edge by (°)</span>
            <input
              className="field"
              value={slope}
              inputMode="decimal"
              placeholder="0"
              data-testid="piece-slope"
              aria-label="Slope of the fibres, in degrees; negative when they rise to the near edge"
              onChange={(event) => onType({ slope: event.target.value })}
            />
            {at("piece.slope") ? (
              <span className="text-small text-cut">
                Less than 45° either way; −5 where they rise to the near edge.
              </span>
            ) : null}
          </label>
        </div>
        <label className="flex flex-col gap-1">
          <span className="label">Outline</span>
          <select
            className="field"
            value={outline?.form ?? ""}
            data-testid="piece-outline"
            onChange={(event) => {
              const form = event.target.value;
              onType({ outline: form === "" ? null : { form: form as Form } });
            }}
          >
            <option value="">plain rectangle</option>
            <option value="rectangle">rectangle with round corners</option>
            <option value="oval">oval</option>
            <option value="arch">arch</option>
            <option value="points">own points</option>
          </select>
        </label>
        {outline ? (
          <Contour
            field="piece.outline"
            contour={outline}
            sizes={SIZES_OF_OUTLINE[outline.form]}
            unit={unit}
            at={at}
            onChange={(contour) => onType({ outline: contour })}
          />
        ) : null}
        {openings.map((opening, place) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: openings are known by their place
          <fieldset key={place} className="flex flex-col gap-2 border-t border-rule pt-2">
            <legend className="label">Opening {place + 1}</legend>
            <div className="flex items-end gap-2">
              <select
                className="field flex-1"
                aria-label={`Form of opening ${place + 1}`}
                value={opening.form}
                onChange={(event) => change(place, { ...opening, form: event.target.value as Form })}
              >
                {Object.entries(FORMS).map(([form, says]) => (
                  <option key={form} value={form}>
                    {says}
                  </option>
                ))}
              </select>
              <button type="button" className="button" onClick={() => change(place, null)}>
                Remove
              </button>
            </div>
            <Contour
              field={`piece.openings.${place}`}
              contour={opening}
              sizes={SIZES_OF_OPENING[opening.form]}
              unit={unit}
              at={at}
              onChange={(contour) => change(place, contour)}
            />
          </fieldset>
        ))}
        <button
          type="button"
          className="button self-start"
          data-testid="add-opening"
          onClick={() =>
            onType({
              openings: [
                ...openings,
                { form: "rectangle", length: { typed: "", unit }, width: { typed: "", unit } },
              ],
            })
          }
        >
          Add an opening
        </button>
      </div>
    </details>
  );
}

const SIZES_OF_OUTLINE: Record<Form, readonly (readonly [SizeName, string])[]> = {
  rectangle: [["radius", "Radius of the corners"]],
  oval: [],
  arch: [["radius", "Rise"]],
  points: [],
};
const PLACE = [
  ["left", "From the left end (empty: centred)"],
  ["near", "From the near edge (empty: centred)"],
] as const;
const SIZES_OF_OPENING: Record<Form, readonly (readonly [SizeName, string])[]> = {
  rectangle: [["length", "Length"], ["width", "Width"], ...PLACE, ["radius", "Radius of the corners"]],
  oval: [["length", "Length"], ["width", "Width"], ...PLACE],
  arch: [["length", "Length"], ["width", "Height"], ...PLACE, ["radius", "Rise"]],
  points: [],
};

interface ContourProps {
  field: string;
  contour: ContourIn;
  sizes: readonly (readonly [SizeName, string])[];
  unit: Unit;
  at: (field: string) => Problem | null;
  onChange: (contour: ContourIn) => void;
}

/** The sizes or points of an outline. */
function Contour({ field, contour, sizes, unit, at, onChange }: ContourProps) {
  const whole = at(field) ?? at(`${field}.points`);
  return (
    <>
      <div className="grid gap-2 sm:grid-cols-2">
        {sizes.map(([name, label]) => (
          <div key={name} className="flex flex-col gap-0.5">
            <span className="text-small text-ink-2">{label}</span>
            <LengthField
              label={label}
              name={`${field}.${name}`}
              value={contour[name] ?? ({ typed: "", unit } satisfies LengthIn)}
              unit={unit}
              problem={at(`${field}.${name}`)}
              onType={(value) => onChange({ ...contour, [name]: value.typed.trim() === "" ? null : value })}
              className="field"
            />
          </div>
        ))}
      </div>
      {contour.form === "points" ? (
        <Points
          label="Points in mm, x and y on a line, from the left end and the near edge"
          name={`${field}.points`}
          points={contour.points ?? []}
          onType={(points) => onChange({ ...contour, points })}
        />
      ) : null}
      {whole ? (
        <p role="alert" className="text-small text-cut" data-testid="contour-problem">
          {inUnit(whole.message, unit)}
        </p>
      ) : null}
    </>
  );
}
