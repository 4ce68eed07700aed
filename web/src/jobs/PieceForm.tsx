import { useState } from "react";
import {
  type ContourIn,
  type LengthIn,
  type Outcome,
  type PieceIn,
  type PieceItem,
  type Problem,
  pieceIn,
  type ShopView,
  type Unit,
} from "../api/client";
import { Dialog } from "../ui/Dialog";
import { LengthField, stateOf } from "../ui/LengthField";
import { problemOf } from "../ui/problems";
import { inUnit } from "../ui/words";
import { ShapeFields } from "./ShapeFields";

interface Props {
  shop: ShopView;
  unit: Unit;
  /** The board to be changed; none for a new one. */
  item: PieceItem | null;
  onSave: (piece: PieceIn) => Promise<Outcome<unknown>>;
  onSaved: () => void;
  onClose: () => void;
}

const SIZES = [
  { key: "length", label: "Length" },
  { key: "width", label: "Width" },
  { key: "thickness", label: "Thickness" },
] as const;

type Sizes = Record<(typeof SIZES)[number]["key"], LengthIn>;

/** A board of one's own. What is wrong is said at its field; nothing typed is lost. */
export function PieceForm({ shop, unit, item, onSave, onSaved, onClose }: Props) {
  const known = item?.piece;
  const empty = { typed: "", unit };
  const [name, setName] = useState(known?.name ?? "");
  const [material, setMaterial] = useState(known?.material ?? "birch-plywood");
  const [measured, setMeasured] = useState(known?.thickness_measured ?? true);
  const [count, setCount] = useState(String(known?.count ?? 1));
  const [sizes, setSizes] = useState<Sizes>({
    length: item ? { typed: item.sizes.length, unit } : empty,
    width: item ? { typed: item.sizes.width, unit } : empty,
    thickness: item ? { typed: item.sizes.thickness, unit } : empty,
  });
  const before = known ? pieceIn(known) : null;
  const [grain, setGrain] = useState(before?.grain ?? "length");
  const [slope, setSlope] = useState(before?.slope ? String(before.slope) : "");
  const [outline, setOutline] = useState<ContourIn | null>(before?.outline ?? null);
  const [openings, setOpenings] = useState<ContourIn[]>([...(before?.openings ?? [])]);
  const [problem, setProblem] = useState<Problem | null>(null);
  const at = (field: string) => (problem?.field === field ? { ...problem, partial: false } : null);
  const save = async () => {
    const piece = {
      name: name.trim(),
      material,
      thickness_measured: measured,
      count: Number(count),
      grain,
      slope: Number(slope.replace(",", ".").replace("−", "-")),
      outline,
      openings,
      ...sizes,
    };
    const answer = await onSave(piece);
    if (answer.kind === "ok") onSaved();
    else setProblem(problemOf(answer));
  };
  const deliveries = shop.deliveries.filter((each) => each.material_id === material);
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
        <div className="grid gap-3 sm:grid-cols-[1fr_7rem]">
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
            <span className="label">How many</span>
            <input
              className="field"
              data-state={stateOf(at("piece.count"))}
              value={count}
              inputMode="numeric"
              data-testid="piece-count"
              onChange={(event) => setCount(event.target.value)}
            />
            {at("piece.count") ? (
              <span className="text-[14px] text-cut">A whole number from 1 to 999.</span>
            ) : null}
          </label>
        </div>
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
        {deliveries.length > 0 ? (
          <p className="flex flex-wrap items-center gap-2 text-[14.5px]" data-testid="deliveries">
            Measured already:
            {deliveries.map((each) => (
              <button
                key={each.id}
                type="button"
                className="button"
                title={`sold as ${each.nominal} mm, ${each.name}`}
                onClick={() => {
                  setSizes({ ...sizes, thickness: { typed: `${each.measured} mm`, unit } });
                  setMeasured(true);
                }}
              >
                {each.measured} mm <span className="font-normal text-ink-2">{each.name}</span>
              </button>
            ))}
          </p>
        ) : null}
        <label className="flex items-center gap-2 text-[15px]">
          <input
            type="checkbox"
            className="size-5"
            checked={measured}
            onChange={(event) => setMeasured(event.target.checked)}
          />
          I measured the thickness
        </label>
        <ShapeFields
          grain={grain}
          slope={slope}
          outline={outline}
          openings={openings}
          unit={unit}
          at={at}
          onGrain={setGrain}
          onSlope={setSlope}
          onOutline={setOutline}
          onOpenings={setOpenings}
        />
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
