import type { LengthIn, Unit } from "../api/client";
import { LengthField } from "../ui/LengthField";
import { Words } from "../ui/Words";
import { inUnit } from "../ui/words";
import { asTyped } from "./corners";
import type { Figure, Moving } from "./moving";

const FIELDS = [
  { key: "along", label: "Along" },
  { key: "up", label: "Up" },
  { key: "radius", label: "Radius" },
] as const;

/** The chosen corner in figures, to be typed. */
export function CornerFields({ moving, unit }: { moving: Moving; unit: Unit }) {
  const { loops, chosen, problem } = moving;
  const corners = loops && chosen ? asTyped(loops) : null;
  const corner = corners && chosen ? corners[chosen.loop]?.[chosen.corner] : undefined;
  return (
    <div className="flex w-full flex-col gap-1" data-testid="moving-corners">
      {corner && corners && chosen ? (
        <Fields
          corner={{ ...corner, ...moving.typed }}
          unit={unit}
          onType={moving.onType}
          onSet={(set) =>
            moving.onKeep(
              corners.map((loop, l) =>
                loop.map((each, c) => (l === chosen.loop && c === chosen.corner ? set : each)),
              ),
            )
          }
        />
      ) : (
        <p className="text-body">
          Drag a corner, or choose one and type; the square inside of it is its radius.
        </p>
      )}
      {problem ? (
        <p role="alert" className="text-cut">
          <Words text={inUnit(problem.message, unit)} />
        </p>
      ) : null}
    </div>
  );
}

interface FieldsProps {
  corner: Record<Figure, LengthIn>;
  unit: Unit;
  onType: (figure: Figure, value: LengthIn) => void;
  onSet: (corner: Record<Figure, LengthIn>) => void;
}

function Fields({ corner, unit, onType, onSet }: FieldsProps) {
  return (
    <form
      className="flex flex-wrap items-end gap-2"
      onSubmit={(event) => {
        event.preventDefault();
        onSet(corner);
      }}
    >
      {FIELDS.map(({ key, label }) => (
        <span key={key} className="flex w-24 flex-col gap-0.5">
          <span className="label">{label}</span>
          <LengthField
            label={label}
            name={`corner-${key}`}
            value={corner[key]}
            unit={unit}
            suffix="mm"
            problem={null}
            className="field w-full"
            onType={(value) => onType(key, value)}
          />
        </span>
      ))}
      <button type="submit" className="button" data-testid="set-corner">
        Set it
      </button>
    </form>
  );
}
