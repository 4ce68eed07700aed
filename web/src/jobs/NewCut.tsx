import { useState } from "react";
import type { CutIn, CutItem, JobView, LengthIn, Outcome, Problem, ShopView, Unit } from "../api/client";
import { Dialog } from "../ui/Dialog";
import { LengthField } from "../ui/LengthField";
import { problemOf } from "../ui/problems";
import { inUnit } from "../ui/words";

interface Props {
  shop: ShopView;
  job: JobView;
  unit: Unit;
  pieceId: string | null;
  onClose: () => void;
  onSave: (pieceId: string, name: string, cut: CutIn) => Promise<Outcome<CutItem>>;
}

/** A cut of one's own in a board of the job. */
export function NewCut({ shop, job, unit, pieceId, onClose, onSave }: Props) {
  const newest = job.pieces.find((piece) => piece.cuts.length === 0) ?? null;
  const [piece, setPiece] = useState(newest?.id ?? pieceId ?? "");
  const word = shop.rules.dado_word ?? "dado";
  const [name, setName] = useState("");
  const [cut, setCut] = useState<Record<"width" | "depth" | "position", LengthIn>>({
    width: { typed: "", unit },
    depth: { typed: "", unit },
    position: { typed: "", unit },
  });
  const [end, setEnd] = useState<"left" | "right">("left");
  const [problem, setProblem] = useState<Problem | null>(null);
  const at = (field: string) => (problem?.field === field ? { ...problem, partial: false } : null);
  const save = async () => {
    const asked: CutIn = { kind: "dado", ...cut, end, support: false, bit_id: null, router_id: null };
    const title = name.trim() || `${word[0]?.toUpperCase()}${word.slice(1)}`;
    const answer = await onSave(piece, title, asked);
    if (answer.kind === "ok") onClose();
    else setProblem(problemOf(answer));
  };
  const field = (key: "width" | "depth" | "position", label: string) => (
    <div className="flex flex-col gap-1">
      <span className="label">{label}</span>
      <LengthField
        label={label}
        name={`cut-${key}`}
        value={cut[key]}
        unit={unit}
        problem={at(`cut.${key}`)}
        onType={(value) => setCut({ ...cut, [key]: value })}
        className="field"
      />
    </div>
  );
  return (
    <Dialog title={`Add a ${word}`} onClose={onClose}>
      <form
        className="flex flex-col gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          void save();
        }}
      >
        <label className="flex flex-col gap-1">
          <span className="label">In which board</span>
          <select
            className="field"
            value={piece}
            onChange={(event) => setPiece(event.target.value)}
            data-testid="cut-piece"
          >
            {job.pieces.map((each) => (
              <option key={each.id} value={each.id}>
                {each.piece.name}
              </option>
            ))}
          </select>
        </label>
        <label className="flex flex-col gap-1">
          <span className="label">Name (may stay empty)</span>
          <input
            className="field"
            value={name}
            placeholder="Upper shelf"
            data-testid="cut-name"
            onChange={(event) => setName(event.target.value)}
          />
        </label>
        <div className="grid gap-3 sm:grid-cols-3">
          {field("width", "Width")}
          {field("depth", "Depth")}
          {field("position", "Distance from the end")}
        </div>
        <fieldset className="flex items-center gap-4 text-[15px]">
          <legend className="label mb-1">Measured from</legend>
          {(["left", "right"] as const).map((each) => (
            <label key={each} className="flex items-center gap-2">
              <input
                type="radio"
                name="end"
                className="size-5"
                checked={end === each}
                onChange={() => setEnd(each)}
              />
              the {each} end
            </label>
          ))}
        </fieldset>
        {problem && !problem.field?.startsWith("cut.") ? (
          <p role="alert" className="text-cut">
            {inUnit(problem.message, unit)}
          </p>
        ) : null}
        <button type="submit" className="button button-main justify-center" data-testid="save-cut">
          Add the {word}
        </button>
      </form>
    </Dialog>
  );
}
