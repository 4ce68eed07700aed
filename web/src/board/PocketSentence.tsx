import type { AskedField, CutPlan, LengthIn, PocketIn, Problem, Unit } from "../api/client";
import { Comma } from "./Comma";
import { CutField } from "./CutField";
import { FORMS } from "./pockets";

interface Props {
  draft: PocketIn;
  plan: CutPlan | null;
  problem: Problem | null;
  unit: Unit;
  pieceName: string;
  onEdit: (change: Partial<PocketIn>) => void;
}

/** The sentence of a pocket: form, sizes and place, each changed where it stands. */
export function PocketSentence({ draft, plan, problem, unit, pieceName, onEdit }: Props) {
  const form = FORMS[draft.form];
  const field = (name: AskedField & keyof PocketIn, label: string) => (
    <CutField
      name={name}
      label={label}
      value={(draft[name] as LengthIn | null) ?? { typed: "", unit }}
      plan={plan}
      problem={problem}
      unit={unit}
      onType={(typed) => onEdit({ [name]: typed })}
    />
  );
  const open = draft.open_sides ?? [];
  const end = draft.end ?? "left";
  /** One's own points have their own size. */
  const sized = draft.contour?.form !== "points";
  const many = (draft.count ?? 1) > 1;
  const openAlong = open.includes("near") || open.includes("far");
  /** After which of its places a comma goes, where more follows. */
  const comma = open.length > 0 || many ? (openAlong ? "end" : "edge") : null;
  const otherEnd = () => onEdit({ end: end === "left" ? "right" : "left" });
  if (draft.form === "lap" || draft.form === "flatten")
    return (
      <div
        className="flex flex-wrap items-start gap-x-[0.36em] gap-y-0.5 text-[21px] leading-[1.3]"
        data-testid="sentence"
      >
        {draft.form === "lap" ? (
          <>
            <span>{draft.both_faces ? "A tenon" : "A half-lap"}</span>
            {field("length", form.length)}
            <span>long,</span>
            {draft.leaves ? (
              <>
                {draft.both_faces ? null : <span>leaving</span>}
                <Comma on={!draft.both_faces}>{field("leaves", "Thickness that is left")}</Comma>
                {draft.both_faces ? <span>thick,</span> : null}
              </>
            ) : (
              <>
                {field("depth", "Depth")}
                <span>{draft.both_faces ? "deep on both faces," : "deep,"}</span>
              </>
            )}
            <span>at the</span>
            <Side says={`${end} end`} id="end" onClick={otherEnd} />
            <span>
              of <b className="font-semibold">{pieceName}</b>.
            </span>
          </>
        ) : (
          <>
            <span>
              The face of <b className="font-semibold">{pieceName}</b> flattened by
            </span>
            {field("depth", "Depth")}
          </>
        )}
      </div>
    );
  return (
    <div
      className="flex flex-wrap items-start gap-x-[0.36em] gap-y-0.5 text-[21px] leading-[1.3]"
      data-testid="sentence"
    >
      <span>
        {form.article} {form.name}
      </span>
      {form.round ? <span>Ø</span> : null}
      {sized ? <Comma on={!form.across}>{field("length", form.length)}</Comma> : null}
      {form.across && sized ? (
        <>
          <span>{form.round ? "with a groove" : "×"}</span>
          <Comma>{field("across", form.across)}</Comma>
        </>
      ) : null}
      {draft.through ? (
        <span>right through,</span>
      ) : (
        <>
          {field("depth", "Depth")}
          <span>deep{draft.leaf ? " as its leaf" : ""},</span>
        </>
      )}
      {form.round ? <span>its centre</span> : null}
      {open.includes("left") || open.includes("right") ? null : (
        <>
          {field("from_left", "Distance from the end")}
          <span>from the</span>
          <Comma on={comma === "end"}>
            <Side says={`${end} end`} id="end" onClick={otherEnd} />
          </Comma>
        </>
      )}
      {openAlong ? null : (
        <>
          <span>and</span>
          {field("from_near", "Distance from the edge")}
          <span>from the</span>
          <Comma on={comma === "edge"}>
            <Side
              says={`${draft.edge ?? "near"} edge`}
              id="edge"
              onClick={() => onEdit({ edge: (draft.edge ?? "near") === "near" ? "far" : "near" })}
            />
          </Comma>
        </>
      )}
      {open.length > 0 ? (
        <span>
          open at the {open.join(" and ")} side{many ? "," : ""}
        </span>
      ) : null}
      {many ? (
        <>
          <span>{draft.count} times every</span>
          {field("spacing", "Spacing")}
        </>
      ) : null}
      <span>
        in <b className="font-semibold">{pieceName}</b>.
      </span>
    </div>
  );
}

function Side({ says, id, onClick }: { says: string; id: string; onClick: () => void }) {
  return (
    <button
      type="button"
      className="border-b-[2.5px] border-ink-2 border-dotted font-bold"
      title="Measure from the other side"
      data-testid={id}
      onClick={onClick}
    >
      {says}
    </button>
  );
}
