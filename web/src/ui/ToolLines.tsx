import type { Text, Unit } from "../api/client";
import { Words } from "./Words";
import { inUnit } from "./words";

interface LineProps {
  name: string;
  router: string | null;
  children: string;
}

/** A bit in a router, and one line of what is to be said of it. */
export function ToolLine({ name, router, children }: LineProps) {
  return (
    <>
      <span className="flex items-baseline justify-between gap-2 text-body">
        <span className="font-semibold">
          <Words text={name} />
        </span>
        <span className="text-ink-2">{router ?? "any router"}</span>
      </span>
      <span className="block text-note leading-snug text-ink-2">
        <Words text={children} />
      </span>
    </>
  );
}

interface MissesProps {
  misses: readonly {
    bit_id: string;
    bit_name: string;
    router_id: string;
    router_name: string;
    needs: Text;
    better: boolean;
  }[];
  unit: Unit;
}

/** What one thing keeps from a cut, and what that is. */
export function Misses({ misses, unit }: MissesProps) {
  if (misses.length === 0) return null;
  return (
    <>
      <h2 className="label mt-3">Nearly, and what is wanting</h2>
      <ul data-testid="misses">
        {misses.map((miss) => (
          <li key={miss.bit_id + miss.router_id} className="px-2 py-1.5">
            <ToolLine name={miss.bit_name} router={miss.router_name}>
              {`needs ${inUnit(miss.needs, unit)}${miss.better ? "; it would then be the better choice" : ""}`}
            </ToolLine>
          </li>
        ))}
      </ul>
    </>
  );
}

/** What a tool loses against the best, in one line. */
export const lossLine = (loses: readonly Text[], place: number, unit: Unit) =>
  place === 0 ? "best here" : loses.map((loss) => inUnit(loss, unit)).join(" · ");
