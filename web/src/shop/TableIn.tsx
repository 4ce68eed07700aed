import { useEffect, useRef, useState } from "react";
import {
  api,
  type ImportView,
  type Outcome,
  type Problem,
  type RowView,
  type Texts,
  type Unit,
} from "../api/client";
import { useRefresh } from "../api/queries";
import { problemOf } from "../ui/problems";
import { Words } from "../ui/Words";
import { inUnit } from "../ui/words";
import { snapshot, type Undo } from "./undo";

type Kind = ImportView["kind"];

/** A table of tools: pasted or chosen, shown row by row, mended where it is wrong, kept all at once. */
export function TableIn({ unit, undo }: { unit: Unit; undo: Undo }) {
  const [kind, setKind] = useState<Kind>("bits");
  const [text, setText] = useState("");
  const [view, setView] = useState<ImportView | null>(null);
  const before = useRef("");
  const [problem, setProblem] = useState<Problem | null>(null);
  const refresh = useRefresh();
  const take = (answer: Outcome<ImportView>) => {
    if (answer.kind === "ok") {
      setProblem(null);
      setView(answer.data);
    } else setProblem(problemOf(answer));
  };
  const working = view?.stage === "reading" || view?.stage === "keeping";
  // biome-ignore lint/correctness/useExhaustiveDependencies: one look follows the other while work is under way
  useEffect(() => {
    if (!view || !working) {
      if (view?.stage === "kept") {
        undo.offer(before.current);
        void refresh();
      }
      return;
    }
    const next = setTimeout(() => void api.lookAtImport(view.id).then(take), 120);
    return () => clearTimeout(next);
  }, [view]);
  const start = async (what: string) => {
    setView(null);
    take(await api.startImport(kind, what));
  };
  return (
    <section aria-label="A table into the shop" className="border-t-2 border-ink py-3">
      <div className="flex flex-wrap items-center gap-3">
        <h2 className="text-title font-bold">A table into the shop</h2>
        <fieldset className="flex overflow-hidden rounded border border-rule" aria-label="What it holds">
          {(["bits", "routers"] as const).map((each) => (
            <button
              key={each}
              type="button"
              aria-pressed={kind === each}
              className={`min-h-[36px] px-3 text-small font-semibold ${kind === each ? "bg-ink text-bench" : "bg-paper"}`}
              onClick={() => {
                setKind(each);
                setView(null);
              }}
            >
              {each}
            </button>
          ))}
        </fieldset>
        <label className="button focus-within:outline-3 focus-within:outline-guide">
          Choose a file
          <input
            type="file"
            accept=".csv,text/csv,text/plain"
            className="sr-only"
            data-testid="csv-file"
            onChange={async (event) => {
              const file = event.target.files?.[0];
              event.target.value = "";
              if (!file) return;
              const read = await file.text();
              setText(read.length < 20_000 ? read : "");
              await start(read);
            }}
          />
        </label>
      </div>
      <p className="mt-1 max-w-3xl text-small text-ink-2">
        The first line names the columns, as in the table that goes out; lengths may stand in either system.
        Nothing is kept before you have seen what becomes of every row.
      </p>
      {view === null || view.stage === "failed" ? (
        <form
          className="mt-2 flex flex-col gap-2"
          onSubmit={(event) => {
            event.preventDefault();
            void start(text);
          }}
        >
          <textarea
            className="field min-h-32 font-mono text-small"
            aria-label="Or paste the table here"
            placeholder={
              "name,profile,shank,diameter,cutting_length,overall_length\n8 straight,straight,8 mm,8 mm,25 mm,60 mm"
            }
            value={text}
            data-testid="csv-text"
            spellCheck={false}
            onChange={(event) => setText(event.target.value)}
          />
          <button
            type="submit"
            className="button button-main self-start"
            disabled={!text.trim()}
            data-testid="csv-look"
          >
            Look at the rows
          </button>
        </form>
      ) : null}
      {view?.words ? <p className="text-cut">{inUnit(view.words, unit)}</p> : null}
      {problem ? (
        <p role="alert" className="mt-2 text-cut" data-testid="file-problem">
          <Words text={inUnit(problem.message, unit)} />
        </p>
      ) : null}
      {view && working ? (
        <div className="mt-2" role="status">
          <progress className="h-3 w-full max-w-md" max={Math.max(view.total, 1)} value={view.done} />
          <p className="text-small">
            {view.stage === "reading" ? "Reading" : "Keeping"} row {view.done} of {view.total} …
          </p>
        </div>
      ) : null}
      {view?.stage === "preview" ? (
        <Preview
          view={view}
          unit={unit}
          onCorrect={async (row, texts) => take(await api.correctRow(view.id, row.line, texts))}
          onKeep={async () => {
            before.current = await snapshot();
            take(await api.keepImport(view.id));
          }}
          onDrop={() => setView(null)}
        />
      ) : null}
      {view?.stage === "kept" ? (
        <p className="mt-2 text-body font-semibold" role="status" data-testid="import-kept">
          Kept: {view.counts.add ?? 0} added, {view.counts.change ?? 0} changed.{" "}
          <button
            type="button"
            className="quiet"
            onClick={() => {
              setView(null);
              setText("");
            }}
          >
            Another table
          </button>
        </p>
      ) : null}
    </section>
  );
}

