import { useState } from "react";
import { Link, useNavigate, useParams } from "react-router";
import { alongAddress, jobFileAddress, jobSlipsAddress } from "../api/addresses";
import { api, type CutItem, type JobView, type PieceItem, type ShopView } from "../api/client";
import { useJob, useRefresh, useShop } from "../api/queries";
import { added, changed, removed } from "../app/acts";
import { NoJob } from "../app/Gone";
import { Place } from "../app/Place";
import { history } from "../app/undo";
import { Waiting } from "../app/Waiting";
import { Joints } from "../joints/Joints";
import { DueWork } from "../log/DueWork";
import { usePlace } from "../shop/place";
import { SHORTLY } from "../slip/StatusLine";
import { Glyph } from "../ui/Glyph";
import { Menu } from "../ui/Menu";
import { problemOf } from "../ui/problems";
import { Words } from "../ui/Words";
import { inUnit } from "../ui/words";
import { useJobActions } from "./actions";
import { JobOutlines } from "./JobOutlines";
import { Notes } from "./Notes";
import { RenameJob } from "./RenameJob";
import { cutItems, pieceItems } from "./Strip";
import { WorkOrder } from "./WorkOrder";

/** The page of a job: its boards and cuts and what each still needs, the cut list, notes. */
export default function JobPage() {
  const { jobId = "" } = useParams();
  const shop = useShop();
  const job = useJob(jobId);
  if (job.problem) return <NoJob problem={job.problem} />;
  if (!shop.data || !job.data) return <Waiting reason={shop.down ?? job.down} />;
  return <Whole key={jobId} shop={shop.data} job={job.data} />;
}

interface Props {
  shop: ShopView;
  job: JobView;
}

function Whole({ shop, job }: Props) {
  const { switchUnit } = usePlace(shop);
  const navigate = useNavigate();
  const refresh = useRefresh();
  const actions = useJobActions(job, (id) => void navigate(`/jobs/${job.id}/cuts/${id}`));
  const [renaming, setRenaming] = useState(false);
  const [steps, setSteps] = useState(false);
  const [said, setSaid] = useState<string | null>(null);
  const cuts = job.pieces.flatMap((item) => item.cuts);
  const wanted = cuts.filter((cut) => cut.wanted).length;
  const stops = cuts.filter((cut) => cut.status === "stop").length - wanted;
  const copy = async () => {
    const made = await api.copyJob(job.id);
    if (made.kind !== "ok") return setSaid(problemOf(made)?.message.metric ?? null);
    history.push(added(`copying ${job.name}`, "jobs", made.data.id));
    await refresh();
    void navigate(`/jobs/${made.data.id}/page`);
  };
  const remove = async () => {
    const gone = await api.removeJob(job.id);
    if (gone.kind !== "ok") return setSaid(problemOf(gone)?.message.metric ?? null);
    history.push(removed(`removing ${job.name}`, "jobs", job.id));
    await navigate("/jobs");
    await refresh();
  };
  const putAway = async () => {
    const [to, was] = [{ archived: !job.archived }, { archived: job.archived }];
    const answer = await api.saveJob(job.id, to);
    if (answer.kind !== "ok") return setSaid(problemOf(answer)?.message.metric ?? null);
    history.push(changed(`putting away ${job.name}`, { do: "job", id: job.id, to, was }));
    await refresh();
  };
  return (
    <Place title={job.name} shopName={shop.name} unit={shop.unit} onSwitch={switchUnit}>
      <main className="min-h-0 flex-1 overflow-y-auto px-4 pb-8" data-testid="job-page">
        <div className="flex flex-wrap items-center gap-2 py-2.5">
          <h2 className="mr-auto text-figure font-bold leading-tight">{job.name}</h2>
          <Link className="button button-main" to={`/jobs/${job.id}`}>
            Open its cuts
          </Link>
          {(["A4", "Letter"] as const).map((paper) => (
            <a
              key={paper}
              className={`button ${cuts.length === 0 ? "pointer-events-none opacity-55" : ""}`}
              aria-disabled={cuts.length === 0}
              href={jobSlipsAddress(job.id, { size: paper, steps }, shop.unit)}
              target="_blank"
              rel="noreferrer"
              data-testid={`slips-${paper}`}
            >
              All slips, {paper}
            </a>
          ))}
          <label className="flex min-h-11 items-center gap-2 text-body">
            <input
              type="checkbox"
              className="size-5 shrink-0 accent-ink"
              checked={steps}
              onChange={(event) => setSteps(event.target.checked)}
              data-testid="with-steps"
            />
            with every step
          </label>
          <a className="button" href={jobFileAddress(job.id)} download data-testid="job-out">
            As a file
          </a>
          {cuts.some((cut) => cut.status === "ready" || cut.status === "caution") ? (
            <a
              className="button"
              href={alongAddress("jobs", job.id, shop.unit)}
              title="One file with steps, drawings and notes, for where there is no server"
              download
              data-testid="along"
            >
              Take along
            </a>
          ) : null}
          <Menu
            label={`Job ${job.name}`}
            items={[
              { says: "Rename", run: () => setRenaming(true) },
              { says: "Copy with all boards and cuts", run: copy },
              { says: job.archived ? "Take out again" : "Put away", run: putAway },
              { says: "Remove", run: remove },
            ]}
          />
        </div>
        <p role="status" className="text-body text-ink-2">
          {said ? `${said}.` : summary(job, stops, wanted)}
        </p>
        <div className="mt-3 grid gap-x-8 gap-y-5 xl:grid-cols-[minmax(0,1.5fr)_minmax(0,1fr)]">
          <section aria-label="Boards and cuts">
            <h3 className="label">Boards and cuts</h3>
            {job.pieces.length === 0 ? <p className="py-3 text-ink-2">No board yet.</p> : null}
            {job.pieces.map((item) => (
              <div key={item.id} className="mt-2 border border-rule bg-paper">
                <div className="flex items-center gap-2 px-3 py-1">
                  <h4 className="mr-auto text-strong font-bold">
                    {item.piece.name}
                    {item.piece.count > 1 ? ` × ${item.piece.count}` : ""}
                  </h4>
                  <span className="text-small text-ink-2">
                    <Words text={sizesOf(item)} />
                  </span>
                  <Menu label={`Board ${item.piece.name}`} items={pieceItems(job, item, actions)} />
                </div>
                <ul>
                  {item.cuts.map((cut) => (
                    <li key={cut.id} className="flex items-center gap-2 border-t border-rule px-3 py-1">
                      <Link
                        to={`/jobs/${job.id}/cuts/${cut.id}`}
                        className="flex min-w-0 flex-1 items-center gap-3 py-1 hover:underline"
                      >
                        <Glyph cut={cut} />
                        <span className="min-w-0 leading-snug">
                          <b className="font-semibold">{cut.name}</b>{" "}
                          <span className="text-small text-ink-2 max-sm:block">
                            <Words text={inUnit(cut.place, shop.unit)} />
                          </span>
                          {cut.needs.map((need) => (
                            <span key={need.metric} className="block text-small text-cut">
                              <Words text={inUnit(need, shop.unit)} />
                            </span>
                          ))}
                        </span>
                      </Link>
                      <Status cut={cut} />
                      <Menu label={`Cut ${cut.name}`} items={cutItems(job, item, cut, actions)} />
                    </li>
                  ))}
                  {item.cuts.length === 0 ? (
                    <li className="border-t border-rule px-3 py-2 text-small text-ink-2">no cut yet</li>
                  ) : null}
                </ul>
              </div>
            ))}
          </section>
          <div className="flex flex-col gap-5">
            <Joints job={job} />
            <JobOutlines job={job} unit={shop.unit} />
            <DueWork unit={shop.unit} />
            <Notes job={job} />
            <CutList job={job} shop={shop} />
          </div>
        </div>
        {cuts.length > 1 ? (
          <section aria-label="Order of work" className="mt-6">
            <h3 className="text-title font-bold">Order of work</h3>
            <WorkOrder job={job} unit={shop.unit} />
          </section>
        ) : null}
        {renaming ? <RenameJob id={job.id} name={job.name} onClose={() => setRenaming(false)} /> : null}
      </main>
    </Place>
  );
}

