/** Edges of the board, each with its number in the order in which the plan runs them; the drawing chooses them as well. */
import { useCommand } from "../app/commands";
import { inUnit } from "../ui/words";
import { valueAt } from "./draft";
import type { Look } from "./FormBlank";
import type { BlankOf, Filling } from "./filling";

interface Props {
  blank: BlankOf<"edges">;
  filling: Filling;
  look: Look;
}

/** Edges with one more, or one less. */
export const toggled = (edges: readonly string[], ref: string): string[] =>
  edges.includes(ref) ? edges.filter((each) => each !== ref) : [...edges, ref];

/** The edges that a cut runs along. */
export const edgesAt = (draft: unknown, field: string) => (valueAt(draft, field) ?? []) as readonly string[];

export function EdgesBlank({ blank, filling, look }: Props) {
  const { draft, plan, unit, prefix, problemAt, onEdit } = filling;
  const runs = plan?.drawing[0]?.edges;
  const edges = edgesAt(draft, blank.field);
  const toggle = (ref: string) => onEdit({ [blank.field]: toggled(edges, ref) });
  const all = () => onEdit({ [blank.field]: blank.whole });
  useCommand(
    "edge",
    (key) => {
      const edge = blank.choices[Number(key) - 1];
      if (edge) toggle(edge.value);
    },
    look === "sentence",
  );
  useCommand("all-edges", all, look === "sentence");
  const problem = problemAt(blank.field);
  const message = problem ? (
    <span role="alert" className="w-full border-l-4 border-cut pl-2 text-body" data-testid="edge-problem">
      {inUnit(problem.message, unit)}
    </span>
  ) : null;
  if (look === "first")
    return (
      <fieldset
        className="flex flex-wrap items-center gap-2 text-body"
        data-testid={`${prefix}${blank.field}`}
      >
        <legend className="label mb-1">{blank.label}</legend>
        {blank.choices.map((edge) => (
          <label key={edge.value} className="button gap-2">
            <input
              type="checkbox"
              className="size-5"
              checked={edges.includes(edge.value)}
              onChange={() => toggle(edge.value)}
            />
            {edge.says}
          </label>
        ))}
        {message}
      </fieldset>
    );
  return (
    <span className="flex flex-wrap gap-1.5" data-testid={blank.field}>
      {blank.choices.map((edge, index) => {
        const chosen = edges.includes(edge.value);
        const number = chosen ? runs?.find((each) => each.ref === edge.value)?.number : null;
        return (
          <button
            key={edge.value}
            type="button"
            aria-pressed={chosen}
            className={`rounded border-2 px-2 text-body leading-[1.7] font-semibold ${chosen ? "border-cut" : "border-rule text-ink-2"}`}
            title={`key ${index + 1}`}
            onClick={() => toggle(edge.value)}
          >
            {number ? `${number} ` : ""}
            {edge.says}
          </button>
        );
      })}
      {blank.whole.some((ref) => !edges.includes(ref)) ? (
        <button type="button" className="quiet text-body" title="key 0" data-testid="all-edges" onClick={all}>
          all round
        </button>
      ) : null}
      {message}
    </span>
  );
}
