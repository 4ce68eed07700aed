import { useRef, useState } from "react";
import { api } from "../api/client";
import { useRefresh } from "../api/queries";
import { problemOf } from "../ui/problems";

/** The log as files, out and in. */
export function LogFiles() {
  const refresh = useRefresh();
  const field = useRef<HTMLInputElement>(null);
  const [said, setSaid] = useState<string | null>(null);
  const take = async (file: File) => {
    const taken = await api.takeLog(await file.text());
    if (taken.kind !== "ok") return setSaid(problemOf(taken)?.message.metric ?? null);
    const { added, known } = taken.data;
    setSaid(
      `${added === 1 ? "1 run" : `${added} runs`} came in${known > 0 ? `; ${known} were here already` : ""}.`,
    );
    await refresh();
  };
  return (
    <div className="flex flex-wrap items-center gap-2 pt-4 text-small">
      <a className="button" href="/api/log.csv" download>
        As a table <span className="text-note font-normal text-ink-2">log.csv</span>
      </a>
      <a className="button" href="/api/log.json" download>
        Whole <span className="text-note font-normal text-ink-2">log.json</span>
      </a>
      <button type="button" className="button" onClick={() => field.current?.click()}>
        From a file
      </button>
      <input
        ref={field}
        type="file"
        accept=".csv,.json"
        className="sr-only"
        aria-label="A log as a file"
        data-testid="log-in"
        tabIndex={-1}
        onChange={(event) => {
          const file = event.target.files?.[0];
          event.target.value = "";
          if (file) void take(file);
        }}
      />
      {said ? (
        <p role="status" data-testid="log-taken">
          {said}
        </p>
      ) : null}
    </div>
  );
}
