import { useEffect, useRef } from "react";
import type { CutPlan, Unit } from "../api/client";
import { Words } from "../ui/Words";
import { inUnit } from "../ui/words";

interface Props {
  ticks: CutPlan["ticks"];
  unit: Unit;
  /** What was ticked of this setup, by its words. */
  ticked: ReadonlySet<string>;
  onTick: (what: string) => void;
}

/** What is gone through before the switch, and after it: the last lines of the slip. */
export function Ticks({ ticks, unit, ticked, onTick }: Props) {
  const left = ticks.before.filter((each) => !ticked.has(each.metric)).length;
  const ref = useRef<HTMLDivElement>(null);
  // It is opened from further up. (A browser may answer a scroll with a promise, which is no clean-up.)
  useEffect(() => {
    void ref.current?.scrollIntoView({ block: "nearest" });
  }, []);
  return (
    <div
      ref={ref}
      className="mt-1.5 border-t-2 border-ink pt-1 text-small leading-[1.35]"
      data-testid="ticks"
    >
      <h2 className="label">Before you switch on</h2>
      <ul>
        {ticks.before.map((each) => (
          <li key={each.metric}>
            <label className="flex min-h-8 items-center gap-2.5 py-0.5 max-lg:min-h-11">
              <input
                type="checkbox"
                className="size-5 shrink-0"
                checked={ticked.has(each.metric)}
                onChange={() => onTick(each.metric)}
              />
              <span className={ticked.has(each.metric) ? "text-ink-2" : ""}>
                <Words text={inUnit(each, unit)} />
              </span>
            </label>
          </li>
        ))}
      </ul>
      <p role="status" className="font-semibold" data-testid="ticks-left">
        {left > 0 ? `${left} of ${ticks.before.length} left` : "All seen, for this setup"}
      </p>
      <h2 className="label mt-1.5">After</h2>
      <p className="text-ink-2">{ticks.after.map((each) => inUnit(each, unit)).join(" · ")}</p>
    </div>
  );
}
