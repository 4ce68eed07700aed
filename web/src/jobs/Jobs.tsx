import { Plus } from "lucide-react";
import { useEffect, useRef, useState } from "react";
import { Link, useNavigate } from "react-router";
import { api, type JobCard, type Outcome, type ShopView } from "../api/client";
import { useJob, useJobs, useRefresh, useShop } from "../api/queries";
import { added, changed, removed } from "../app/acts";
import { Place } from "../app/Place";
import { history } from "../app/undo";
import { Waiting } from "../app/Waiting";
import { usePlace } from "../shop/place";
import { Menu } from "../ui/Menu";
import { problemOf } from "../ui/problems";
import { SearchField } from "../ui/SearchField";
import { JobIn } from "./JobIn";
import { RenameJob } from "./RenameJob";

/** All jobs: to open, begin, copy, put away, remove. */
export default function Jobs() {
  const shop = useShop();
  const jobs = useJobs();
  if (!shop.data || !jobs.data) return <Waiting reason={shop.down ?? jobs.down} />;
  return <List shop={shop.data} jobs={jobs.data} />;
}

type Order = "changed" | "name";

const byName = (a: JobCard, b: JobCard) => a.name.localeCompare(b.name, undefined, { numeric: true });
const byChange = (a: JobCard, b: JobCard) => b.changed_at.localeCompare(a.changed_at) || byName(a, b);

function List({ shop, jobs }: { shop: ShopView; jobs: readonly JobCard[] }) {
  const { switchUnit } = usePlace(shop);
  const [question, setQuestion] = useState("");
  const [order, setOrder] = useState<Order>("changed");
  const [away, setAway] = useState(false);
  const [taking, setTaking] = useState(false);
  const asked = question.trim().toLowerCase();
  const shown = jobs
    .filter((each) => each.archived === away && each.name.toLowerCase().includes(asked))
    .toSorted(order === "name" ? byName : byChange);
  const put = jobs.filter((each) => each.archived).length;
  return (
    <Place title="Jobs" shopName={shop.name} unit={shop.unit} onSwitch={switchUnit}>
      <main className="min-h-0 flex-1 overflow-y-auto px-4 pb-8" data-testid="jobs">
        <div className="flex flex-wrap items-center gap-2 py-2.5">
          <h2 className="mr-2 text-title font-bold">{away ? "Jobs put away" : "Jobs"}</h2>
          <SearchField
            value={question}
            label="Find a job"
            placeholder="Find a job"
            testId="find-jobs"
            onType={setQuestion}
          />
          <label className="flex items-center gap-2 text-small">
            <span className="label">Order</span>
            <select
              className="field w-auto!"
              value={order}
              data-testid="job-order"
              onChange={(event) => setOrder(event.target.value as Order)}
            >
              <option value="changed">last changed first</option>
              <option value="name">by name</option>
            </select>
          </label>
          {put > 0 || away ? (
            <button
              type="button"
              className="button"
              aria-pressed={away}
              onClick={() => setAway(!away)}
              data-testid="jobs-away"
            >
              {away ? "Back to the jobs" : `${put} put away`}
            </button>
          ) : null}
          <Link className="button" to="/removed">
            Removed things
          </Link>
          <button type="button" className="button" onClick={() => setTaking(true)} data-testid="job-in">
            From a file
          </button>
          <NewJob />
        </div>
        {taking ? <JobIn unit={shop.unit} onClose={() => setTaking(false)} /> : null}
        {shown.length === 0 ? (
          <p className="py-8 text-center text-ink-2">
            {asked ? "No job is called like that." : away ? "Nothing is put away." : "There is no job yet."}
          </p>
        ) : (
          <ul className="grid grid-cols-1 gap-3 md:grid-cols-2 xl:grid-cols-3">
            {shown.map((each) => (
              <Card key={each.id} card={each} />
            ))}
          </ul>
        )}
      </main>
    </Place>
  );
}

/** A new job: its name, and it is open. */
function NewJob() {
  const navigate = useNavigate();
  const refresh = useRefresh();
  const [name, setName] = useState("");
  const [wrong, setWrong] = useState<string | null>(null);
  return (
    <form
      className="ml-auto flex flex-wrap items-center gap-2"
      onSubmit={async (event) => {
        event.preventDefault();
        const made = await api.addJob(name.trim());
        if (made.kind !== "ok") return setWrong(problemOf(made)?.message.metric ?? null);
        await refresh();
        history.push(added(`the job ${made.data.name}`, "jobs", made.data.id));
        void navigate(`/jobs/${made.data.id}`);
      }}
    >
      {wrong ? (
        <p role="alert" className="text-small text-cut">
          The name: {wrong}.
        </p>
      ) : null}
      <input
        className="field w-52!"
        value={name}
        aria-label="Name of a new job"
        placeholder="Name of a new job"
        data-testid="new-job-name"
        onChange={(event) => setName(event.target.value)}
      />
      <button type="submit" className="button button-main" disabled={!name.trim()} data-testid="new-job">
        <Plus size={18} aria-hidden /> Begin it
      </button>
    </form>
  );
}

