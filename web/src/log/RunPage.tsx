import { Link, useNavigate, useParams } from "react-router";
import { api, type Marked, type RunView, type ShopView, type Unit } from "../api/client";
import { useReading, useRefresh, useShop } from "../api/queries";
import { removed } from "../app/acts";
import { NoJob } from "../app/Gone";
import { notifyOf } from "../app/notice";
import { Place } from "../app/Place";
import { history } from "../app/undo";
import { Waiting } from "../app/Waiting";
import { Drawing } from "../board/Drawing";
import { MarkedDrawing } from "../run/MarkedDrawing";
import { CAME_OUT } from "../run/outcomes";
import { Photos } from "../run/Photos";
import { usePlace } from "../shop/place";
import { BigReading, Words } from "../ui/Words";
import { inUnit, plainly, reading } from "../ui/words";

/** A run of the log: how it came out, and the plan that it followed, as it was then. */
export default function RunPage() {
  const { runId = "" } = useParams();
  const shop = useShop();
  const run = useReading({ key: ["run", runId], ask: () => api.run(runId) });
  if (run.problem) return <NoJob problem={run.problem} />;
  if (!shop.data || !run.data) return <Waiting reason={shop.down ?? run.down} />;
  return <Whole shop={shop.data} view={run.data} />;
}

const when = (at: string) => new Date(at).toLocaleString("en", { dateStyle: "medium", timeStyle: "short" });

function Whole({ shop, view }: { shop: ShopView; view: RunView }) {
  const { switchUnit } = usePlace(shop);
  const navigate = useNavigate();
  const refresh = useRefresh();
  const { unit } = shop;
  const { of, outcome, state } = view.run;
  const leftOut = view.run.progress.done.filter((each) => each.how === "left-out").map((each) => each.step);
  const titles = (view.record?.steps ?? []).filter((each) => leftOut.includes(each.key));
  return (
    <Place title={of.cut} shopName={shop.name} unit={unit} onSwitch={switchUnit}>
      <main className="min-h-0 flex-1 overflow-y-auto px-4 pb-8" data-testid="run-page">
        <div className="flex flex-wrap items-baseline gap-x-3 py-2">
          <h2 className="text-figure font-bold leading-tight">{of.cut}</h2>
          <span className="text-body text-ink-2">
            {[of.piece, of.job].filter((each) => each !== "").join(" · ")}
          </span>
          <span className="ml-auto flex gap-2">
            {view.run.cut_id && of.job_id ? (
              <Link className="button" to={`/jobs/${of.job_id}/cuts/${view.run.cut_id}`}>
                The cut as it is now
              </Link>
            ) : null}
            <button
              type="button"
              className="button"
              onClick={async () => {
                const gone = await api.removeRun(view.run.id);
                if (gone.kind !== "ok") return notifyOf("It stays in the log", gone);
                history.push(removed(`taking ${of.cut} out of the log`, "runs", view.run.id));
                await navigate("/log");
                await refresh();
              }}
            >
              Take it out of the log
            </button>
          </span>
        </div>
        <section className="grid gap-x-8 gap-y-2 border-y-2 border-ink py-3 md:grid-cols-[auto_minmax(0,1fr)]">
          <p className="text-figure font-bold leading-none" data-testid="run-out">
            {outcome ? CAME_OUT[outcome.came_out] : state === "left" ? "given up" : "under way"}
          </p>
          <div className="text-body">
            <p>
              {[of.material_name, of.bit, of.router, when(view.run.begun_at)]
                .filter((each) => each !== "")
                .join(" · ")}
            </p>
            {outcome?.where ? <p>Where: {outcome.where}</p> : null}
            {outcome?.word ? <p className="font-semibold">“{outcome.word}”</p> : null}
            {view.measured.map((each, i) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: one thing is measured again
              <p key={i}>
                {each.in_work ? "In the work" : each.again ? "Set right, in the trial again" : "In the trial"}
                : <Words text={inUnit(each.what, unit)} />{" "}
                <b>
                  <Words text={plainly(reading(each.found, unit))} />
                </b>
                {each.places.length > 0 ? (
                  <>
                    {`, the middle of ${each.places.length} places (`}
                    {each.places.map((place) => reading(place, unit).number).join(", ")})
                  </>
                ) : null}
                {each.planned ? (
                  <>
                    , {each.in_work ? "asked for" : "planned"}{" "}
                    <Words text={plainly(reading(each.planned, unit))} />
                  </>
                ) : null}
              </p>
            ))}
            {titles.map((each) => (
              <p key={each.key} className="text-ink-2">
                Left out: <Words text={inUnit(each.title, unit)} />
              </p>
            ))}
          </div>
        </section>
        <div className="border-b border-rule py-3">
          <Photos view={view} />
        </div>
        {view.record ? <AsPlanned record={view.record} unit={unit} marks={outcome?.marks ?? []} /> : null}
      </main>
    </Place>
  );
}

/** The plan as it was: its drawing and its slip, from what was kept with the run. */
interface AsPlannedProps {
  record: NonNullable<RunView["record"]>;
  unit: Unit;
  marks: readonly Marked[];
}

function AsPlanned({ record, unit, marks }: AsPlannedProps) {
  const { plan } = record;
  const [first, second] = plan.drawing;
  return (
    <section
      className="grid gap-x-6 gap-y-3 pt-3 lg:grid-cols-[minmax(0,1fr)_400px]"
      aria-label="The plan as it was"
    >
      <div className="flex min-w-0 flex-col gap-2">
        <p className="text-strong">
          <Words text={inUnit(plan.sentence, unit)} />
        </p>
        {first ? <MarkedDrawing view={first} unit={unit} marks={marks} fault="burnt" /> : null}
        {second ? (
          <div className="h-[260px] border border-rule bg-paper p-2">
            <Drawing view={second} unit={unit} label={second.name} onPick={() => undefined} />
          </div>
        ) : null}
      </div>
      <div>
        {plan.slip.map((section) => (
          <div key={section.key} className="border-b border-rule py-2">
            <p className="label">{section.title}</p>
            <p className="flex flex-wrap items-baseline gap-x-3 font-bold">
              {section.leads.map((lead) => (
                <span key={lead.caption.metric + lead.shown.metric.number}>
                  <BigReading reading={reading(lead.shown, unit)} />{" "}
                  <span className="text-body font-normal text-ink-2">
                    <Words text={inUnit(lead.caption, unit)} />
                  </span>
                </span>
              ))}
            </p>
            {section.lines.map((line) => (
              <p key={line.metric} className="text-small leading-snug">
                <Words text={inUnit(line, unit)} />
              </p>
            ))}
          </div>
        ))}
      </div>
    </section>
  );
}
