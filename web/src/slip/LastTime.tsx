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

function useLastTime({ plan, material }: Omit<Props, "unit">) {
  const bit = plan.bit_id;
  return useReading({
    key: ["last-time", material, bit],
    ask: () => api.lastTime(material, bit),
    enabled: bit !== "" && material !== "",
    keeps: true,
  }).data;
}

/** How this bit came out in this wood the last time, in a few words; nothing where it was never run. */
export function LastTime({ plan, material, unit }: Props) {
  const found = useLastTime({ plan, material });
  if (!found?.last || !found.run_id) return null;
  const pace = found.clean_feed ? `, at ${plainly(reading(found.clean_feed, unit))}` : "";
  return (
    <Link
      className="font-normal text-ink-2 underline"
      to={`/log/${found.run_id}`}
      title={`${found.clean} of ${found.runs} came out clean${pace}${found.word ? `; last time: ${found.word}` : ""}`}
      data-testid="last-time"
    >
      last time {CAME_OUT[found.last]}
      {found.last === "clean" ? pace : ""}
    </Link>
  );
}

/** When such cuts burn, by the log; nothing where it does not say. */
export function BurnsBelow({ plan, material, unit }: Props) {
  const limit = useLastTime({ plan, material })?.burns_below;
  if (!limit) return null;
  return (
    <p className="mt-1 text-small leading-snug text-ink-2" data-testid="burns-below">
      By the <Link to="/log">log</Link> such cuts burn below a chip of <Words text={inUnit(limit, unit)} />.
    </p>
  );
}
