import { useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { api, type JobView, type LengthIn, type Problem, type ShopView, type Unit } from "../api/client";
import { Dialog } from "../ui/Dialog";
import { LengthField, stateOf } from "../ui/LengthField";
import { inUnit } from "../ui/words";

interface Props {
  shop: ShopView;
  job: JobView;
  unit: Unit;
  onClose: () => void;
  onPiece: () => void;
}

const SIZES = [
  { key: "length", label: "Length, along the grain" },
  { key: "width", label: "Width" },
  { key: "thickness", label: "Thickness" },
] as const;

/** A board of one's own. What is wrong is said at its field; nothing typed is lost. */
export function NewPiece({ shop, job, unit, onClose, onPiece }: Props) {
  const queries = useQueryClient();
  const [name, setName] = useState("");
  const [material, setMaterial] = useState("birch-plywood");
  const [measured, setMeasured] = useState(true);
  const [sizes, setSizes] = useState<Record<(typeof SIZES)[number]["key"], LengthIn>>({
    length: { typed: "", unit },
    width: { typed: "", unit },
    thickness: { typed: "", unit },
  });
  const [problem, setProblem] = useState<Problem | null>(null);
  const at = (field: string) => (problem?.field === field ? { ...problem, partial: false } : null);
  const save = async () => {
    const piece = { name: name.trim(), material, thickness_measured: measured, count: 1, ...sizes };
    const answer = await api.addPiece(job.id, piece);
    if (answer.kind === "ok") {
      queries.setQueryData(["job", job.id], answer.data);
      onPiece();
    } else if (answer.kind === "down")
      setProblem({ field: null, message: { metric: answer.message, inch: answer.message }, partial: false });
    else if (answer.kind !== "stale") setProblem(answer.problem);
  };
  return (
    <Dialog title="Add a board" onClose={onClose}>
      <form
        className="flex flex-col gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          void save();
        }}
      >
        <label className="flex flex-col gap-1">
          <span className="label">Name</span>
          <input
            className="field"
            data-state={stateOf(at("piece.name"))}
            value={name}
            placeholder="Left side"
            data-testid="piece-name"
            onChange={(event) => setName(event.target.value)}
          />
          {at("piece.name") ? <span className="text-[14px] text-cut">Give the board a name.</span> : null}
        </label>
        <label className="flex flex-col gap-1">
          <span className="label">Wood</span>
          <select className="field" value={material} onChange={(event) => setMaterial(event.target.value)}>
            {shop.materials.map((each) => (
              <option key={each.id} value={each.id}>
                {each.name}
              </option>
            ))}
          </select>
        </label>
        <div className="grid gap-3 sm:grid-cols-3">
          {SIZES.map((size) => (
            <div key={size.key} className="flex flex-col gap-1">
              <span className="label">{size.label}</span>
              <LengthField
                label={size.label}
                name={`piece-${size.key}`}
                value={sizes[size.key]}
                unit={unit}
                problem={at(`piece.${size.key}`)}
                onType={(value) => setSizes({ ...sizes, [size.key]: value })}
                className="field"
              />
            </div>
          ))}
        </div>
        <label className="flex items-center gap-2 text-[15px]">
          <input
            type="checkbox"
            className="size-5"
            checked={measured}
            onChange={(event) => setMeasured(event.target.checked)}
          />
          I measured the thickness
        </label>
        {problem && !problem.field?.startsWith("piece.") ? (
          <p role="alert" className="text-cut">
            {inUnit(problem.message, unit)}
          </p>
        ) : null}
        <button type="submit" className="button button-main justify-center" data-testid="save-piece">
          Add the board
        </button>
      </form>
    </Dialog>
  );
}
