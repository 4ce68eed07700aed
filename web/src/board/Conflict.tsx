import { lazy, Suspense } from "react";
import type { CutIn } from "../api/client";

const Dialog = lazy(() => import("../ui/Dialog").then((module) => ({ default: module.Dialog })));

interface Props {
  mine: CutIn;
  theirs: CutIn;
  onMine: () => void;
  onTheirs: () => void;
}

const sentence = (cut: CutIn) =>
  cut.kind === "edge"
    ? `${cut.shape} ${cut.size.typed}${cut.depth ? `, ${cut.depth.typed} deep` : ""}, ${cut.edges.join(", ")}`
    : `${cut.width.typed} wide, ${cut.depth.typed} deep, ${cut.position.typed} from the ${cut.end ?? "left"} end`;

/** The cut was changed in another window: theirs or mine. */
export function Conflict({ mine, theirs, onMine, onTheirs }: Props) {
  return (
    <Suspense>
      <Dialog title="This cut was changed in another window" onClose={onTheirs} mustChoose>
        <p className="mb-3 text-ink-2">Both are still here. Which one should be kept?</p>
        <div className="grid gap-3 sm:grid-cols-2">
          <button
            type="button"
            className="button flex-col items-start p-3 text-left"
            onClick={onTheirs}
            data-testid="take-theirs"
          >
            <b>Take theirs</b>
            <span className="font-normal">{sentence(theirs)}</span>
          </button>
          <button
            type="button"
            className="button flex-col items-start p-3 text-left"
            onClick={onMine}
            data-testid="keep-mine"
          >
            <b>Keep mine</b>
            <span className="font-normal">{sentence(mine)}</span>
          </button>
        </div>
      </Dialog>
    </Suspense>
  );
}
