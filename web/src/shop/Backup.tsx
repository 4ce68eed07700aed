import { useState } from "react";
import { api, type BackupView, type Problem, type Unit } from "../api/client";
import { useReading, useRefresh } from "../api/queries";
import { problemOf } from "../ui/problems";
import { Words } from "../ui/Words";
import { inUnit } from "../ui/words";

const NAMES: Record<string, string> = { pieces: "boards", bit_events: "events of bits" };

interface Chosen {
  text: string;
  view: BackupView;
}

/** Everything as one file, out and in: tools, jobs, what was removed, history. */
export function Backup({ unit }: { unit: Unit }) {
  const [chosen, setChosen] = useState<Chosen | null>(null);
  const [before, setBefore] = useState<string | null>(null);
  const [problem, setProblem] = useState<Problem | null>(null);
  const refresh = useRefresh();
  const putBack = async (text: string, wasThere: string | null) => {
    const answer = await api.restoreBackup(text);
    if (answer.kind !== "ok") return setProblem(problemOf(answer));
    setChosen(null);
    setProblem(null);
    setBefore(wasThere);
    await refresh();
  };
  return (
    <section aria-label="Everything" className="py-3">
      <div className="flex flex-wrap items-center gap-3">
        <h2 className="text-title font-bold">Everything</h2>
        <a className="button" href="/api/files/backup.json" download data-testid="backup">
          Save a backup
        </a>
        <label className="button focus-within:outline-3 focus-within:outline-guide">
          Put a backup back
          <input
            type="file"
            accept=".json,application/json"
            className="sr-only"
            data-testid="backup-file"
            onChange={async (event) => {
              const file = event.target.files?.[0];
              event.target.value = "";
              if (!file) return;
              const text = await file.text();
              const answer = await api.previewBackup(text);
              if (answer.kind === "ok") {
                setChosen({ text, view: answer.data });
                setProblem(null);
              } else setProblem(problemOf(answer));
            }}
          />
        </label>
      </div>
      <p className="mt-1 max-w-3xl text-small text-ink-2">
        The shop with its jobs, what was removed and what happened to every bit, in one file. Put back, it
        takes the place of everything that is here; what was here is kept first.
      </p>
      <Copies />
      {problem ? (
        <p role="alert" className="mt-2 text-cut" data-testid="backup-problem">
          <Words text={inUnit(problem.message, unit)} />
        </p>
      ) : null}
      {before !== null ? (
        <div className="mt-2 flex flex-wrap items-center gap-3 border-2 border-guide bg-paper px-3 py-2">
          <p className="text-body" role="status">
            The backup was put back.
          </p>
          <button
            type="button"
            className="button"
            onClick={() => void putBack(before, null)}
            data-testid="backup-undo"
          >
            Undo: everything as it was before
          </button>
        </div>
      ) : null}
      {chosen ? (
        <div className="mt-2 border-2 border-guide bg-paper p-3" data-testid="backup-preview">
          <p className="font-semibold">
            {chosen.view.name}, saved {new Date(chosen.view.made).toLocaleString()}, would take the place of
            everything here:
          </p>
          <p className="my-1 text-body">
            {Object.entries(chosen.view.counts)
              .filter(([, count]) => count > 0)
              .map(([kind, count]) => `${NAMES[kind] ?? kind}: ${count}`)
              .join(" · ")}
          </p>
          <div className="flex flex-wrap gap-2">
            <button type="button" className="button" onClick={() => setChosen(null)}>
              Not now
            </button>
            <button
              type="button"
              className="button button-main"
              data-testid="backup-restore"
              onClick={async () => {
                const there = await fetch("/api/files/backup.json").then((answer) => answer.text());
                await putBack(chosen.text, there);
              }}
            >
              Put it in the place of everything
            </button>
          </div>
        </div>
      ) : null}
    </section>
  );
}

/** The copies that are kept by themselves, and where. */
function Copies() {
  const kept = useReading({ key: ["copies"], ask: api.copies });
  if (!kept.data?.folder) return null;
  const { folder, copies } = kept.data;
  return (
    <p className="mt-1 max-w-3xl text-small text-ink-2" data-testid="copies">
      A copy is kept every week, the five newest in <span className="font-semibold break-all">{folder}</span>
      {copies.length > 0 ? `; the latest is of ${copies[0]?.day}` : ""}.
    </p>
  );
}
