import type { CutPlan, Unit } from "../api/client";
import { Words } from "../ui/Words";
import { inUnit } from "../ui/words";

export const STATUS: Record<CutPlan["status"], string> = {
  ready: "Ready to set up",
  caution: "Ready, with care",
  stop: "Do not cut like this",
  unproven: "Being checked, move by move: not ready yet",
};

/** The same in a list. */
export const SHORTLY: Record<CutPlan["status"], string> = {
  ready: "ready",
  caution: "ready, with care",
  stop: "do not cut",
  unproven: "being proven",
};

/** Right under the sentence where the slip stands further down: whether it may be cut, and the first stop. Of a plan that is no
    longer that of the fields only that. */
export function StatusLine({ plan, unit, stale }: { plan: CutPlan; unit: Unit; stale: boolean }) {
  const stop = stale ? undefined : plan.cautions.find((each) => each.level === "stop");
  const more = plan.cautions.filter((each) => each.level === "stop").length - 1;
  return (
    <div
      role="status"
      data-testid="status-line"
      className={`mt-2 flex flex-wrap items-center gap-x-3 gap-y-1 border-l-4 px-3 py-1.5 lg:hidden ${stop ? "border-cut bg-cut-soft" : "border-guide bg-paper"}`}
    >
      <span className={`text-body font-bold ${stale ? "text-cut" : ""}`}>
        {stale ? "Shows the last good plan" : STATUS[plan.status]}
      </span>
      {stop ? (
        <span className="text-body">
          <Words text={inUnit(stop.message, unit)} />
          {more > 0 ? `, and ${more} more` : ""}
        </span>
      ) : null}
      <button
        type="button"
        className="button ml-auto"
        onClick={() => document.querySelector('[data-testid="slip"]')?.scrollIntoView({ block: "start" })}
      >
        To the slip
      </button>
    </div>
  );
}
