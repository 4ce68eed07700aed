import { Link } from "react-router";
import { api, type CutPlan, type Unit } from "../api/client";
import { useReading } from "../api/queries";
import { CAME_OUT } from "../run/outcomes";
import { Words } from "../ui/Words";
import { inUnit, plainly, reading } from "../ui/words";

interface Props {
  plan: CutPlan;
  material: string;
  unit: Unit;
}

/** What the log says of this bit in this wood; nothing where it says nothing. */
export function LastTime({ plan, material, unit }: Props) {
  const bit = plan.bit_id;
  const found = useReading({
    key: ["last-time", material, bit],
    ask: () => api.lastTime(material, bit),
    enabled: bit !== "" && material !== "",
    keeps: true,
  }).data;
  if (!found || (found.runs === 0 && found.burns_below === null)) return null;
  return (
    <p className="mt-1 border-t border-rule py-1 text-small leading-snug text-ink-2" data-testid="last-time">
      {found.last && found.run_id ? (
        <>
          <Link className="underline" to={`/log/${found.run_id}`}>
            Last time
          </Link>
          : {CAME_OUT[found.last]}
          {found.word ? `, “${found.word}”` : ""}; {found.clean} of {found.runs} clean
          {found.clean_feed ? `, at ${plainly(reading(found.clean_feed, unit))}` : ""}.{" "}
        </>
      ) : null}
      {found.burns_below ? (
        <>
          By the log it burns below a chip of <Words text={inUnit(found.burns_below, unit)} />.
        </>
      ) : null}
    </p>
  );
}
