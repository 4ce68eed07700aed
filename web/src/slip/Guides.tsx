import { api, type Change, type CutPlan, type Unit } from "../api/client";
import { useRefresh } from "../api/queries";
import { replanOpen } from "../board/editors";
import { Words } from "../ui/Words";
import { inUnit, reading } from "../ui/words";

interface Props {
  plan: CutPlan;
  unit: Unit;
  onEdit: (change: Change) => void;
}

/** The methods of guiding a cut, the best first, each with what speaks for it or against it. */
export function Guides({ plan, unit, onEdit }: Props) {
  if (plan.guides.length === 0) return null;
  return (
    <div data-testid="guides">
      <h3 className="label">Ways to guide it</h3>
      <ul className="flex flex-col">
        {plan.guides.map((guide) => (
          <li key={guide.kind} className="border-t border-rule py-1" data-guide={guide.kind}>
            <div className="flex items-baseline justify-between gap-2 text-body">
              <span className={guide.chosen ? "font-bold" : "font-semibold"}>{guide.name}</span>
              {guide.chosen ? (
                <span className="text-small text-ink-2">this one</span>
              ) : (
                <button type="button" className="button" onClick={() => onEdit(guide.change)}>
                  {guide.can ? "Take it" : "Show it all the same"}
                </button>
              )}
            </div>
            <p className={`text-small leading-snug ${guide.can ? "text-ink-2" : "text-cut"}`}>
              <Words text={inUnit(guide.says, unit)} />
            </p>
          </li>
        ))}
      </ul>
      <button type="button" className="quiet" onClick={() => onEdit({ guide: null })}>
        choose the best by itself
      </button>
      {plan.jig.length > 0 ? <Jig plan={plan} unit={unit} /> : null}
    </div>
  );
}

/** How a cut-line jig for this bit and router is made, and saying that it was. */
function Jig({ plan, unit }: Omit<Props, "onEdit">) {
  const refresh = useRefresh();
  const make = async () => {
    await api.makeJig(plan.bit_id, plan.router_id);
    await refresh();
    replanOpen();
  };
  return (
    <details className="mt-1 border-t border-rule pt-1" data-testid="make-jig">
      <summary className="cursor-pointer text-body font-semibold">Make a cut-line jig for this pair</summary>
      <ol className="list-decimal pl-5 text-small leading-snug text-ink-2">
        {plan.jig.map((line) => (
          <li key={line.metric}>
            <Words text={inUnit(line, unit)} />.
          </li>
        ))}
      </ol>
      <button type="button" className="button mt-1" data-testid="jig-made" onClick={() => void make()}>
        It is made: keep it on the shelf
      </button>
    </details>
  );
}

/** The places of a repeated cut, in the order in which the tape is read. */
export function Stations({ plan, unit }: Omit<Props, "onEdit">) {
  if (plan.stations.length === 0) return null;
  return (
    <table className="mt-0.5 ml-[72px] w-[calc(100%-72px)] text-small tabular-nums" data-testid="stations">
      <thead>
        <tr className="text-left text-ink-2">
          <th className="pr-2 font-normal">
            <span className="sr-only">station</span>
          </th>
          <th className="pr-2 font-normal">line at</th>
          <th className="pr-2 font-normal">guide at</th>
          <th className="font-normal">heading</th>
        </tr>
      </thead>
      <tbody>
        {plan.stations.map((station) => (
          <tr key={station.number} className="border-t border-rule">
            <th className="pr-2 text-left font-semibold text-cut">{station.number}</th>
            <td className="pr-2 font-bold whitespace-nowrap">
              <Reading shown={station.mark} unit={unit} />
            </td>
            <td className="pr-2 whitespace-nowrap">
              <Reading shown={station.guide} unit={unit} />
            </td>
            <td>{station.heading.toLowerCase()}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

function Reading({ shown, unit }: { shown: CutPlan["stations"][number]["mark"]; unit: Unit }) {
  const { number, unit: mark } = reading(shown, unit);
  return <Words text={`${number} ${mark}`} />;
}

const CHANCES = [
  { key: "tight", says: "tight", fill: "bg-cut" },
  { key: "slides", says: "slides", fill: "bg-guide" },
  { key: "loose", says: "loose", fill: "bg-hazard" },
] as const;

/** How likely the part fits, before wood is cut. */
export function Fit({ fit, unit }: { fit: CutPlan["fit"]; unit: Unit }) {
  if (!fit) return null;
  return (
    <div className="border-t border-rule py-1.5" data-testid="fit">
      <div className="grid grid-cols-[64px_1fr] items-baseline gap-x-2">
        <h2 className="label">Fit</h2>
        <div>
          <div className="flex h-3.5 overflow-hidden rounded-sm" aria-hidden>
            {CHANCES.map(({ key, fill }) => (
              <span key={key} className={fill} style={{ width: `${fit[key] * 100}%` }} />
            ))}
          </div>
          <p className="flex flex-wrap gap-x-3 text-small">
            {CHANCES.map(({ key, says }) => (
              <span key={key} data-chance={key}>
                <b className="font-bold tabular-nums">{Math.round(fit[key] * 100)} %</b> {says}
              </span>
            ))}
          </p>
          <p className="text-small leading-snug text-ink-2">
            <Words text={inUnit(fit.says, unit)} />.
          </p>
        </div>
      </div>
    </div>
  );
}
