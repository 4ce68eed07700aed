import { useEffect, useState } from "react";
import { Link, useNavigate } from "react-router";
import { api } from "../api/client";
import { useJobs, useRefresh, useShop } from "../api/queries";
import { lastJob } from "./lastJob";
import { notifyOf } from "./notice";
import { Places } from "./Place";
import { Waiting } from "./Waiting";

/** Countries that measure in inches. */
const IN_INCHES = /-(US|LR|MM)$/;

/** The front door: opens the job that was open last, or changed last, or asks for one. A shop that has nothing begins with a cut. */
export function FirstCut() {
  const jobs = useJobs();
  const shop = useShop();
  const navigate = useNavigate();
  const refresh = useRefresh();
  const [name, setName] = useState("");
  const [wrong, setWrong] = useState<string | null>(null);
  const open = jobs.data?.filter((each) => !each.archived);
  const latest = open?.toSorted((a, b) => b.changed_at.localeCompare(a.changed_at))[0];
  const first = open?.find((each) => each.id === lastJob.id()) ?? latest;
  const [byHand, setByHand] = useState(false);
  const bare =
    !byHand && jobs.data?.length === 0 && shop.data?.bit_count === 0 && shop.data.router_count === 0;
  useEffect(() => {
    if (first) void navigate(`/jobs/${first.id}`, { replace: true });
    else if (bare)
      void api.begin(IN_INCHES.test(navigator.language) ? "in" : "mm").then((begun) => {
        if (begun.kind === "ok") return refresh();
        notifyOf("Nothing was begun", begun);
        return setByHand(true);
      });
  }, [first, bare, navigate, refresh]);
  if (!jobs.data || !shop.data || first || bare) return <Waiting reason={jobs.down ?? shop.down} />;
  return (
    <main className="mx-auto flex min-h-dvh max-w-md flex-col justify-center gap-4 p-6">
      <Places />
      <h1 className="text-figure font-bold leading-tight">What are you making?</h1>
      <p className="text-ink-2">
        A job holds the pieces you cut and the cuts in them. Give it a name to begin.
      </p>
      {shop.data.router_count > 0 ? (
        <p className="border-l-4 border-guide px-3 py-2 text-body" data-testid="tools-are-in">
          {`${shop.data.router_count} ${shop.data.router_count === 1 ? "router" : "routers"} and ${shop.data.bit_count} bits are in. `}
          What nobody has measured yet is assumed, and every plan says so; you measure it on the{" "}
          <Link to="/bench" className="quiet">
            Bench
          </Link>
          , whenever you like.
        </p>
      ) : null}
      <form
        className="flex flex-col gap-3"
        onSubmit={async (event) => {
          event.preventDefault();
          const made = await api.addJob(name.trim());
          if (made.kind === "ok") {
            await refresh();
            void navigate(`/jobs/${made.data.id}`);
          } else if (made.kind === "down") setWrong(made.message);
          else if (made.kind !== "stale") setWrong(`The name: ${made.problem.message.metric}`);
        }}
      >
        <input
          className="field"
          aria-label="Name of the job"
          placeholder="Name of the job"
          // biome-ignore lint/a11y/noAutofocus: it is all that is asked here
          autoFocus
          value={name}
          onChange={(event) => setName(event.target.value)}
        />
        {wrong ? (
          <p role="alert" className="text-cut">
            {wrong}
          </p>
        ) : null}
        <button type="submit" className="button button-main justify-center" disabled={!name.trim()}>
          Start the job
        </button>
      </form>
    </main>
  );
}
