import type { KeptOutline, TemplateView, Unit } from "../api/client";
import { Words } from "../ui/Words";
import { inUnit } from "../ui/words";

interface FindingsProps {
  view: TemplateView;
  unit: Unit;
  outline: KeptOutline;
  place: number | null;
  onPlace: (place: number | null) => void;
}

const MOST_LISTED = 12;

function titleOf({ intent, is_template }: KeptOutline): string {
  if (is_template) return intent === "recess" ? "The hole that it makes" : "The part that it makes";
  return intent === "recess" ? "Opening of the template" : "The template";
}

/** The size of the template, what is to be known of it, and the places where the cut is not what is wanted. */
export function Findings({ view, unit, outline, place, onPlace }: FindingsProps) {
  return (
    <>
      <p>
        <span className="label block">{titleOf(outline)}</span>
        <b className="text-figure leading-tight" data-testid="template-size">
          <Words text={inUnit(view.size, unit)} />
        </b>
      </p>
      <ul className="flex flex-col gap-1 text-body">
        {view.figures.map((each) => (
          <li key={each.metric}>
            <Words text={inUnit(each, unit)} />.
          </li>
        ))}
      </ul>
      {view.cautions.map((each) => (
        <div
          key={each.code}
          className={`border-l-4 pl-3 text-body ${each.level === "stop" ? "border-cut" : "border-hazard"}`}
          data-testid={`caution-${each.code}`}
        >
          <b>
            <Words text={inUnit(each.message, unit)} />.
          </b>{" "}
          <Words text={inUnit(each.do, unit)} />.
        </div>
      ))}
      {view.places.length > 0 ? (
        <ol className="flex flex-col gap-1 text-small" aria-label="Places">
          {view.places.slice(0, MOST_LISTED).map((each, number) => (
            // biome-ignore lint/suspicious/noArrayIndexKey: places have no name
            <li key={number}>
              <button
                type="button"
                aria-pressed={place === number}
                className={`min-h-11 w-full rounded px-2 text-left hover:bg-paper ${place === number ? "bg-paper outline outline-2 outline-hazard" : ""}`}
                onClick={() => onPlace(place === number ? null : number)}
                data-testid={`place-${number}`}
              >
                <Words text={inUnit(each.says, unit)} />
              </button>
            </li>
          ))}
          {view.places.length > MOST_LISTED ? (
            <li>And {view.places.length - MOST_LISTED} more, smaller.</li>
          ) : null}
        </ol>
      ) : (
        <p className="text-body" data-testid="agrees">
          {outline.is_template ? "The guide reaches every corner of it." : "It makes this outline exactly."}
        </p>
      )}
    </>
  );
}
