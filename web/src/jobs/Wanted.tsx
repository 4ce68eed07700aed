import type { ReactNode } from "react";
import { Link } from "react-router";

/** Beside a refusal, why it is so where that stands nowhere else: no tool here makes the cut, and it can be kept until one does. */
export function KeepAsWanted({ why = null, onKeep }: { why?: ReactNode; onKeep: () => void }) {
  return (
    <div className="flex flex-wrap items-center gap-x-3 gap-y-1 text-body" data-testid="lacks">
      {why ? <p className="w-full font-semibold text-cut">{why}</p> : null}
      <p>
        No tool here makes it. Kept as wanted, it stands in the job and in what to buy until there is one.
      </p>
      <button type="button" className="button" onClick={onKeep} data-testid="keep-wanted">
        Keep it as wanted
      </button>
    </div>
  );
}

/** Above the board of a cut that is kept and cannot be made yet. */
export function IsWanted({ why }: { why: ReactNode }) {
  return (
    <p className="striped mt-1 border-l-4 border-hazard px-3 py-2 text-body" data-testid="is-wanted">
      <b className="font-semibold">Wanted:</b> it is kept, and cannot be cut with what is here. {why}.{" "}
      <Link className="font-semibold underline" to="/drawer?show=buy">
        See what to buy
      </Link>
    </p>
  );
}
