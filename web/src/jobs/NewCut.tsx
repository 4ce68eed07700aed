import { useState } from "react";
import type {
  ContourIn,
  CutIn,
  CutItem,
  JobView,
  LengthIn,
  Outcome,
  Problem,
  ShopView,
  Unit,
} from "../api/client";
import { FORMS, isForm, THROUGH } from "../board/pockets";
import { SHAPES, toggled, WITH_DEPTH } from "../board/shapes";
import { Dialog } from "../ui/Dialog";
import { LengthField } from "../ui/LengthField";
import { problemOf } from "../ui/problems";
import { inUnit } from "../ui/words";
import { PocketFields } from "./PocketFields";

interface Props {
  shop: ShopView;
  job: JobView;
  unit: Unit;
  pieceId: string | null;
  onClose: () => void;
  onSave: (pieceId: string, name: string, cut: CutIn) => Promise<Outcome<CutItem>>;
}

type Shape = keyof typeof SHAPES;
type Form = keyof typeof FORMS;
type What = "dado" | "groove" | Shape | Form;
type Size = "width" | "depth" | "position" | "size" | "length" | "across" | "from_left" | "from_near";

const isShape = (what: What): what is Shape => what in SHAPES;

const capital = (text: string) => `${text[0]?.toUpperCase() ?? ""}${text.slice(1)}`;

