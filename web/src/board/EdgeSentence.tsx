import type { CutPlan, EdgeCutIn, Problem, Unit } from "../api/client";
import { reading } from "../ui/words";
import { CutField } from "./CutField";
import { SHAPES, WITH_DEPTH } from "./shapes";

interface Props {
  draft: EdgeCutIn;
  plan: CutPlan | null;
  problem: Problem | null;
  unit: Unit;
  pieceName: string;
  onEdit: (change: Partial<EdgeCutIn>) => void;
  onEdge: (ref: string) => void;
}

type Size = "size" | "depth" | "width";

/** The sentence of an edge cut: shape, sizes and edges, each changed where it stands. */
export function EdgeSentence({ draft, plan, problem, unit, pieceName, onEdit, onEdge }: Props) {
  const worked = (key: string) => {
    const figure = plan?.figures.find((each) => each.key === key);
    return figure ? reading(figure.shown, unit).number : "";
  };
  const field = (name: Size, label: string, placeholder = "") => (
    <CutField
      {...{ name, label, plan, problem, unit, placeholder }}
      bare
      value={draft[name] ?? { typed: "", unit }}
      onType={(typed) => onEdit({ [name]: name !== "size" && typed.typed.trim() === "" ? null : typed })}
    />
  );
  const shape = SHAPES[draft.shape];
  const edges = plan?.drawing[0]?.edges ?? [];
  const outside = edges.filter((edge) => !edge.inside);
  const needsDepth = WITH_DEPTH.has(draft.shape);
  const wrong = problem?.field === "cut.edges" || problem?.field === "cut.angle" ? problem : null;
  return (
    <div data-testid="sentence">
      <div className="flex flex-wrap items-start gap-x-[0.36em] gap-y-1 text-[21px] leading-[1.3]">
        <span>{shape.article}</span>
        <select
          className="border-b-[2.5px] border-ink-2 border-dotted bg-transparent font-bold"
          aria-label="Shape"
          value={draft.shape}
          data-testid="shape"
          onChange={(event) => {
            const next = event.target.value as EdgeCutIn["shape"];
            onEdit({
              shape: next,
              width: null,
              depth: WITH_DEPTH.has(next) ? (draft.depth ?? draft.size) : null,
              angle: next === "bevel" ? (draft.angle ?? 22.5) : null,
              bit_id: null,
            });
          }}
        >
          {Object.entries(SHAPES).map(([key, each]) => (
            <option key={key} value={key}>
              {each.name}
            </option>
          ))}
        </select>
        <span>{shape.before}</span>
        {field("size", shape.size)}
        <span>{shape.after}</span>
        {draft.shape === "bevel" ? (
          <>
            <span>at</span>
            <input
              className="token text-center"
              aria-label="Angle of the bevel from the edge"
              inputMode="decimal"
              value={draft.angle ?? ""}
              onChange={(event) => onEdit({ angle: Number(event.target.value) || null })}
            />
            <span>°,</span>
          </>
        ) : null}
        {draft.shape === "jointing" ? null : (
          <>
            {field("depth", "Depth below the face", needsDepth ? "" : worked("edge.height"))}
            <span>{draft.shape === "flush" ? "thick," : "deep,"}</span>
          </>
        )}
        {draft.shape === "rabbet" || needsDepth || draft.shape === "jointing" ? null : (
          <>
            {field("width", "Into the face", worked("edge.width"))}
            <span>into the face,</span>
          </>
        )}
        <span>on</span>
        <span className="flex flex-wrap gap-1.5" data-testid="edges">
          {edges.map((edge, index) => (
            <button
              key={edge.ref}
              type="button"
              aria-pressed={edge.number !== null}
              className={`rounded border-2 px-2 text-[15px] leading-[1.7] font-semibold ${edge.number === null ? "border-rule text-ink-2" : "border-cut"}`}
              title={`key ${index + 1}`}
              onClick={() => onEdge(edge.ref)}
            >
              {edge.number === null ? "" : `${edge.number} `}
              {edge.name}
            </button>
          ))}
          {outside.some((edge) => edge.number === null) ? (
            <button
              type="button"
              className="quiet text-[15px]"
              title="key 0"
              data-testid="all-edges"
              onClick={() => onEdit({ edges: outside.map((edge) => edge.ref) })}
            >
              all round
            </button>
          ) : null}
        </span>
        <span>
          of <b className="font-semibold">{pieceName}</b>
        </span>
      </div>
      {wrong ? (
        <p role="alert" className="mt-1 border-l-4 border-cut pl-2 text-[15px]" data-testid="edge-problem">
          {wrong.message.metric}
        </p>
      ) : null}
    </div>
  );
}
