import { useState } from "react";
import type {
  ContourIn,
  LengthIn,
  Outcome,
  PieceIn,
  PieceItem,
  Problem,
  ShopView,
  Unit,
} from "../api/client";
import { pieceIn } from "../api/typed";
import { Dialog } from "../ui/Dialog";
import { Resumed, useKept } from "../ui/kept";
import { LengthField, stateOf } from "../ui/LengthField";
import { problemOf } from "../ui/problems";
import { inUnit } from "../ui/words";
import { ShapeFields } from "./ShapeFields";

interface Props {
  shop: ShopView;
  unit: Unit;
  /** The board to be changed; none for a new one. */
  item: PieceItem | null;
  /** The board that a new one is like at first, in wood and size. */
  like?: PieceItem | null;
  jobId: string;
  onSave: (piece: PieceIn) => Promise<Outcome<unknown>>;
  onSaved: () => void;
  onClose: () => void;
}

const SIZES = [
  { key: "length", label: "Length" },
  { key: "width", label: "Width" },
  { key: "thickness", label: "Thickness" },
] as const;

/** What is typed of a board, not yet read. */
export interface PieceDraft {
  name: string;
  material: string;
  thickness_measured: boolean;
  count: string;
  length: LengthIn;
  width: LengthIn;
  thickness: LengthIn;
  grain: NonNullable<PieceIn["grain"]>;
  slope: string;
  outline: ContourIn | null;
  openings: readonly ContourIn[];
}

function draftOf(item: PieceItem | null, like: PieceItem | null, unit: Unit): PieceDraft {
  const kept = item ? pieceIn(item.piece) : null;
  const sizes = (item ?? like)?.sizes;
  return {
    name: kept?.name ?? "",
    material: kept?.material ?? like?.piece.material ?? "birch-plywood",
    thickness_measured: kept?.thickness_measured ?? true,
    count: String(kept?.count ?? 1),
    length: { typed: sizes?.length ?? "", unit },
    width: { typed: sizes?.width ?? "", unit },
    thickness: { typed: sizes?.thickness ?? "", unit },
    grain: kept?.grain ?? "length",
    slope: kept?.slope ? String(kept.slope) : "",
    outline: kept?.outline ?? null,
    openings: kept?.openings ?? [],
  };
}

/** A board of one's own. What is wrong is said at its field; nothing typed is lost. */
export function PieceForm({ shop, unit, item, like = null, jobId, onSave, onSaved, onClose }: Props) {
  const kept = useKept(`piece ${item?.id ?? `of ${jobId}`}`, () => draftOf(item, like, unit));
  const draft = kept.value;
  const [problem, setProblem] = useState<Problem | null>(null);
  const type = kept.put;
  const at = (field: string) => (problem?.field === field ? { ...problem, partial: false } : null);
  const save = async () => {
    const answer = await onSave({
      ...draft,
      name: draft.name.trim(),
      count: Number(draft.count),
      slope: Number(draft.slope.replace(",", ".").replace("−", "-")),
      openings: [...draft.openings],
    });
    if (answer.kind === "ok") {
      kept.letGo();
      onSaved();
    } else setProblem(problemOf(answer));
  };
  const deliveries = shop.deliveries.filter((each) => each.material_id === draft.material);
  const save_words = item ? "Keep the change" : "Add the board";
  return (
    <Dialog title={item ? `Change ${item.piece.name}` : "Add a board"} onClose={onClose}>
      <form
        className="flex flex-col gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          void save();
        }}
      >
        <Resumed kept={kept} />
        <div className="grid gap-3 sm:grid-cols-[1fr_7rem]">
          <label className="flex flex-col gap-1">
            <span className="label">Name</span>
            <input
              className="field"
              data-state={stateOf(at("piece.name"))}
              value={draft.name}
              placeholder="Left side"
              data-testid="piece-name"
              onChange={(event) => type({ name: event.target.value })}
            />
            {at("piece.name") ? (
              <span className="text-small text-cut">The name: {at("piece.name")?.message.metric}.</span>
            ) : null}
          </label>
          <label className="flex flex-col gap-1">
            <span className="label">How many</span>
            <input
              className="field"
              data-state={stateOf(at("piece.count"))}
              value={draft.count}
              inputMode="numeric"
              data-testid="piece-count"
              onChange={(event) => type({ count: event.target.value })}
            />
            {at("piece.count") ? (
              <span className="text-small text-cut">A whole number from 1 to 999.</span>
            ) : null}
          </label>
        </div>
        <label className="flex flex-col gap-1">
          <span className="label">Wood</span>
          <select
            className="field"
            value={draft.material}
            onChange={(event) => type({ material: event.target.value })}
          >
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
                value={draft[size.key]}
                unit={unit}
                problem={at(`piece.${size.key}`)}
                onType={(value) => type({ [size.key]: value })}
                className="field"
              />
            </div>
          ))}
        </div>
        {deliveries.length > 0 ? (
          <p className="flex flex-wrap items-center gap-2 text-small" data-testid="deliveries">
            Measured already:
            {deliveries.map((each) => (
              <button
                key={each.id}
                type="button"
                className="button"
                title={`sold as ${each.nominal} mm, ${each.name}`}
                onClick={() =>
                  type({ thickness: { typed: `${each.measured} mm`, unit }, thickness_measured: true })
                }
              >
                {each.measured} mm <span className="font-normal text-ink-2">{each.name}</span>
              </button>
            ))}
          </p>
        ) : null}
        <label className="flex items-center gap-2 text-body">
          <input
            type="checkbox"
            className="size-5"
            checked={draft.thickness_measured}
            onChange={(event) => type({ thickness_measured: event.target.checked })}
          />
          I measured the thickness
        </label>
        <ShapeFields draft={draft} unit={unit} at={at} onType={type} />
        {problem && !problem.field?.startsWith("piece.") ? (
          <p role="alert" className="text-cut">
            {inUnit(problem.message, unit)}
          </p>
        ) : null}
        <button type="submit" className="button button-main justify-center" data-testid="save-piece">
          {save_words}
        </button>
      </form>
    </Dialog>
  );
}
