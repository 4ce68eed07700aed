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
  cut.kind === "pocket"
    ? `${cut.form} ${cut.length?.typed ?? ""}${cut.across ? ` × ${cut.across.typed}` : ""}, ${cut.depth.typed} deep, ${cut.from_left?.typed ?? "0"} from the ${cut.end ?? "left"}, ${cut.from_near?.typed ?? "0"} from the ${cut.edge ?? "near"} edge`
    : cut.kind === "edge"
      ? `${cut.shape} ${cut.size.typed}${cut.depth ? `, ${cut.depth.typed} deep` : ""}, ${cut.edges.join(", ")}`
      : `${cut.width?.typed ?? `for ${cut.mate?.thickness.typed}`} wide, ${cut.depth.typed} deep, ${cut.position.typed} from the ${cut.end ?? "left"}`;

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