/** A cut of one's own in a board of the job. */
export function NewCut({ shop, job, unit, pieceId, onClose, onSave }: Props) {
  const newest = job.pieces.find((piece) => piece.cuts.length === 0) ?? null;
  const [piece, setPiece] = useState(newest?.id ?? pieceId ?? "");
  const word = shop.rules.dado_word ?? "dado";
  const [what, setWhat] = useState<What>("dado");
  const [name, setName] = useState("");
  const empty = { typed: "", unit };
  const [sizes, setSizes] = useState<Record<Size, LengthIn>>({
    width: empty,
    depth: empty,
    position: empty,
    size: empty,
    length: empty,
    across: empty,
    from_left: empty,
    from_near: empty,
  });
  const [contour, setContour] = useState<ContourIn>({ form: "oval" });
  const [through, setThrough] = useState<boolean | null>(null);
  const [angle, setAngle] = useState("22.5");
  const [end, setEnd] = useState<"left" | "right">("left");
  const there = job.pieces.find((each) => each.id === piece)?.edges ?? [];
  const outside = there.filter((edge) => !edge.inside).map((edge) => edge.ref);
  const [picked, setPicked] = useState<string[] | null>(null);
  const edges = (picked ?? outside).filter((ref) => there.some((edge) => edge.ref === ref));
  const [both, setBoth] = useState(false);
  const [problem, setProblem] = useState<Problem | null>(null);
  const at = (field: string) => (problem?.field === field ? { ...problem, partial: false } : null);
  const called =
    what === "dado" || what === "groove"
      ? what === "dado"
        ? word
        : "groove"
      : isForm(what)
        ? FORMS[what].name
        : SHAPES[what].name;
  const thickness = job.pieces.find((each) => each.id === piece)?.piece.thickness;
  const byPoints = what === "outline" && contour.form === "points";
  const goesThrough = isForm(what) && (through ?? THROUGH.has(what));
  const asked = (): CutIn => {
    if (isForm(what))
      return {
        kind: "pocket",
        form: what,
        length: FORMS[what].length && !byPoints ? sizes.length : null,
        across: FORMS[what].across && !byPoints ? sizes.across : null,
        contour: what === "outline" ? contour : null,
        depth:
          goesThrough && thickness ? { typed: thickness.typed, unit: thickness.unit ?? "mm" } : sizes.depth,
        from_left: FORMS[what].placed ? sizes.from_left : null,
        from_near: FORMS[what].placed ? sizes.from_near : null,
        through: goesThrough,
      };
    if (isShape(what))
      return {
        kind: "edge",
        shape: what,
        size: sizes.size,
        depth: sizes.depth.typed.trim() === "" && !WITH_DEPTH.has(what) ? null : sizes.depth,
        angle: what === "bevel" ? Number(angle) || null : null,
        edges,
        both_faces: both,
      };
    return {
      kind: "dado",
      width: sizes.width,
      depth: sizes.depth,
      position: sizes.position,
      goes: what === "groove" ? "along" : "across",
      end: what === "groove" ? (end === "left" ? "near" : "far") : end,
    };
  };
  const save = async () => {
    const answer = await onSave(piece, name.trim() || capital(called), asked());
    if (answer.kind === "ok") onClose();
    else setProblem(problemOf(answer));
  };
  const field = (key: Size, label: string) => (
    <div className="flex flex-col gap-1">
      <span className="label">{label}</span>
      <LengthField
        label={label}
        name={`cut-${key}`}
        value={sizes[key]}
        unit={unit}
        problem={at(`cut.${key}`)}
        onType={(value) => setSizes({ ...sizes, [key]: value })}
        className="field"
      />
    </div>
  );
  return (
    <Dialog title={`Add a cut: ${called}`} onClose={onClose}>
      <form
        className="flex flex-col gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          void save();
        }}
      >
        <div className="grid gap-3 sm:grid-cols-2">
          <label className="flex flex-col gap-1">
            <span className="label">What</span>
            <select
              className="field"
              value={what}
              data-testid="cut-what"
              onChange={(event) => setWhat(event.target.value as What)}
            >
              <optgroup label="Channels">
                <option value="dado">{word}</option>
                <option value="groove">groove</option>
              </optgroup>
              <optgroup label="Pockets and circles">
                {(Object.keys(FORMS) as Form[]).map((form) => (
                  <option key={form} value={form}>
                    {FORMS[form].name}
                  </option>
                ))}
              </optgroup>
              <optgroup label="Edges">
                {Object.entries(SHAPES).map(([key, each]) => (
                  <option key={key} value={key}>
                    {each.name}
                  </option>
                ))}
              </optgroup>
            </select>
          </label>
          <label className="flex flex-col gap-1">
            <span className="label">In which board</span>
            <select
              className="field"
              value={piece}
              onChange={(event) => {
                setPiece(event.target.value);
                setPicked(null);
              }}
              data-testid="cut-piece"
            >
              {job.pieces.map((each) => (
                <option key={each.id} value={each.id}>
                  {each.piece.name}
                </option>
              ))}
            </select>
          </label>
        </div>
        <label className="flex flex-col gap-1">
          <span className="label">Name (may stay empty)</span>
          <input
            className="field"
            value={name}
            placeholder={isShape(what) ? "Soft edge" : isForm(what) ? "Hinges" : "Upper shelf"}
            data-testid="cut-name"
            onChange={(event) => setName(event.target.value)}
          />
        </label>
        {isForm(what) ? (
          <PocketFields
            form={what}
            unit={unit}
            contour={contour}
            byPoints={byPoints}
            goesThrough={goesThrough}
            at={at}
            field={field}
            onContour={setContour}
            onThrough={setThrough}
          />
        ) : !isShape(what) ? (
          <>
            <div className="grid gap-3 sm:grid-cols-3">
              {field("width", "Width")}
              {field("depth", "Depth")}
              {field("position", what === "groove" ? "Distance from the edge" : "Distance from the end")}
            </div>
            <fieldset className="flex items-center gap-4 text-[15px]">
              <legend className="label mb-1">Measured from</legend>
              {(["left", "right"] as const).map((each) => (
                <label key={each} className="flex items-center gap-2">
                  <input
                    type="radio"
                    name="end"
                    className="size-5"
                    checked={end === each}
                    onChange={() => setEnd(each)}
                  />
                  {what === "groove" ? `the ${each === "left" ? "near" : "far"} edge` : `the ${each} end`}
                </label>
              ))}
            </fieldset>
          </>
        ) : (
          <>
            <div className="grid gap-3 sm:grid-cols-2">
              {field("size", SHAPES[what].size)}
              {what === "jointing"
                ? null
                : field("depth", WITH_DEPTH.has(what) ? "Depth" : "Depth (empty: the whole profile)")}
              {what === "bevel" ? (
                <label className="flex flex-col gap-1">
                  <span className="label">Angle from the edge, in degrees</span>
                  <input
                    className="field"
                    inputMode="decimal"
                    value={angle}
                    data-testid="cut-angle"
                    onChange={(event) => setAngle(event.target.value)}
                  />
                  {at("cut.angle") ? (
                    <span className="text-[14px] text-cut">
                      {inUnit(problem?.message ?? { metric: "", inch: "" }, unit)}
                    </span>
                  ) : null}
                </label>
              ) : null}
            </div>
            <fieldset className="flex flex-wrap items-center gap-2 text-[15px]" data-testid="cut-edges">
              <legend className="label mb-1">On which edges</legend>
              {there.map((edge) => (
                <label key={edge.ref} className="button gap-2">
                  <input
                    type="checkbox"
                    className="size-5"
                    checked={edges.includes(edge.ref)}
                    onChange={() => setPicked(toggled(edges, edge.ref))}
                  />
                  {edge.name}
                </label>
              ))}
              {at("cut.edges") ? (
                <span role="alert" className="text-[14px] text-cut">
                  {inUnit(problem?.message ?? { metric: "", inch: "" }, unit)}
                </span>
              ) : null}
            </fieldset>
            <label className="flex items-center gap-2 text-[15px]">
              <input
                type="checkbox"
                className="size-5"
                checked={both}
                onChange={(event) => setBoth(event.target.checked)}
              />
              on both faces
            </label>
          </>
        )}
        {problem && !problem.field?.startsWith("cut.") ? (
          <p role="alert" className="text-cut">
            {inUnit(problem.message, unit)}
          </p>
        ) : null}
        <button type="submit" className="button button-main justify-center" data-testid="save-cut">
          Add the {called}
        </button>
      </form>
    </Dialog>
  );
}
