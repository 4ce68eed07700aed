import { lazy, Suspense } from "react";
import type { Text, Unit } from "../api/client";
import { Words } from "../ui/Words";
import { inUnit } from "../ui/words";

const Dialog = lazy(() => import("../ui/Dialog").then((module) => ({ default: module.Dialog })));

interface Props {
  /** What each cut asks for, in words. */
  mine: Text;
  theirs: Text;
  unit: Unit;
  onMine: () => void;
  onTheirs: () => void;
}

/** The cut was changed in another window: theirs or mine. */
export function Conflict({ mine, theirs, unit, onMine, onTheirs }: Props) {
  return (
    <Suspense>
      <Dialog title="This cut was changed in another window" onClose={onTheirs} mustChoose>
        <p className="mb-3 text-ink-2">Both are still here. Which one should be kept?</p>
        {mine.metric === theirs.metric ? (
          <p className="mb-3">They ask for the same; only tools, guide or clamps differ.</p>
        ) : null}
        <div className="grid gap-3 sm:grid-cols-2">
          <button
            type="button"
            className="button flex-col items-start p-3 text-left"
            onClick={onTheirs}
            data-testid="take-theirs"
          >
            <b>Take theirs</b>
            <span className="font-normal">
              <Words text={inUnit(theirs, unit)} />
            </span>
          </button>
          <button
            type="button"
            className="button flex-col items-start p-3 text-left"
            onClick={onMine}
            data-testid="keep-mine"
          >
            <b>Keep mine</b>
            <span className="font-normal">
              <Words text={inUnit(mine, unit)} />
            </span>
          </button>
        </div>
      </Dialog>
    </Suspense>
  );
}
