import type { PieceItem } from "../api/client";

const KEYS = [
  { role: "waste", says: "cut away" },
  { role: "lifts", says: "fibres lift" },
  { role: "template", says: "template" },
  { role: "guide", says: "guide" },
  { role: "bearing", says: "ring or bearing" },
  { role: "base", says: "router" },
  { role: "clamp", says: "clamp" },
  { role: "backer", says: "backer" },
] as const;
type Role = (typeof KEYS)[number]["role"];

const SWATCH: Record<Role, string> = {
  waste: "border-cut [background:repeating-linear-gradient(135deg,transparent_0_3px,var(--cut)_3px_4.5px)]",
  lifts:
    "border-hazard [background:repeating-linear-gradient(135deg,var(--hazard-soft)_0_3px,var(--hazard)_3px_5px)]",
  template: "border-guide",
  guide: "border-guide bg-guide-soft",
  bearing: "rounded-full border-guide bg-guide-soft",
  base: "rounded-full border-dashed border-ink-2",
  clamp: "border-clamp bg-clamp",
  backer:
    "border-ink-2 [background:repeating-linear-gradient(60deg,transparent_0_4px,var(--work-line)_4px_6px)]",
};

const Swatch = ({ role }: { role: Role }) => (
  <span className={`inline-block size-3.5 border-[1.5px] ${SWATCH[role]}`} aria-hidden />
);

interface Props {
  item: PieceItem;
  material: string;
  /** What is drawn. */
  outlines: readonly { role: string }[];
  fibres: { shown: boolean; toggle: () => void };
}

/** What the signs of the drawing mean, and which wood it shows. */
export function Legend({ item, material, outlines, fibres }: Props) {
  const drawn = new Set(outlines.map((each) => each.role));
  return (
    <div className="flex flex-wrap items-center gap-x-3 gap-y-1 pt-1 text-note text-ink-2">
      {KEYS.filter((key) => drawn.has(key.role)).map((key) =>
        key.role === "lifts" ? (
          <button
            key={key.role}
            type="button"
            className={`inline-flex items-center gap-1.5 underline decoration-dotted underline-offset-4 ${fibres.shown ? "" : "opacity-60"}`}
            aria-pressed={fibres.shown}
            title="I: shown or not"
            onClick={fibres.toggle}
            data-testid="fibres"
          >
            <Swatch role={key.role} /> {key.says}
          </button>
        ) : (
          <span key={key.role} className="inline-flex items-center gap-1.5">
            <Swatch role={key.role} /> {key.says}
          </span>
        ),
      )}
      <span className="ml-auto" data-testid="board-of">
        {material}, {item.sizes.length} × {item.sizes.width} × {item.sizes.thickness}
        {item.piece.thickness_measured ? "" : ", not measured"}
      </span>
    </div>
  );
}
