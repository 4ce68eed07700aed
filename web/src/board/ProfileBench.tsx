import { X } from "lucide-react";
import { Dialog as Radix } from "radix-ui";
import { useState } from "react";
import { sectionAddress } from "../api/addresses";
import type { Change, CutPlan, EdgeCutIn, LengthIn, PieceIn, Problem, Unit, View } from "../api/client";
import { LengthField } from "../ui/LengthField";
import { useSize } from "../ui/useSize";
import { Words } from "../ui/Words";
import { inUnit, reading } from "../ui/words";
import { Comparison, useVariant, type Variant } from "./Comparison";
import { Drawing } from "./Drawing";
import { useBitDrag } from "./dragging";
import { Profiles } from "./Profiles";
import { atStage, PX_PER_MM, ratioOf, union } from "./section";

interface Props {
  draft: EdgeCutIn;
  plan: CutPlan;
  problem: Problem | null;
  piece: PieceIn;
  cutId: string;
  unit: Unit;
  onEdit: (change: Partial<EdgeCutIn>) => void;
  onClose: () => void;
}

const ZOOMS = [0, 1, 2, 5, 10, 20] as const;

/** The section, large: the bit is moved by hand, stages are stepped through, another bit or height stands beside it. */
export function ProfileBench(props: Props) {
  const { draft, plan, problem, piece, cutId, unit, onEdit, onClose } = props;
  const [zoom, setZoom] = useState<number>(0);
  const count = plan.pass_lines.length;
  const [after, setAfter] = useState<number | null>(null);
  const shown = Math.min(after ?? count, count);
  const [variant, setVariant] = useState<Variant | null>(null);
  const other = useVariant(variant, draft, piece, cutId);
  const drag = useBitDrag(plan.drawing[1]?.handle ?? null, onEdit as (change: Change) => void);
  const view = plan.drawing[1];
  const beside = other.plan?.drawing[1];
  const frame = view && beside ? union(view.frame, beside.frame) : view?.frame;
  return (
    <Radix.Root open onOpenChange={(open) => (open ? undefined : onClose())}>
      <Radix.Portal>
        <Radix.Content
          className="fixed inset-0 z-50 flex flex-col overflow-auto bg-bench p-4 lg:overflow-hidden"
          aria-describedby={undefined}
          data-testid="bench-open"
        >
          <header className="flex flex-wrap items-center gap-x-4 gap-y-2">
            <Radix.Title className="text-title font-bold">Profile bench</Radix.Title>
            <span className="text-body text-ink-2">
              <Words text={inUnit(plan.sentence, unit)} />
            </span>
            <span className="ml-auto flex flex-wrap items-center gap-2">
              <Zoom value={zoom} onChange={setZoom} />
              <a className="button" href={sectionAddress(cutId, "svg")} download data-testid="section-svg">
                SVG 1:1
              </a>
              <a className="button" href={sectionAddress(cutId, "dxf")} download data-testid="section-dxf">
                DXF 1:1
              </a>
              <Radix.Close className="button" aria-label="Close the bench">
                <X size={20} aria-hidden />
              </Radix.Close>
            </span>
          </header>
          <div className="mt-3 grid min-h-0 flex-1 gap-4 lg:grid-cols-[minmax(0,1fr)_300px]">
            <div className={`grid min-h-[320px] gap-3 ${beside ? "md:grid-cols-2" : ""}`}>
              {view && frame ? (
                <Pane
                  view={{ ...atStage(view, shown), frame }}
                  unit={unit}
                  zoom={zoom}
                  caption={beside ? "this cut" : null}
                  onBit={drag}
                />
              ) : null}
              {beside && frame ? (
                <Pane view={{ ...beside, frame }} unit={unit} zoom={zoom} caption="beside it" />
              ) : null}
            </div>
            <aside className="flex min-h-0 flex-col gap-4 lg:overflow-y-auto">
              <Sizes draft={draft} plan={plan} problem={problem} unit={unit} onEdit={onEdit} />
              {count > 0 ? (
                <section>
                  <h3 className="label">Before and after</h3>
                  <input
                    type="range"
                    className="w-full"
                    min={0}
                    max={count}
                    value={shown}
                    aria-label="Stages done"
                    data-testid="stages-done"
                    onChange={(event) => setAfter(Number(event.target.value))}
                  />
                  <p className="text-small text-ink-2">
                    {shown === 0 ? "before the first stage" : `after stage ${shown} of ${count}`}
                  </p>
                  <Stages plan={plan} unit={unit} />
                </section>
              ) : null}
              <Comparison
                draft={draft}
                plan={plan}
                unit={unit}
                variant={variant}
                problem={other.problem}
                onChange={setVariant}
                onTake={() => {
                  if (variant) onEdit(variant);
                  setVariant(null);
                }}
              />
              <Profiles draft={draft} unit={unit} onEdit={onEdit} />
            </aside>
          </div>
        </Radix.Content>
      </Radix.Portal>
    </Radix.Root>
  );
}

