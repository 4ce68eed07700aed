import type { Figure, HouseRules, ShopView, Unit } from "../api/client";
import { BigReading, Words } from "../ui/Words";
import { inUnit, reading } from "../ui/words";

interface Props {
  figure: Figure;
  unit: Unit;
  schools: ShopView["schools"];
  onSchool: (change: Partial<HouseRules>) => void;
}

const SPEED_OR_DEPTH = { "speed.rpm": "speed_rule", "depth.step": "depth_rule" } as const;

/** The working of one figure, opened in place: the formula, the numbers in it, what set it, the other schools. */
export function Working({ figure, unit, schools, onSchool }: Props) {
  const group =
    figure.key in SPEED_OR_DEPTH ? SPEED_OR_DEPTH[figure.key as keyof typeof SPEED_OR_DEPTH] : null;
  const name = (rule: string) => schools.find((each) => each.value === rule)?.name ?? rule;
  return (
    <div className="border-l-[3px] border-guide pl-3 py-1 text-small" data-working={figure.key}>
      <div className="flex items-baseline justify-between gap-3">
        <span className="font-semibold">{figure.label}</span>
        <BigReading reading={reading(figure.shown, unit)} large={false} />
      </div>
      <div className="font-[560] tabular-nums">{figure.formula}</div>
      <div className="tabular-nums">
        <Words text={inUnit(figure.worked, unit)} />
      </div>
      <div className="text-ink-2">
        <Words text={inUnit(figure.because, unit)} />{" "}
        <span className="whitespace-nowrap">(rule {figure.rule})</span>
      </div>
      <ul className="flex flex-wrap gap-x-3 text-ink-2">
        {figure.inputs.map((input) => (
          <li key={input.symbol}>
            <span className="font-semibold">{input.symbol}</span> {input.name}{" "}
            <BigReading reading={reading(input.shown, unit)} large={false} />
          </li>
        ))}
      </ul>
      {figure.others.length > 0 ? (
        <div className="mt-1">
          <span className="text-ink-2">Other schools</span>
          <ul>
            {figure.others.map((other) => (
              <li key={other.rule} className="flex items-baseline justify-between gap-3">
                {group ? (
                  <button type="button" className="quiet" onClick={() => onSchool({ [group]: other.rule })}>
                    {name(other.rule)}
                  </button>
                ) : (
                  <span>{other.rule}</span>
                )}
                <BigReading reading={reading(other.shown, unit)} large={false} />
              </li>
            ))}
          </ul>
        </div>
      ) : null}
    </div>
  );
}
