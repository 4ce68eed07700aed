import { useState } from "react";
import {
  api,
  type Change,
  type CutIn,
  type CutItem,
  type JobView,
  type Outcome,
  type Problem,
  type Start,
  type Unit,
} from "../api/client";
import { useReading } from "../api/queries";
import { pieceIn } from "../api/typed";
import { edited, valueAt } from "../forms/draft";
import { FormBlank, keyOf } from "../forms/FormBlank";
import { type Filling, placeOf } from "../forms/filling";
import { Dialog } from "../ui/Dialog";
import { keepTyped, Resumed, useKept } from "../ui/kept";
import { problemOf } from "../ui/problems";
import { inUnit } from "../ui/words";
import { KeepAsWanted } from "./Wanted";

interface Props {
  job: JobView;
  unit: Unit;
  pieceId: string | null;
  onClose: () => void;
  onSave: (pieceId: string, name: string, cut: CutIn, wanted: boolean) => Promise<Outcome<CutItem>>;
}

/** What is typed of a new cut, and what choices took away of it. */
interface Typing {
  draft: CutIn;
  aside: unknown;
}

/** All that is asked for so far. */
interface Asked {
  piece: string;
  key: string | null;
  name: string;
  typing: Typing | null;
  /** Outlives another choice of what and where. */
  typed: Change;
}

const keptAs = (jobId: string) => `cut of ${jobId}`;

/** Has the dialog begin with a cut that was said elsewhere. */
export const keepNewCut = (jobId: string, piece: string, key: string, draft: CutIn, typed: Change = {}) =>
  keepTyped<Asked>(keptAs(jobId), { piece, key, name: "", typing: { draft, aside: {} }, typed });

/** What a cut is called that nobody gave a name. */
export const nameOf = ({ name }: { name: string }) => `${name[0]?.toUpperCase() ?? ""}${name.slice(1)}`;

/** A new cut, with the lengths that were typed and the things that were named for another one where it has them too. */
const begun = (start: Start, typed: Change): Typing => {
  const has = ([field]: [string, unknown]) =>
    valueAt(start.cut, `${field}.typed`) === "" || typeof valueAt(start.cut, field) === "string";
  const kept = Object.entries(typed).filter(has);
  const draft = kept.length ? edited(start.cut, {}, Object.fromEntries(kept))[0] : start.cut;
  return { draft: draft as CutIn, aside: {} };
};

/** A cut of one's own in a board of the job. */
export function NewCut({ job, unit, pieceId, onClose, onSave }: Props) {
  const newest = job.pieces.find((piece) => piece.cuts.length === 0) ?? null;
  const kept = useKept<Asked>(keptAs(job.id), () => ({
    piece: newest?.id ?? pieceId ?? "",
    key: null,
    name: "",
    typing: null,
    typed: {},
  }));
  const { key, name, typing, typed } = kept.value;
  const there = job.pieces.some((each) => each.id === kept.value.piece);
  const piece = there ? kept.value.piece : (newest?.id ?? pieceId ?? "");
  const [problem, setProblem] = useState<Problem | null>(null);
  const starts = useReading({ key: ["starts", piece], ask: () => api.starts(piece) }).data ?? [];
  const start = starts.find((each) => each.key === key) ?? starts[0];
  const board = job.pieces.find((each) => each.id === piece)?.piece;
  const now = typing ?? (start ? begun(start, typed) : null);
  const draft = now?.draft ?? null;
  const question =
    board && draft && draft !== start?.cut ? { board: pieceIn(board), cut: draft, piece } : null;
  const form = useReading({
    key: ["form", question],
    ask: () =>
      question
        ? api.form(question.board, question.cut, question.piece)
        : Promise.reject(new Error("nothing is asked")),
    enabled: question !== null,
    keeps: true,
  });
  const asked = question ? (form.data ?? start?.form) : start?.form;
  const edit = (change: Change, usual?: Change) => {
    if (!now) return;
    const [made, aside] = edited(now.draft, now.aside, change, usual);
    kept.put({ typing: { draft: made, aside }, typed: { ...typed, ...change } });
  };
  const save = async (wanted = false) => {
    if (!draft || !start) return;
    const answer = await onSave(piece, name.trim() || nameOf(start), draft, wanted);
    if (answer.kind === "ok") {
      kept.letGo();
      onClose();
    } else setProblem(problemOf(answer));
  };
  const place = placeOf(problem, asked?.first ?? []);
  const filling: Filling | null = draft && {
    draft,
    plan: null,
    unit,
    prefix: "cut-",
    repeating: null,
    problemAt: (field) => (problem && field === place ? { ...problem, partial: false } : null),
    onEdit: edit,
  };
  const groups = [...new Set(starts.map((each) => each.group))];
  return (
    <Dialog title={`Add a cut: ${start?.name ?? ""}`} onClose={onClose}>
      <form
        className="flex flex-col gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          void save();
        }}
      >
        <Resumed kept={kept} />
        <div className="grid gap-3 sm:grid-cols-2">
          <label className="flex flex-col gap-1">
            <span className="label">What</span>
            <select
              className="field"
              value={start?.key ?? ""}
              data-testid="cut-what"
              onChange={(event) => {
                kept.put({ key: event.target.value, typing: null });
                setProblem(null);
              }}
            >
              {groups.map((group) => (
                <optgroup key={group} label={group}>
                  {starts
                    .filter((each) => each.group === group)
                    .map((each) => (
                      <option key={each.key} value={each.key}>
                        {each.name}
                      </option>
                    ))}
                </optgroup>
              ))}
            </select>
          </label>
          <label className="flex flex-col gap-1">
            <span className="label">In which board</span>
            <select
              className="field"
              value={piece}
              data-testid="cut-piece"
              onChange={(event) => {
                kept.put({ piece: event.target.value, typing: null });
              }}
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
            placeholder={start?.example}
            data-testid="cut-name"
            onChange={(event) => kept.put({ name: event.target.value })}
          />
        </label>
        <div className="grid items-start gap-3 sm:grid-cols-6 *:sm:col-span-2 [&>fieldset]:sm:col-span-6">
          {filling
            ? asked?.first.map((blank) => (
                <FormBlank
                  key={`${start?.key} ${keyOf(blank)}`}
                  blank={blank}
                  filling={filling}
                  look="first"
                />
              ))
            : null}
        </div>
        {problem && place === null ? (
          <p role="alert" className="text-cut">
            {inUnit(problem.message, unit)}
          </p>
        ) : null}
        {problem?.lacks ? <KeepAsWanted onKeep={() => void save(true)} /> : null}
        <button type="submit" className="button button-main justify-center" data-testid="save-cut">
          Add the {start?.name ?? "cut"}
        </button>
      </form>
    </Dialog>
  );
}
