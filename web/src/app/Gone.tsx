import { useState } from "react";
import { Link } from "react-router";
import { api, type Problem } from "../api/client";
import { useRefresh } from "../api/queries";
import { problemOf } from "../ui/problems";

/** A cut that its address names and that is not here: removed, or never there. Nothing else is opened in its place. */
export function GoneCut({ cutId, jobId, jobName }: { cutId: string; jobId: string; jobName: string }) {
  const refresh = useRefresh();
  const [said, setSaid] = useState<string | null>(null);
  const bringBack = async () => {
    const answer = await api.bringBack("cuts", cutId);
    if (answer.kind === "ok") await refresh();
    else setSaid(problemOf(answer)?.message.metric ?? null);
  };
  return (
    <main className="flex flex-col items-center justify-center gap-3 p-8 text-center" data-testid="gone">
      <h2 className="text-figure font-bold">This cut is not here</h2>
      <p className="max-w-md text-ink-2">
        It was removed, or the address is not quite right. What you see elsewhere is another cut.
      </p>
      {said ? <p role="alert">It cannot be brought back: {said}.</p> : null}
      <div className="flex flex-wrap justify-center gap-2">
        <button type="button" className="button" onClick={() => void bringBack()}>
          Bring it back
        </button>
        <Link className="button button-main" to={`/jobs/${jobId}`}>
          Open {jobName}
        </Link>
      </div>
    </main>
  );
}

/** A job that its address names and that is not here. */
export function NoJob({ problem }: { problem: Problem }) {
  return (
    <main
      className="flex min-h-dvh flex-col items-center justify-center gap-3 p-6 text-center"
      data-testid="gone"
    >
      <h1 className="text-title font-bold">This job is not here</h1>
      <p>{problem.message.metric}.</p>
      <p className="text-ink-2">If it was removed, it is among the removed things for thirty days.</p>
      <span className="flex flex-wrap justify-center gap-2">
        <Link className="button" to="/removed">
          Removed things
        </Link>
        <Link className="button button-main" to="/jobs">
          All jobs
        </Link>
      </span>
    </main>
  );
}

/** An address that leads nowhere. */
export function GonePage() {
  return (
    <main
      className="flex min-h-dvh flex-col items-center justify-center gap-3 p-8 text-center"
      data-testid="gone"
    >
      <h1 className="text-figure font-bold">There is nothing at this address</h1>
      <p className="max-w-md text-ink-2">Nothing is lost: your jobs are where they were.</p>
      <Link className="button button-main" to="/">
        Open your cuts
      </Link>
    </main>
  );
}