const when = (at: string) =>
  new Date(at).toLocaleString("en-GB", {
    day: "numeric",
    month: "short",
    hour: "2-digit",
    minute: "2-digit",
  });

const counted = (count: number, one: string) => `${count} ${one}${count === 1 ? "" : "s"}`;

function Card({ card }: { card: JobCard }) {
  const refresh = useRefresh();
  const [renaming, setRenaming] = useState(false);
  const [said, setSaid] = useState<string | null>(null);
  const after = async <T,>(answer: Outcome<T>, done: (data: T) => void) => {
    setSaid(problemOf(answer)?.message.metric ?? null);
    if (answer.kind === "ok") done(answer.data);
    await refresh();
  };
  const putAway = async () => {
    const [to, was] = [{ archived: !card.archived }, { archived: card.archived }];
    const label = `${card.archived ? "taking out" : "putting away"} ${card.name}`;
    await after(await api.saveJob(card.id, to), () =>
      history.push(changed(label, { do: "job", id: card.id, to, was })),
    );
  };
  return (
    <li className="flex items-start gap-3 border border-rule bg-paper p-3" data-job={card.id}>
      <Link to={`/jobs/${card.id}`} className="flex min-w-0 flex-1 gap-3 hover:underline">
        <Picture rings={card.picture} />
        <span className="min-w-0 leading-snug">
          <b className="block break-words text-strong">{card.name}</b>
          <span className="block text-small">
            {counted(card.boards, "board")}, {counted(card.cuts, "cut")}
          </span>
          <span className="block text-small text-ink-2">changed {when(card.changed_at)}</span>
          <Stops id={card.id} cuts={card.cuts} />
        </span>
      </Link>
      <Menu
        label={`Job ${card.name}`}
        items={[
          { says: "Rename", run: () => setRenaming(true) },
          {
            says: "Copy with all boards and cuts",
            run: async () =>
              after(await api.copyJob(card.id), (made) =>
                history.push(added(`copying ${card.name}`, "jobs", made.id)),
              ),
          },
          { says: card.archived ? "Take out again" : "Put away", run: putAway },
          {
            says: "Remove",
            run: async () =>
              after(await api.removeJob(card.id), () =>
                history.push(removed(`removing ${card.name}`, "jobs", card.id)),
              ),
          },
        ]}
      />
      {said ? (
        <p role="alert" className="text-small text-cut">
          {said}.
        </p>
      ) : null}
      {renaming ? <RenameJob id={card.id} name={card.name} onClose={() => setRenaming(false)} /> : null}
    </li>
  );
}

/** How many cuts of a job are stopped, worked out once its card has been seen. */
function Stops({ id, cuts }: { id: string; cuts: number }) {
  const [seen, setSeen] = useState(false);
  const place = useRef<HTMLSpanElement>(null);
  useEffect(() => {
    const element = place.current;
    if (!element) return;
    const watch = new IntersectionObserver(([entry]) => entry?.isIntersecting && setSeen(true));
    watch.observe(element);
    return () => watch.disconnect();
  }, []);
  return (
    <span ref={place} className="block text-small">
      {cuts === 0 ? "no cut yet" : seen ? <Counted id={id} /> : "…"}
    </span>
  );
}

function Counted({ id }: { id: string }) {
  const job = useJob(id);
  if (!job.data) return "…";
  const stops = job.data.pieces.flatMap((item) =>
    item.cuts.filter((cut) => cut.status === "stop" && !cut.wanted),
  ).length;
  return stops > 0 ? (
    <b className="text-cut">{counted(stops, "stop")} to look at</b>
  ) : (
    <span className="text-guide">no stops</span>
  );
}

/** The outline of the first board, with its openings. */
function Picture({ rings }: { rings: JobCard["picture"] }) {
  const [outside] = rings;
  if (!outside) return <span className="h-16 w-24 shrink-0 border border-dashed border-rule" />;
  const xs = outside.map(([x]) => x);
  const ys = outside.map(([, y]) => y);
  const [x0, x1, y0, y1] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)];
  const room = Math.max(x1 - x0, y1 - y0) * 0.03;
  const d = rings.map((ring) => `M${ring.map(([x, y]) => `${x - x0} ${y1 - y}`).join("L")}Z`).join("");
  return (
    <svg
      viewBox={`${-room} ${-room} ${x1 - x0 + 2 * room} ${y1 - y0 + 2 * room}`}
      className="h-16 w-24 shrink-0"
      aria-hidden
    >
      <path
        d={d}
        fillRule="evenodd"
        className="fill-work stroke-ink"
        strokeWidth="1.4"
        vectorEffect="non-scaling-stroke"
      />
    </svg>
  );
}
