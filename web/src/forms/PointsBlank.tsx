/** Points of an outline, a text with one on each line. */

import { Points } from "../ui/Points";
import { inUnit } from "../ui/words";
import { valueAt } from "./draft";
import type { BlankOf, Filling } from "./filling";

export function PointsBlank({ blank, filling }: { blank: BlankOf<"points">; filling: Filling }) {
  const problem = filling.problemAt(blank.field);
  return (
    <>
      <Points
        label={blank.label}
        name={`cut.${blank.field}`}
        points={(valueAt(filling.draft, blank.field) ?? []) as [number, number][]}
        onType={(points) => filling.onEdit({ [blank.field]: points })}
      />
      {problem ? (
        <p role="alert" className="text-small text-cut" data-testid="contour-problem">
          {inUnit(problem.message, filling.unit)}
        </p>
      ) : null}
    </>
  );
}
