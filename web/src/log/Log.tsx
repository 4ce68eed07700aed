import { useMemo, useState } from "react";
import { Link } from "react-router";
import { api, type CameOut, type Lessons, type RunLine, type ShopView } from "../api/client";
import { useReading, useShop } from "../api/queries";
import { Place } from "../app/Place";
import { Waiting } from "../app/Waiting";
import { CAME_OUT, OUTCOMES } from "../run/outcomes";
import { usePlace } from "../shop/place";
import { day } from "../ui/words";
import { Learnt } from "./Learnt";
import { LogFiles } from "./LogFiles";
import { NoteRun } from "./NoteRun";

/** All runs: what was cut with what, and how it came out; and what they teach. */
export default function Log() {
  const shop = useShop();
  const runs = useReading({ key: ["runs"], ask: api.runs });
  const lessons = useReading({ key: ["lessons"], ask: api.lessons });
  if (!shop.data || !runs.data) return <Waiting reason={shop.down ?? runs.down} />;
  return <Whole shop={shop.data} runs={runs.data} lessons={lessons.data ?? null} />;
}

interface Filter {
  wood: string;
  bit: string;
  router: string;
  out: CameOut | "";
}

const NO_FILTER: Filter = { wood: "", bit: "", router: "", out: "" };
/** Runs that are listed before one asks for more. */
const AT_ONCE = 100;

const names = (runs: readonly RunLine[], of: (run: RunLine) => string) =>
  [...new Set(runs.map(of))]
    .filter((each) => each !== "")
    .toSorted((a, b) => a.localeCompare(b, undefined, { numeric: true }));

type Props = { shop: ShopView; runs: readonly RunLine[]; lessons: Lessons | null };

function Whole({ shop, runs, lessons }: Props) {
  const { switchUnit } = usePlace(shop);
  const [filter, setFilter] = useState(NO_FILTER);
  const [most, setMost] = useState(AT_ONCE);
  const [noting, setNoting] = useState(false);
  const shown = useMemo(
    () =>
      runs.filter(
        (run) =>
          (!filter.wood || run.material === filter.wood) &&
          (!filter.bit || run.bit === filter.bit) &&
          (!filter.router || run.router === filter.router) &&
          (!filter.out || run.came_out === filter.out),
      ),
    [runs, filter],
  );
  const pick = (
    key: keyof Filter,
    label: string,
    from: readonly string[],
    says?: (each: string) => string,
  ) => (
    <label className="flex items-center gap-2 text-small">
      <span className="label">{label}</span>
      <select
        className="field max-w-36 w-auto!"
        value={filter[key]}
        data-testid={`log-${key}`}
        onChange={(event) => setFilter({ ...filter, [key]: event.target.value })}
      >
        <option value="">all</option>
        {from.map((each) => (
          <option key={each} value={each}>
            {says ? says(each) : each}
          </option>
        ))}
      </select>
    </label>
  );
  return (
    <Place title="Log" shopName={shop.name} unit={shop.unit} onSwitch={switchUnit}>
      <main
        className="min-h-0 flex-1 overflow-y-auto px-4 pb-8 lg:grid lg:grid-cols-[minmax(0,1fr)_420px] lg:gap-x-6"
        data-testid="log"
      >
        <div className="min-w-0 lg:min-h-0 lg:overflow-y-auto">
          <div className="flex flex-wrap items-center gap-x-3 gap-y-2 py-2.5">
            <h2 className="mr-1 text-title font-bold">Log</h2>
            {pick(
              "wood",
              "Wood",
              names(runs, (run) => run.material),
            )}
            {pick(
              "bit",
              "Bit",
              names(runs, (run) => run.bit),
            )}
            {pick(
              "router",
              "Router",
              names(runs, (run) => run.router),
            )}
            {pick("out", "Came out", OUTCOMES, (each) => CAME_OUT[each as CameOut])}
          </div>
          <div className="flex items-center gap-3 pb-2">
            <p className="text-small text-ink-2" role="status">
              {shown.length === runs.length
                ? `${runs.length} runs`
                : `${shown.length} of ${runs.length} runs`}
            </p>
            {runs.length > 0 ? (
              <Link to="/log/plots" className="button ml-auto" data-testid="to-plots">
                In pictures
              </Link>
            ) : null}
            <button
              type="button"
              className={`button ${runs.length > 0 ? "" : "ml-auto"}`}
              onClick={() => setNoting(true)}
              data-testid="note-run"
            >
              Note a run
            </button>
          </div>
          {runs.length === 0 ? (
            <p className="max-w-prose py-6 text-ink-2">
              Nothing was run yet. Open a cut and press Run: it leads you through, and notes here how it came
              out.
            </p>
          ) : (
            <ul className="border-t border-rule">
              {shown.slice(0, most).map((each) => (
                <Row key={each.id} run={each} />
              ))}
            </ul>
          )}
          <LogFiles />
          {shown.length > most ? (
            <button type="button" className="button mt-3" onClick={() => setMost(most + AT_ONCE)}>
              More
            </button>
          ) : null}
        </div>
        {lessons ? <Learnt lessons={lessons} unit={shop.unit} currency={shop.currency} /> : null}
        {noting ? <NoteRun onClose={() => setNoting(false)} /> : null}
      </main>
    </Place>
  );
}

function Row({ run }: { run: RunLine }) {
  const { state, came_out } = run;
  const how = came_out ? CAME_OUT[came_out] : state === "left" ? "given up" : "under way";
  const good = came_out === "clean";
  return (
    <li className="border-b border-rule">
      <Link
        to={state === "under-way" ? `/run/${run.id}` : `/log/${run.id}`}
        className="grid grid-cols-[minmax(0,1fr)_auto] items-baseline gap-x-4 px-1 py-2 hover:bg-bench"
        data-testid="log-run"
      >
        <span className="min-w-0">
          <span className="text-body font-semibold">{run.cut}</span>
          {run.piece ? <span className="text-body text-ink-2"> · {run.piece}</span> : null}
          <span className="block truncate text-small text-ink-2">
            {[run.material, run.bit, run.router].filter((each) => each !== "").join(" · ")}
            {run.word ? ` · ${run.word}` : ""}
          </span>
        </span>
        <span className="text-right">
          <span
            className={`rounded px-2 py-0.5 text-small font-semibold ${good ? "border border-rule" : came_out ? "striped text-ink" : "bg-bench"}`}
          >
            {how}
          </span>
          <span className="block pt-0.5 text-note text-ink-2">{day(run.begun_at)}</span>
        </span>
      </Link>
    </li>
  );
}
