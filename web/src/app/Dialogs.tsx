/** The dialogs of the workshop, loaded when the first one opens. */
import type { HouseRules, JobView, Problem, ShopView, Unit } from "../api/client";
import { NewCut } from "../jobs/NewCut";
import { NewPiece } from "../jobs/NewPiece";
import { Rules } from "../shop/Rules";
import { Dialog } from "../ui/Dialog";
import { SHORTCUTS } from "./shortcuts";
import type { OpenDialog } from "./Workshop";

interface Props {
  open: Exclude<OpenDialog, null>;
  shop: ShopView;
  job: JobView;
  unit: Unit;
  pieceId: string | null;
  problem: Problem | null;
  onRules: (change: Partial<HouseRules>) => void;
  onClose: () => void;
  onCut: (id: string) => void;
  onPiece: () => void;
}

export default function Dialogs(props: Props) {
  switch (props.open) {
    case "shortcuts":
      return (
        <Dialog title="Keys" onClose={props.onClose}>
          <dl className="grid grid-cols-[auto_1fr] items-center gap-x-5 gap-y-1.5" data-testid="shortcuts">
            {SHORTCUTS.map((each) => (
              <div key={each.name} className="contents">
                <dt>
                  {each.keys.split(" ").map((key) => (
                    <kbd
                      key={key}
                      className="mr-1 rounded border border-rule bg-bench px-2 py-0.5 font-semibold"
                    >
                      {key}
                    </kbd>
                  ))}
                </dt>
                <dd>{each.says}</dd>
              </div>
            ))}
          </dl>
        </Dialog>
      );
    case "rules":
      return (
        <Rules
          shop={props.shop}
          problem={props.problem}
          unit={props.unit}
          onRules={props.onRules}
          onClose={props.onClose}
        />
      );
    case "piece":
      return <NewPiece {...props} />;
    case "cut":
      return <NewCut {...props} />;
    default:
      return props.open satisfies never;
  }
}
