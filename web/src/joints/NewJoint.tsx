import { useState } from "react";
import {
  api,
  type JobView,
  type JointIn,
  type JointKind,
  type KindView,
  type Problem,
  type Unit,
} from "../api/client";
import { useRefresh, useShop } from "../api/queries";
import { pieceIn } from "../api/typed";
import { added } from "../app/acts";
import { history } from "../app/undo";
import { useAddPiece } from "../jobs/actions";
import { nameOf } from "../jobs/NewCut";
import { PieceForm } from "../jobs/PieceForm";
import { SHORTLY } from "../slip/StatusLine";
import { Dialog } from "../ui/Dialog";
import { problemOf } from "../ui/problems";
import { Words } from "../ui/Words";
import { inUnit } from "../ui/words";
import { useWhich } from "./useWhich";

interface Props {
  job: JobView;
  onClose: () => void;
  onMade: (jointId: string) => void;
}

/** Which two boards, and which joint: those that can be made with what the shop owns stand first. */
export function NewJoint({ job, onClose, onMade }: Props) {
  const shop = useShop();
  const refresh = useRefresh();
  const unit = shop.data?.unit ?? "mm";
  const [first, setFirst] = useState((job.pieces.at(-2) ?? job.pieces.at(-1))?.id ?? "");
  const [second, setSecond] = useState(job.pieces.at(-1)?.id ?? "");
  const [making, setMaking] = useState<"first" | "second" | null>(null);
  const addPiece = useAddPiece(job);
  const [kind, setKind] = useState<JointKind | null>(null);
  const [name, setName] = useState("");
  const [problem, setProblem] = useState<Problem | null>(null);
  const item = (id: string) => job.pieces.find((each) => each.id === id) ?? null;
  const [one, two] = [item(first)?.piece, item(second)?.piece];
  // Of a board that there are several of, one may meet another.
  const alone = first === second && (one?.count ?? 1) < 2;
  const both = one && two && !alone;
  const which = useWhich(both ? pieceIn(one) : null, both ? pieceIn(two) : null);
  const can = which.filter(({ known }) => known?.status !== "stop");
  const cannot = which.filter(({ known }) => known?.status === "stop");
  const chosen = which.find((each) => each.kind === kind) ?? can.find(({ known }) => known) ?? null;
  const add = async () => {
    if (!chosen || !one || !two) return;
    let known = chosen.known;
    if (!known) {
      const asked = await api.whichJoint({ first: pieceIn(one), second: pieceIn(two), kind: chosen.kind });
      if (asked.kind !== "ok") return setProblem(problemOf(asked));
      known = asked.data;
    }
    const answer = await api.addJoint(job.id, {
      name: name.trim() || nameOf(chosen),
      first_id: first,
      second_id: second,
      joint: known.joint as JointIn,
    });
    if (answer.kind !== "ok") return setProblem(problemOf(answer));
    history.push(added(`adding ${answer.data.name}`, "joints", answer.data.id));
    await refresh();
    onMade(answer.data.id);
  };
  // In the place of this dialog, whose choices wait.
  if (making && shop.data)
    return (
      <PieceForm
        shop={shop.data}
        unit={unit}
        item={null}
        like={item(making === "first" ? second : first)}
        jobId={job.id}
        onSave={async (piece) => {
          const answer = await addPiece(piece);
          const made = answer.kind === "ok" ? answer.data.pieces.at(-1) : undefined;
          if (made) (making === "first" ? setFirst : setSecond)(made.id);
          return answer;
        }}
        onSaved={() => setMaking(null)}
        onClose={() => setMaking(null)}
      />
    );
  return (
    <Dialog title="Add a joint" onClose={onClose}>
      <form
        className="flex flex-col gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          void add();
        }}
      >
        <div className="grid gap-3 sm:grid-cols-2">
          <Board
            label="Board that is cut into"
            value={first}
            job={job}
            onPick={setFirst}
            onMake={() => setMaking("first")}
            field="first"
          />
          <Board
            label="Board that comes to it with an end"
            value={second}
            job={job}
            onPick={setSecond}
            onMake={() => setMaking("second")}
            field="second"
          />
        </div>
        {alone ? (
          <p role="alert" className="text-cut">
            A joint is of two boards, and there is one of these: choose another one for the second, or one
            still to be made.
          </p>
        ) : (
          <fieldset className="flex flex-col" data-testid="which-joint">
            <legend className="label mb-1">Which joint</legend>
            {[...can, ...cannot].map((each) => (
              <label
                key={each.kind}
                className={`flex items-start gap-2.5 border-t border-rule py-1.5 ${can.includes(each) ? "" : "text-ink-2"}`}
              >
                <input
                  type="radio"
                  name="joint-kind"
                  className="mt-1 size-5 shrink-0"
                  checked={each === chosen}
                  data-kind={each.kind}
                  onChange={() => setKind(each.kind)}
                />
                <span className="leading-snug">
                  <b className="font-semibold">{nameOf(each)}</b>
                  <span className="text-small">
                    : {each.strength}; shows {each.shows}
                  </span>
                  <span className="block text-small text-ink-2">
                    {each.known ? (
                      <Stands known={each.known} unit={unit} />
                    ) : (
                      "Looking whether these boards can have it …"
                    )}
                  </span>
                </span>
              </label>
            ))}
          </fieldset>
        )}
        <label className="flex flex-col gap-1">
          <span className="label">Name (may stay empty)</span>
          <input
            className="field"
            value={name}
            placeholder="Upper shelf"
            data-testid="joint-name"
            onChange={(event) => setName(event.target.value)}
          />
        </label>
        {problem ? (
          <p role="alert" className="text-cut">
            <Words text={inUnit(problem.message, unit)} />
          </p>
        ) : null}
        <button
          type="submit"
          className="button button-main justify-center"
          disabled={alone || !chosen}
          data-testid="keep-joint"
        >
          Add the {chosen?.name ?? "joint"}
        </button>
      </form>
    </Dialog>
  );
}

/** How a joint stands for two boards, and what it takes: minutes, tools, and what of the second board goes into the first. */
function Stands({ known, unit }: { known: KindView; unit: Unit }) {
  if (known.refused) return <Words text={inUnit(known.refused, unit)} />;
  if (known.minutes === null) return <>{SHORTLY[known.status]}</>;
  const settings = known.settings > 1 ? `${known.settings} settings` : "one setting";
  return (
    <>
      {`${SHORTLY[known.status]} · about ${Math.round(known.minutes)} min, ${settings} · ${known.tools.join(", ")}`}
      {known.takes ? (
        <>
          {" · "}
          <Words text={inUnit(known.takes, unit)} />
        </>
      ) : null}
    </>
  );
}

interface BoardProps {
  label: string;
  value: string;
  job: JobView;
  field: string;
  onPick: (id: string) => void;
  onMake: () => void;
}

const TO_BE_MADE = "new";

function Board({ label, value, job, field, onPick, onMake }: BoardProps) {
  return (
    <label className="flex flex-col gap-1">
      <span className="label">{label}</span>
      <select
        className="field"
        value={value}
        data-testid={`joint-${field}`}
        onChange={(event) => (event.target.value === TO_BE_MADE ? onMake() : onPick(event.target.value))}
      >
        {job.pieces.map((each) => (
          <option key={each.id} value={each.id}>
            {each.piece.name}
          </option>
        ))}
        <option value={TO_BE_MADE}>A board still to be made …</option>
      </select>
    </label>
  );
}
