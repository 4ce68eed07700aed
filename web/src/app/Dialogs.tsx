/** The dialogs of the workshop, loaded when the first one opens. */
import type { HouseRules, JobView, Problem, ShopView, Unit } from "../api/client";
import type { JobActions } from "../jobs/actions";
import { NewCut } from "../jobs/NewCut";
import { PieceForm } from "../jobs/PieceForm";
import { Rename } from "../jobs/Rename";
import { Rules } from "../shop/Rules";
import { Keys } from "./Keys";
import { Palette } from "./Palette";
import type { OpenDialog } from "./Workshop";

interface Props {
  open: OpenDialog;
  shop: ShopView;
  job: JobView;
  unit: Unit;
  pieceId: string | null;
  problem: Problem | null;
  actions: JobActions;
  onRules: (change: Partial<HouseRules>) => void;
  onClose: () => void;
  onNewCut: () => void;
}

export default function Dialogs(props: Props) {
  const { open, actions, onClose } = props;
  switch (open.what) {
    case "shortcuts":
      return <Keys here="cut" onClose={props.onClose} />;
    case "palette":
      return <Palette unit={props.unit} jobId={props.job.id} pieceId={props.pieceId} onClose={onClose} />;
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
    case "piece": {
      const item = open.item;
      return (
        <PieceForm
          jobId={props.job.id}
          shop={props.shop}
          unit={props.unit}
          item={item}
          onSave={(piece) => (item ? actions.savePiece(item, piece) : actions.addPiece(piece))}
          onSaved={item ? onClose : props.onNewCut}
          onClose={onClose}
        />
      );
    }
    case "cut":
      return <NewCut {...props} onSave={actions.addCut} />;
    case "rename": {
      const cut = open.cut;
      return (
        <Rename
          what="cut"
          name={cut.name}
          onSave={(name) => actions.renameCut(cut, name)}
          onClose={onClose}
        />
      );
    }
    default:
      return open satisfies never;
  }
}
