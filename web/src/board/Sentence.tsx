import type { CutPlan, DadoIn, HouseRules, MateIn, Problem, Unit } from "../api/client";
import { Choice } from "../ui/Choice";
import { LengthField } from "../ui/LengthField";
import { Comma } from "./Comma";
import { CutField, type CutFieldProps } from "./CutField";

interface Props {
  draft: DadoIn;
  plan: CutPlan | null;
  problem: Problem | null;
  unit: Unit;
  word: HouseRules["dado_word"];
  pieceName: string;
  onEdit: (change: Partial<DadoIn>) => void;
}

const FITS = [
  ["tight", "tight"],
  ["sliding", "sliding"],
  ["glue", "room for glue"],
] as const;

/** What the shop calls a channel. */
export function channelWord(draft: DadoIn, word: HouseRules["dado_word"] = "dado"): string {
  if (draft.shape === "round") return "round-nose groove";
  if (draft.shape === "v") return "V groove";
  if (draft.shape === "t-slot") return "T-slot";
  if (draft.shape === "keyhole") return "keyhole slot";
  return draft.goes === "along" ? "groove" : word;
}

/** Where a channel is measured from. */
const endOf = (draft: DadoIn) => {
  const low = (draft.end ?? "left") === "left" || draft.end === "near";
  if (draft.goes === "along") return low ? "near edge" : "far edge";
  return low ? "left end" : "right end";
};

const otherEnd = (draft: DadoIn): NonNullable<DadoIn["end"]> => {
  const low = (draft.end ?? "left") === "left" || draft.end === "near";
  if (draft.goes === "along") return low ? "far" : "near";
  return low ? "right" : "left";
};

/** The sentence that says what is asked; every dimension in it is typed where it stands. */
export function Sentence({ draft, plan, problem, unit, word = "dado", pieceName, onEdit }: Props) {
  const field = (name: CutFieldProps["name"], label: string) => {
    const value = draft[name as "depth" | "position"];
    return (
      <CutField
        name={name}
        label={label}
        value={value ?? { typed: "", unit }}
        plan={plan}
        problem={problem}
        unit={unit}
        onType={(typed) => onEdit({ [name]: typed })}
      />
    );
  };
  const mate = draft.mate ?? null;
  const more = draft.more ?? [];
  const many = (draft.count ?? 1) > 1;
  const turned = Boolean(draft.angle);
  const [first, last] = draft.goes === "along" ? ["left end", "right end"] : ["near edge", "far edge"];
  return (
    <div
      className="flex flex-wrap items-start gap-x-[0.36em] gap-y-0.5 text-[21px] leading-[1.3]"
      data-testid="sentence"
    >
      <span>A {channelWord(draft, word)}</span>
      {mate ? (
        <>
          <span>for a part</span>
          <CutField
            name="mate"
            label="Thickness of the part"
            value={mate.thickness}
            plan={plan}
            problem={problem}
            unit={unit}
            onType={(thickness) => onEdit({ mate: { ...mate, thickness } })}
          />
          <span>thick, fit</span>
          <Choice
            label="Fit"
            value={mate.fit ?? "sliding"}
            options={FITS}
            onPick={(fit) => onEdit({ mate: { ...mate, fit: fit as NonNullable<MateIn["fit"]> } })}
          />
        </>
      ) : (
        <>
          {field("width", "Width")}
          <span>wide,</span>
        </>
      )}
      {field("depth", "Depth")}
      <span>{draft.leaf ? "deep as its part," : "deep,"}</span>
      {field("position", draft.goes === "along" ? "Distance from the edge" : "Distance from the end")}
      <span>from the</span>
      <Comma on={Boolean(draft.stop_first ?? draft.stop_last) || many || turned}>
        <button
          type="button"
          className="border-b-[2.5px] border-ink-2 border-dotted font-bold"
          title="Measure from the other side"
          data-testid="end"
          onClick={() => onEdit({ end: otherEnd(draft) })}
        >
          {endOf(draft)}
        </button>
      </Comma>
      {draft.stop_first ? (
        <>
          <span>stopped</span>
          {field("stop_first", `Stopped from the ${first}`)}
          <span>
            from the {first}
            {draft.stop_last || many || turned ? "," : ""}
          </span>
        </>
      ) : null}
      {draft.stop_last ? (
        <>
          <span>stopped</span>
          {field("stop_last", `Stopped from the ${last}`)}
          <span>
            from the {last}
            {many || turned ? "," : ""}
          </span>
        </>
      ) : null}
      {more.map((place, index) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: places are known by their order
        <span key={index} className="inline-flex items-start gap-[0.36em]">
          <span>and at</span>
          <LengthField
            label={`Place ${index + 2}`}
            name={`more-${index}`}
            value={place}
            unit={unit}
            problem={problem?.field === "cut.more" && index === more.length - 1 ? problem : null}
            onType={(typed) => onEdit({ more: more.map((each, i) => (i === index ? typed : each)) })}
            className="token text-center"
            messageAt="floating"
          />
          <button
            type="button"
            className="quiet self-center text-[14px]"
            aria-label={`Leave place ${index + 2} out`}
            onClick={() => onEdit({ more: more.filter((_, i) => i !== index) })}
          >
            ×
          </button>
        </span>
      ))}
      {many ? (
        <>
          <span>{draft.count} times every</span>
          <Comma on={turned}>{field("spacing", "Spacing")}</Comma>
        </>
      ) : null}
      <span>
        {draft.angle ? `turned ${Math.abs(draft.angle)}° to the ${draft.angle > 0 ? "left" : "right"}, ` : ""}
        {draft.goes === "along" ? "along" : "across"} <b className="font-semibold">{pieceName}</b>
        {draft.mirrored ? ", in a pair" : ""}.
      </span>
    </div>
  );
}
