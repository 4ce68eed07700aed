import { useEffect, useState } from "react";
import { api, type JobView } from "../api/client";
import { useRefresh } from "../api/queries";
import { changed } from "../app/acts";
import { history } from "../app/undo";
import { useKept } from "../ui/kept";
import { problemOf } from "../ui/problems";

const SAVE_AFTER_MS = 700;
const RETRY_AFTER_MS = 2_000;

/** What is to be remembered of a job; kept by itself. What could not be kept is there when one comes back, and tried again. */
export function Notes({ job }: { job: JobView }) {
  const typing = useKept<{ notes: string | null }>(`notes of ${job.id}`, () => ({ notes: null }));
  const { notes } = typing.value;
  const { put, letGo } = typing;
  const [said, setSaid] = useState("");
  const [tries, setTries] = useState(0);
  const refresh = useRefresh();
  // biome-ignore lint/correctness/useExhaustiveDependencies: after the last sign, and again after a try that failed
  useEffect(() => {
    if (notes === null) return;
    const later = setTimeout(
      async () => {
        const answer = await api.saveJob(job.id, { notes });
        if (answer.kind !== "ok") {
          setSaid(problemOf(answer)?.message.metric ?? "");
          return setTries((before) => before + 1);
        }
        const was = { notes: job.notes };
        history.push(changed("the notes", { do: "job", id: job.id, to: { notes }, was }));
        await refresh();
        setSaid("Kept");
        put({ notes: null });
        letGo();
      },
      tries > 0 ? RETRY_AFTER_MS : SAVE_AFTER_MS,
    );
    return () => clearTimeout(later);
  }, [notes, tries]);
  return (
    <label className="flex flex-col gap-1">
      <span className="label">
        Notes <span role="status">{said}</span>
      </span>
      <textarea
        className="field min-h-28 resize-y py-2"
        value={notes ?? job.notes}
        maxLength={4000}
        placeholder="Glue, hinges, who it is for, what comes next"
        data-testid="job-notes"
        onChange={(event) => {
          setSaid("…");
          setTries(0);
          put({ notes: event.target.value });
        }}
      />
    </label>
  );
}
