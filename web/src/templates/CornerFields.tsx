import { useState } from "react";
import type { LengthIn, Unit } from "../api/client";
import { LengthField } from "../ui/LengthField";
import { Words } from "../ui/Words";
import { inUnit } from "../ui/words";
import { asTyped } from "./corners";
import type { Moving } from "./moving";

const FIELDS = [
  { key: "along", label: "Along" },
  { key: "up", label: "Up" },
  { key: "radius", label: "Radius" },
] as const;

/** The chosen corner in figures, to be typed. */
export function CornerFields({ moving, unit }: { moving: Moving; unit: Unit }) {
  const { loops, chosen, problem } = moving;
  const typed = loops && chosen ? asTyped(loops) : null;
  const corner = typed && chosen ? typed[chosen.loop]?.[chosen.corner] : undefined;
  return (
    <div className="flex w-full flex-col gap-1" data-testid="moving-corners">
      {corner && typed && chosen ? (
        <Fields
          key={JSON.stringify([chosen, corner])}
          corner={corner}
          unit={unit}
          onSet={(set) =>
            moving.onKeep(
              typed.map((loop, l) =>
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

type Typed = Record<(typeof FIELDS)[number]["key"], LengthIn>;

function Fields({ corner, unit, onSet }: { corner: Typed; unit: Unit; onSet: (corner: Typed) => void }) {
  const [values, setValues] = useState(corner);
  return (
    <form
      className="flex flex-wrap items-end gap-2"
      onSubmit={(event) => {
        event.preventDefault();
        onSet(values);
      }}
    >
      {FIELDS.map(({ key, label }) => (
        <span key={key} className="flex w-24 flex-col gap-0.5">
          <span className="label">{label}</span>
          <LengthField
            label={label}
            name={`corner-${key}`}
            value={values[key]}
            unit={unit}
            suffix="mm"
            problem={null}
            className="field w-full"
            onType={(value) => setValues({ ...values, [key]: value })}
          />
        </span>
      ))}
      <button type="submit" className="button" data-testid="set-corner">
        Set it
      </button>
    </form>
  );
}
