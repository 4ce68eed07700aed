import { Link } from "react-router";

/** Beside a refusal: no tool here makes the cut, and it can be kept until one does. */
export function KeepAsWanted({ onKeep }: { onKeep: () => void }) {
  return (
    <p className="flex flex-wrap items-center gap-x-3 gap-y-1 text-body" data-testid="lacks">
      <span>
        No tool here makes it. Kept as wanted, it stands in the job and in what to buy until there is one.
      </span>
      <button type="button" className="button" onClick={onKeep} data-testid="keep-wanted">
        Keep it as wanted
      </button>
    </p>
  );
}

/** Above the board of a cut that is kept and cannot be made yet. */
export function IsWanted() {
  return (
    <p className="striped mt-1 border-l-4 border-hazard px-3 py-2 text-body" data-testid="is-wanted">
      <b className="font-semibold">Wanted:</b> it is kept, and cannot be cut with what is here.{" "}
      <Link className="font-semibold underline" to="/drawer?show=buy">
        See what to buy
      </Link>
    </p>
  );
}
