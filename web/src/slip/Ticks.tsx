import { useEffect, useRef } from "react";
import type { CutPlan, Unit } from "../api/client";
import { Words } from "../ui/Words";
import { inUnit } from "../ui/words";

/** What is gone through before the switch, and after it: the last lines of the slip. */
export function Ticks({ ticks, unit }: { ticks: CutPlan["ticks"]; unit: Unit }) {
  const ref = useRef<HTMLDivElement>(null);
  // It is opened from further up.
  useEffect(() => ref.current?.scrollIntoView({ block: "nearest" }), []);
  return (
    <div
      ref={ref}
      className="mt-1.5 border-t-2 border-ink pt-1 text-small leading-[1.35]"
      data-testid="ticks"
    >
      <h2 className="label">Before you switch on</h2>
      <ul>
        {ticks.before.map((each) => (
          <li key={each.metric} className="flex gap-2">
            <span aria-hidden className="mt-[3px] size-3 shrink-0 border border-ink" />
            <span>
              <Words text={inUnit(each, unit)} />
            </span>
          </li>
        ))}
      </ul>
      <h2 className="label mt-1.5">After</h2>
      <p className="text-ink-2">{ticks.after.map((each) => inUnit(each, unit)).join(" · ")}</p>
    </div>
  );
}
