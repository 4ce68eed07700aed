import type { TemplatePairs } from "../api/client";
import type { Chosen } from "./pair";

/** What was chosen where it is still there, else what the shop begins with. */
export function pairOf(pairs: TemplatePairs, chosen: Chosen): Chosen & { bearing: boolean } {
  const bearing = pairs.bearings.some((each) => each.id === chosen.guide);
  const guide =
    bearing || pairs.bushings.some((each) => each.id === chosen.guide) ? chosen.guide : pairs.guide_id;
  const bit = pairs.bits.some((each) => each.id === chosen.bit) ? chosen.bit : pairs.bit_id;
  return { guide, bit, bearing: pairs.bearings.some((each) => each.id === guide) };
}

export function PairChoice({
  pairs,
  pair,
  onChoose,
}: {
  pairs: TemplatePairs;
  pair: ReturnType<typeof pairOf>;
  onChoose: (change: Partial<Chosen>) => void;
}) {
  return (
    <div className="grid grid-cols-1 gap-2">
      <label className="flex flex-col gap-0.5">
        <span className="label">What runs along the template</span>
        <select
          className="field"
          value={pair.guide ?? ""}
          data-testid="template-guide"
          onChange={(event) => onChoose({ guide: event.target.value })}
        >
          <optgroup label="Bushings">
            {pairs.bushings.map((each) => (
              <option key={each.id} value={each.id}>
                {each.name}
              </option>
            ))}
          </optgroup>
          <optgroup label="Bits with a bearing">
            {pairs.bearings.map((each) => (
              <option key={each.id} value={each.id}>
                {each.name}
              </option>
            ))}
          </optgroup>
        </select>
      </label>
      {pair.bearing ? null : (
        <label className="flex flex-col gap-0.5">
          <span className="label">The bit in the bushing</span>
          <select
            className="field"
            value={pair.bit ?? ""}
            data-testid="template-bit"
            onChange={(event) => onChoose({ bit: event.target.value })}
          >
            {pairs.bits.map((each) => (
              <option key={each.id} value={each.id}>
                {each.name}
              </option>
            ))}
          </select>
        </label>
      )}
    </div>
  );
}
