import type { LengthIn, Problem, RunView, Unit } from "../api/client";
import { CaliperBar } from "../instruments/CaliperBar";
import { LengthField } from "../ui/LengthField";
import { Words } from "../ui/Words";
import { inUnit, plainly, reading } from "../ui/words";

type Measure = NonNullable<RunView["record"]>["in_work"][number];

/** What is typed of each dimension, place by place. */
export type Places = Readonly<Record<string, readonly LengthIn[]>>;

/** Places of the work in which one thing is measured, at most. */
const MOST = 8;
const isThere = (each: LengthIn) => each.typed.trim() !== "";

/** What is sent of them: measures with something in them, without the places that were left empty. */
export const sent = (places: Places) =>
  Object.entries(places)
    .map(([field, typed]) => ({ field, found: typed.filter(isThere) }))
    .filter((each) => each.found.length > 0);

/** Which field a problem with what was sent is about: its measure and the number of its place; null where it is of another. */
export const placeOf = (field: string | null, places: Places): { of: string; place: number } | null => {
  const found = /^measured\.(\d+)\.found\.(\d+)/.exec(field ?? "");
  const of = found ? sent(places)[Number(found[1])]?.field : undefined;
  if (!found || of === undefined) return null;
  const numbers = (places[of] ?? []).flatMap((each, i) => (isThere(each) ? [i] : []));
  const place = numbers[Number(found[2])];
  return place === undefined ? null : { of, place };
};

interface Props {
  view: RunView;
  unit: Unit;
  places: Places;
  problem: Problem | null;
  onType: (places: Places) => void;
}

/** What is measured in the work itself, in as many places as one likes: after each there is room for another. */
export function WorkMeasures({ view, unit, places, problem, onType }: Props) {
  const measures = view.record?.in_work ?? [];
  if (measures.length === 0) return null;
  const wrong = problem ? placeOf(problem.field, places) : null;
  return (
    <fieldset className="flex flex-col gap-3 border-t border-rule pt-3" data-testid="work-measures">
      <legend className="label float-left">Measured in the work, in several places if you like</legend>
      {measures.map((each) => (
        <One
          key={each.field}
          measure={each}
          unit={unit}
          typed={places[each.field] ?? []}
          wrong={wrong?.of === each.field ? { place: wrong.place, problem } : null}
          onType={(typed) => onType({ ...places, [each.field]: typed })}
        />
      ))}
      <CaliperBar inDialog />
    </fieldset>
  );
}

interface OneProps {
  measure: Measure;
  unit: Unit;
  typed: readonly LengthIn[];
  wrong: { place: number; problem: Problem | null } | null;
  onType: (typed: readonly LengthIn[]) => void;
}

function One({ measure, unit, typed, wrong, onType }: OneProps) {
  const last = typed.findLastIndex(isThere);
  const fields = Math.min(last + 2, MOST);
  return (
    <div className="flex flex-wrap items-baseline gap-x-3 gap-y-2 text-strong">
      <span className="min-w-[14em]">
        <Words text={inUnit(measure.says, unit)} />
        <span className="text-ink-2">
          {" "}
          asked for <Words text={plainly(reading(measure.shown, unit))} />
        </span>
      </span>
      {Array.from({ length: fields }, (_, place) => (
        <LengthField
          // biome-ignore lint/suspicious/noArrayIndexKey: a place is its number
          key={place}
          label={`${inUnit(measure.says, unit)}, place ${place + 1}`}
          name={`work-${measure.field}-${place + 1}`}
          value={typed[place] ?? { typed: "", unit }}
          unit={unit}
          problem={wrong?.place === place ? wrong.problem : null}
          placeholder={place === 0 ? "" : "another"}
          onType={(value) =>
            onType(
              Array.from({ length: Math.max(typed.length, place + 1) }, (_, i) =>
                i === place ? value : (typed[i] ?? { typed: "", unit }),
              ),
            )
          }
          className="field min-h-12 w-[7em] text-right text-strong"
        />
      ))}
    </div>
  );
}