const ACTIONS: Record<RowView["action"], { row: string; count: string }> = {
  refuse: { row: "cannot be taken", count: "cannot be taken" },
  change: { row: "changes", count: "to change" },
  add: { row: "is added", count: "to add" },
  leave: { row: "left out", count: "left out" },
  same: { row: "stays as it is", count: "as they are" },
};

interface PreviewProps {
  view: ImportView;
  unit: Unit;
  onCorrect: (row: RowView, texts: Texts | null) => Promise<void>;
  onKeep: () => Promise<void>;
  onDrop: () => void;
}

function Preview({ view, unit, onCorrect, onKeep, onDrop }: PreviewProps) {
  const refused = view.counts.refuse ?? 0;
  const useful = (view.counts.add ?? 0) + (view.counts.change ?? 0);
  return (
    <div className="mt-2" data-testid="import-preview">
      <div className="flex flex-wrap items-center gap-3">
        <p className="text-body" role="status" data-testid="import-counts">
          {(Object.keys(ACTIONS) as RowView["action"][])
            .filter((action) => (view.counts[action] ?? 0) > 0)
            .map((action) => `${view.counts[action]} ${ACTIONS[action].count}`)
            .join(" · ")}
        </p>
        <button type="button" className="button ml-auto" onClick={onDrop}>
          Not now
        </button>
        <button
          type="button"
          className="button button-main"
          disabled={refused > 0 || useful === 0}
          title={refused > 0 ? "Mend the rows that cannot be taken, or leave them out" : undefined}
          onClick={() => void onKeep()}
          data-testid="import-keep"
        >
          Keep all {useful}
        </button>
      </div>
      <table className="mt-2 w-full text-small">
        <thead>
          <tr className="text-left text-ink-2">
            <th className="w-14 pr-2 font-normal">line</th>
            <th className="pr-2 font-normal">tool</th>
            <th className="pr-2 font-normal">what becomes of it</th>
          </tr>
        </thead>
        <tbody>
          {view.rows.map((row) => (
            <tr
              key={row.line}
              className="border-t border-rule align-top"
              data-action={row.action}
              data-testid={`row-${row.line}`}
            >
              <td className="py-1 pr-2 tabular-nums">{row.line}</td>
              <td className="py-1 pr-2 font-semibold">
                <Words text={row.name} />
              </td>
              <td className="py-1 pr-2">
                {row.action === "refuse" ? (
                  <CorrectRow row={row} unit={unit} onCorrect={(texts) => onCorrect(row, texts)} />
                ) : row.action === "change" ? (
                  <Words
                    text={`changes ${row.changes.map((each) => `${each.field.replaceAll("_", " ")}: ${each.before || "—"} → ${each.after || "—"}`).join("; ")}`}
                  />
                ) : (
                  ACTIONS[row.action].row
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {view.total > view.rows.length ? (
        <p className="mt-1 text-small text-ink-2">and {view.total - view.rows.length} more rows</p>
      ) : null}
    </div>
  );
}

/** A refused row: what is wrong, the cell it is wrong in, and leaving it out. */
function CorrectRow({
  row,
  unit,
  onCorrect,
}: {
  row: RowView;
  unit: Unit;
  onCorrect: (texts: Texts | null) => Promise<void>;
}) {
  const field = row.field ?? "profile";
  const [text, setText] = useState(row.texts[field] ?? "");
  return (
    <form
      className="flex flex-wrap items-center gap-2"
      onSubmit={(event) => {
        event.preventDefault();
        void onCorrect({ ...row.texts, [field]: text });
      }}
    >
      <span className="w-full text-cut" role="alert">
        {row.words ? <Words text={inUnit(row.words, unit)} /> : null}
      </span>
      <label className="flex items-center gap-1.5">
        <span className="label">{field.replaceAll("_", " ")}</span>
        <input
          className="field w-44!"
          value={text}
          data-testid={`correct-${row.line}`}
          onChange={(event) => setText(event.target.value)}
        />
      </label>
      <button type="submit" className="button">
        Mend
      </button>
      <button
        type="button"
        className="button"
        onClick={() => void onCorrect(null)}
        data-testid={`leave-${row.line}`}
      >
        Leave out
      </button>
    </form>
  );
}
