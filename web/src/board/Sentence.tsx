import type { CutPlan, DadoIn, HouseRules, Problem, Unit } from "../api/client";
import { LengthField } from "../ui/LengthField";
import { Words } from "../ui/Words";

type Dimension = "width" | "depth" | "position";

interface Props {
  draft: DadoIn;
  plan: CutPlan | null;
  problem: Problem | null;
  unit: Unit;
  word: HouseRules["dado_word"];
  pieceName: string;
  onEdit: (change: Partial<DadoIn>) => void;
}

/** The sentence that says what is asked; every dimension in it is typed where it stands. */
export function Sentence({ draft, plan, problem, unit, word = "dado", pieceName, onEdit }: Props) {
  const field = (name: Dimension, label: string) => {
    const asked = plan?.asked.find((each) => each.field === name);
    const current =
      asked && asked.length.typed === draft[name].typed && asked.length.unit === draft[name].unit;
    return (
      <LengthField
        label={label}
        name={name}
        value={draft[name]}
        unit={unit}
        suffix={current ? asked.suffix : ""}
        problem={problem?.field === `cut.${name}` ? problem : null}
        onType={(value) => onEdit({ [name]: value })}
        className="token text-center"
        messageAt="floating"
        hint={
          <span className="block h-[17px] text-center text-[13px] leading-tight font-normal text-ink-2 whitespace-nowrap">
            {current ? (
              <>
                {`${asked.suffix} ${asked.other.error ? "≈" : "="} `}
                <Words text={`${asked.other.number} ${asked.other.unit}`} />
              </>
            ) : null}
          </span>
        }
      />
    );
  };
  const end = draft.end ?? "left";
  return (
    <div
      className="flex flex-wrap items-start gap-x-[0.36em] gap-y-0.5 text-[21px] leading-[1.3]"
      data-testid="sentence"
    >
      <span>A {word}</span>
      {field("width", "Width")}
      <span>wide,</span>
      {field("depth", "Depth")}
      <span>deep,</span>
      {field("position", "Distance from the end")}
      <span>from the</span>
      <button
        type="button"
        className="border-b-[2.5px] border-ink-2 border-dotted font-bold"
        title="Measure from the other end"
        data-testid="end"
        onClick={() => onEdit({ end: end === "left" ? "right" : "left" })}
      >
        {end} end
      </button>
      <span>
        across <b className="font-semibold">{pieceName}</b>.
      </span>
    </div>
  );
}