function summary(job: JobView, stops: number, wanted: number): string {
  const boards = job.pieces.reduce((sum, item) => sum + item.piece.count, 0);
  const cuts = job.pieces.reduce((sum, item) => sum + item.cuts.length, 0);
  const parts = [`${boards} boards in ${job.pieces.length} sizes`, `${cuts} cuts`];
  if (wanted > 0) parts.push(`${wanted} wanted: no tool makes ${wanted > 1 ? "them" : "it"} yet`);
  return [...parts, stops > 0 ? `${stops} stopped: look at these first` : "no stops"].join(" · ");
}

/** The three sizes of a board as typed; a unit that all have stands once, behind the last. */
function sizesOf({ sizes }: PieceItem): string {
  const all = [sizes.length, sizes.width, sizes.thickness];
  const shared = [" mm", " in"].find((unit) => all.every((each) => each.endsWith(unit)));
  const texts = shared ? all.map((each) => each.slice(0, -shared.length)) : all;
  return texts.join(" × ") + (shared ?? "");
}

function Status({ cut }: { cut: CutItem }) {
  const stop = cut.status === "stop";
  return (
    <span
      className={`shrink-0 text-small font-semibold ${stop ? "text-cut" : "text-guide"}`}
      data-status={cut.status}
    >
      {cut.wanted ? "wanted" : SHORTLY[cut.status]}
    </span>
  );
}

/** Every board to be sawn: how many, of what, how large. */
function CutList({ job, shop }: Props) {
  if (job.pieces.length === 0) return null;
  return (
    <section aria-label="Cut list">
      <h3 className="label">Cut list</h3>
      <table className="mt-1 w-full text-left text-body" data-testid="cut-list">
        <thead>
          <tr className="label">
            <th className="py-1 pr-2 text-right">Pieces</th>
            <th className="py-1 pr-2">Board</th>
            <th className="py-1 pr-2">Size</th>
            <th className="py-1">Wood</th>
          </tr>
        </thead>
        <tbody>
          {job.pieces.map((item) => (
            <tr key={item.id} className="border-t border-rule align-top">
              <td className="py-1 pr-2 text-right font-semibold tabular-nums">{item.piece.count}</td>
              <td className="py-1 pr-2">{item.piece.name}</td>
              <td className="py-1 pr-2 whitespace-nowrap tabular-nums">
                <Words text={sizesOf(item)} />
              </td>
              <td className="py-1">
                {shop.materials.find((each) => each.id === item.piece.material)?.name ?? item.piece.material}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}
