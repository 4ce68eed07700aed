/** Another bit or another height beside a profile: what it is, and the plan it would have. */
import { useState } from "react";
import { api, type CutPlan, type EdgeCutIn, type PieceIn, type Problem, type Unit } from "../api/client";
import { useReading } from "../api/queries";
import { LengthField } from "../ui/LengthField";
import { inUnit } from "../ui/words";

export type Variant = Partial<Pick<EdgeCutIn, "depth" | "width" | "bit_id" | "size">>;

interface ComparisonProps {
  draft: EdgeCutIn;
  plan: CutPlan;
  unit: Unit;
  variant: Variant | null;
  problem: Problem | null;
  onChange: (variant: Variant | null) => void;
  onTake: () => void;
}

/** Another bit or another height beside this one. */
export function Comparison({ draft, plan, unit, variant, problem, onChange, onTake }: ComparisonProps) {
  const bits = [...new Map(plan.offers.map((offer) => [offer.bit_id, offer.bit_name])).entries()];
  if (!variant)
    return (
      <button
        type="button"
        className="button justify-center"
        data-testid="compare"
        onClick={() =>
          onChange({ depth: draft.depth ?? null, width: draft.width ?? null, bit_id: draft.bit_id ?? null })
        }
      >
        Compare with another height or bit
      </button>
    );
  const field = (name: "depth" | "width" | "size", label: string) => (
    <div className="flex flex-col gap-0.5">
      <span className="text-small text-ink-2">{label}</span>
      <LengthField
        label={`${label}, beside`}
        name={`beside-${name}`}
        value={variant[name] ?? (name === "size" ? draft.size : { typed: "", unit })}
        unit={unit}
        problem={problem?.field === `cut.${name}` ? problem : null}
        onType={(typed) => onChange({ ...variant, [name]: typed.typed.trim() === "" ? null : typed })}
        className="field"
      />
    </div>
  );
  return (
    <section className="flex flex-col gap-1.5" data-testid="beside">
      <h3 className="label">Beside it</h3>
      <div className="grid grid-cols-3 gap-2">
        {field("size", "size")}
        {field("depth", "below the face")}
        {field("width", "into the face")}
      </div>
      <select
        className="field"
        aria-label="Bit beside"
        value={variant.bit_id ?? ""}
        onChange={(event) => onChange({ ...variant, bit_id: event.target.value || null })}
      >
        <option value="">the bit that fits best</option>
        {bits.map(([id, name]) => (
          <option key={id} value={id}>
            {name}
          </option>
        ))}
      </select>
      {problem && !problem.partial ? (
        <p role="alert" className="text-small text-cut">
          {inUnit(problem.message, unit)}
        </p>
      ) : null}
      <div className="flex gap-2">
        <button type="button" className="button" onClick={onTake}>
          Take this one
        </button>
        <button type="button" className="button" onClick={() => onChange(null)}>
          Put it away
        </button>
      </div>
    </section>
  );
}

/** The plan of the cut with what the variant changes; the last good one stays while something is wrong. */
export function useVariant(variant: Variant | null, draft: EdgeCutIn, piece: PieceIn, cutId: string) {
  const cut = { ...draft, ...variant, size: variant?.size ?? draft.size };
  const found = useReading({
    key: ["plan", piece, cut, cutId],
    ask: () => api.prove(piece, cut, cutId),
    enabled: variant !== null,
    keeps: true,
  });
  const [good, setGood] = useState<CutPlan | null>(null);
  if (found.data && found.data !== good) setGood(found.data);
  return variant === null ? { plan: null, problem: null } : { plan: good, problem: found.problem };
}
