import type { OutlineView, Unit } from "../api/client";
import { Words } from "../ui/Words";
import { inUnit } from "../ui/words";

/** What was understood of a drawing, with the places of what is odd about it. */
export function Understood({ view, unit }: { view: OutlineView | null; unit: Unit }) {
  if (!view)
    return <p className="text-small text-ink-2">What is understood of it appears here before it is kept.</p>;
  const [wide, high] = [Math.max(view.width, 1), Math.max(view.height, 1)];
  const room = 0.04 * Math.max(wide, high);
  return (
    <div className="flex min-w-0 flex-col gap-1.5 text-small" data-testid="understood" aria-live="polite">
      <svg
        className="h-40 w-full border border-rule bg-paper"
        viewBox={`${-room} ${-high - room} ${wide + 2 * room} ${high + 2 * room}`}
        role="img"
        aria-label="The outline"
      >
        <g transform="scale(1 -1)" strokeWidth={Math.max(wide, high) / 160}>
          <path d={view.path} className="fill-work stroke-ink" fillRule="evenodd" />
          {view.problems.map((each, number) =>
            each.at ? (
              <circle
                // biome-ignore lint/suspicious/noArrayIndexKey: problems have no name
                key={number}
                cx={each.at[0]}
                cy={each.at[1]}
                r={Math.max(wide, high) / 30}
                className={`fill-none ${each.mended ? "stroke-guide" : "stroke-cut"}`}
              />
            ) : null,
          )}
        </g>
      </svg>
      <p>
        <b>
          <Words text={inUnit(view.size, unit)} />
        </b>
        , {view.loops} {view.loops === 1 ? "loop" : "loops"}, {view.arcs} {view.arcs === 1 ? "arc" : "arcs"}
        {view.open_ends > 0 ? `, ${view.open_ends} open ends` : ""}.{" "}
        {view.unit_from === "assumed" ? (
          <b className="text-hazard">
            The file names no unit; its numbers were taken for {view.unit === "px" ? "96 to the inch" : "mm"}.
          </b>
        ) : null}
      </p>
      {view.problems.length > 0 ? (
        <ul className="flex flex-col gap-1">
          {view.problems.map((each, number) => (
            // biome-ignore lint/suspicious/noArrayIndexKey: problems have no name
            <li key={number} className={`border-l-4 pl-2 ${each.mended ? "border-guide" : "border-cut"}`}>
              <Words text={inUnit(each.message, unit)} />
            </li>
          ))}
        </ul>
      ) : null}
    </div>
  );
}