function Zoom({ value, onChange }: { value: number; onChange: (value: number) => void }) {
  return (
    <label className="flex items-center gap-1.5 text-small">
      Scale
      <select
        className="rounded border border-rule bg-paper px-1.5 py-1.5"
        value={value}
        data-testid="zoom"
        onChange={(event) => onChange(Number(event.target.value))}
      >
        {ZOOMS.map((each) => (
          <option key={each} value={each}>
            {each === 0 ? "as large as fits" : `${each}:1`}
          </option>
        ))}
      </select>
    </label>
  );
}

interface PaneProps {
  view: View;
  unit: Unit;
  zoom: number;
  caption: string | null;
  onBit?: React.ComponentProps<typeof Drawing>["onBit"];
}

function Pane({ view, unit, zoom, caption, onBit }: PaneProps) {
  const { ref, width, height } = useSize<HTMLDivElement>();
  const pick = (field: string) =>
    document
      .querySelector<HTMLInputElement>(`[data-testid="bench-open"] input[data-field="${field}"]`)
      ?.focus();
  return (
    <div ref={ref} className="relative min-h-[300px] border border-rule bg-paper p-2">
      <p className="absolute top-2 right-3 z-10 text-small font-semibold text-ink-2" data-testid="ratio">
        {caption ? `${caption} · ` : ""}
        {ratioOf(view.frame, width, height, zoom)}
      </p>
      <Drawing
        view={view}
        unit={unit}
        label="The section, large"
        onPick={pick}
        onBit={onBit}
        fixed={zoom === 0 ? undefined : zoom * PX_PER_MM}
      />
    </div>
  );
}

interface SizesProps {
  draft: EdgeCutIn;
  plan: CutPlan;
  problem: Problem | null;
  unit: Unit;
  onEdit: Props["onEdit"];
}

/** Which setting gives this step: typed backwards, from how deep and how far into the face. */
function Sizes({ draft, plan, problem, unit, onEdit }: SizesProps) {
  const worked = (key: string) => {
    const figure = plan.figures.find((each) => each.key === key);
    return figure ? reading(figure.shown, unit) : null;
  };
  const field = (name: "depth" | "width", label: string, key: string) => {
    const value: LengthIn = draft[name] ?? { typed: "", unit };
    return (
      <div className="flex flex-col gap-0.5">
        <span className="text-small text-ink-2">{label}</span>
        <LengthField
          label={label}
          name={name}
          value={value}
          unit={unit}
          placeholder={worked(key)?.number ?? ""}
          problem={problem?.field === `cut.${name}` ? problem : null}
          onType={(typed) => onEdit({ [name]: typed.typed.trim() === "" ? null : typed })}
          className="field"
        />
      </div>
    );
  };
  const height = worked("edge.height");
  const fence = worked("edge.fence");
  return (
    <section className="flex flex-col gap-1.5">
      <h3 className="label">Which setting gives this step?</h3>
      <div className="grid grid-cols-2 gap-2">
        {field("depth", "below the face", "edge.height")}
        {draft.shape === "rabbet" ? null : field("width", "into the face", "edge.width")}
      </div>
      <p className="text-body" data-testid="setting-gives">
        {height ? (
          <>
            Bit out <b className="font-semibold">{`${height.number} ${height.unit}`}</b>
          </>
        ) : null}
        {fence ? (
          <>
            {" "}
            · fence <b className="font-semibold">{`${fence.number} ${fence.unit}`}</b>
          </>
        ) : null}
      </p>
      <p className="text-small text-ink-2">
        Or take the bit in the drawing and move it. Empty: the whole profile.
      </p>
    </section>
  );
}

function Stages({ plan, unit }: { plan: CutPlan; unit: Unit }) {
  return (
    <ol className="mt-1 text-small tabular-nums">
      {plan.pass_lines.map((line) => (
        <li key={line.number} className="border-t border-rule py-0.5">
          {line.number}.{" "}
          <Words
            text={line.cells
              .slice(0, 3)
              .map((cell) => {
                const said = reading(cell, unit);
                return `${said.number} ${said.unit}`.trim();
              })
              .join(" · ")}
          />
        </li>
      ))}
    </ol>
  );
}
