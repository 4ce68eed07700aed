import { useState } from "react";
import { Link, useParams } from "react-router";
import {
  api,
  type Change,
  type CutForm,
  type JobView,
  type JointItem,
  type JointView,
  type PieceItem,
  type Reading,
  type ShopView,
  type Unit,
} from "../api/client";
import { useJob, useReading, useShop } from "../api/queries";
import { pieceIn } from "../api/typed";
import { NoJob } from "../app/Gone";
import { Place } from "../app/Place";
import { Waiting } from "../app/Waiting";
import { Drawing } from "../board/Drawing";
import { FormOptions } from "../forms/FormOptions";
import { FormSentence } from "../forms/FormSentence";
import { type Filling, partsOf, placeOf } from "../forms/filling";
import { usePlace } from "../shop/place";
import { CautionLine, Stop } from "../slip/Cautions";
import { Fit } from "../slip/Guides";
import { STATUS } from "../slip/StatusLine";
import { Words } from "../ui/Words";
import { inUnit, plainly, reading } from "../ui/words";
import { useJoint } from "./useJoint";

/** A joint: what is asked of it, both boards together and apart, what is cut in which order, and its trial in scrap. */
export default function JointPage() {
  const { jobId = "", jointId = "" } = useParams();
  const shop = useShop();
  const job = useJob(jobId);
  const joint = useReading({ key: ["joint", jointId], ask: () => api.joint(jointId) });
  if (job.problem) return <NoJob problem={job.problem} />;
  if (joint.problem) return <NoJob problem={joint.problem} />;
  if (!shop.data || !job.data || !joint.data) return <Waiting reason={shop.down ?? job.down ?? joint.down} />;
  const [first, second] = [joint.data.first_id, joint.data.second_id].map((id) =>
    job.data?.pieces.find((each) => each.id === id),
  );
  if (!first || !second) return <Waiting reason={null} />;
  return (
    <Whole key={jointId} shop={shop.data} job={job.data} item={joint.data} first={first} second={second} />
  );
}

interface Props {
  shop: ShopView;
  job: JobView;
  item: JointItem;
  first: PieceItem;
  second: PieceItem;
}

function Whole({ shop, job, item, first, second }: Props) {
  const { switchUnit } = usePlace(shop);
  const { unit } = shop;
  const joint = useJoint(item, pieceIn(first.piece), pieceIn(second.piece));
  const { draft, view, problem, saving, edit } = joint;
  const [form, setForm] = useState<CutForm | null>(null);
  if (view && view.form !== form) setForm(view.form);
  const place = form ? placeOf(problem, partsOf(form), "joint") : null;
  const filling: Filling = {
    draft,
    plan: view && !problem ? { asked: view.asked, figures: [], drawing: view.drawing } : null,
    unit,
    prefix: "",
    repeating: null,
    problemAt: (field) => (field === place ? problem : null),
    onEdit: edit,
  };
  return (
    <Place title={item.name} shopName={shop.name} unit={unit} onSwitch={switchUnit}>
      <main
        className="min-h-0 flex-1 overflow-y-auto px-4 pb-6 lg:overflow-y-visible"
        data-testid="joint-page"
      >
        <div className="flex flex-wrap items-baseline gap-x-3 py-2">
          <h2 className="text-figure font-bold leading-tight">{item.name}</h2>
          <Link className="text-body hover:underline" to={`/jobs/${job.id}/page`}>
            {job.name}
          </Link>
          <span role="status" className="ml-auto text-small text-ink-2" data-testid="saving">
            {saving}
          </span>
        </div>
        {form ? (
          <>
            <FormSentence form={form} filling={filling} />
            <FormOptions form={form} filling={filling} />
          </>
        ) : null}
        {problem && place === null ? (
          <p role="alert" className="mt-1 border-l-4 border-cut px-3 py-2 text-body" data-testid="problem">
            <Words text={inUnit(problem.message, unit)} />
          </p>
        ) : null}
        {joint.newer ? (
          <div role="alert" className="mt-1 border-l-4 border-hazard px-3 py-2 text-body" data-testid="newer">
            This joint was changed elsewhere while you typed. What you typed is still here.
            <span className="mt-1 flex gap-2">
              <button type="button" className="button" onClick={joint.onMine}>
                Keep mine
              </button>
              <button type="button" className="button" onClick={joint.onTheirs}>
                Take theirs
              </button>
            </span>
          </div>
        ) : null}
        {view ? (
          <div
            className={`mt-3 grid grid-cols-1 gap-x-6 gap-y-4 lg:grid-cols-[minmax(0,1fr)_400px] ${problem ? "opacity-60" : ""}`}
          >
            <Pictures view={view} unit={unit} onEdit={edit} />
            <div className="flex flex-col gap-4">
              {problem ? (
                <p className="text-strong font-bold" data-testid="joint-before">
                  Shows the last good plan
                </p>
              ) : (
                <Standing view={view} unit={unit} />
              )}
              <Cuts
                view={view}
                unit={unit}
                job={job}
                item={item}
                first={first}
                second={second}
                onTakeBack={joint.takeBack}
              />
              <Measured view={view} unit={unit} />
              <Fit fit={view.fit} unit={unit} />
              <Lines title="Trial in scrap" lines={[...view.trial]} unit={unit} testId="trial" />
              {view.by_hand.length > 0 ? (
                <Lines title="By hand" lines={[...view.by_hand]} unit={unit} testId="by-hand" />
              ) : null}
            </div>
          </div>
        ) : null}
      </main>
    </Place>
  );
}

/** Puts the writing mark into the field of a dimension. */
const pick = (field: string) =>
  document.querySelector<HTMLInputElement>(`input[data-field="${field}"]`)?.focus();

const PICTURED: Record<JointView["drawing"][number]["name"], string> = {
  plan: "Both boards from above",
  section: "Both boards together",
  side: "Both boards apart",
  detail: "Where they stand furthest apart, or in one another's way",
};

/** The section with both boards home, and drawn out; and where they do not quite meet, enlarged. */
function Pictures({ view, unit, onEdit }: { view: JointView; unit: Unit; onEdit: (change: Change) => void }) {
  if (view.drawing.length === 0)
    return <p className="py-6 text-ink-2">There is a picture as soon as both boards can be cut.</p>;
  return (
    <div className="grid min-h-0 gap-3 md:grid-cols-2 lg:grid-cols-1 xl:grid-cols-2">
      {view.drawing.map((each) => (
        <div
          key={each.name}
          className={`border border-rule bg-paper p-2 ${each.name === "detail" ? "h-[260px]" : "h-[300px] lg:h-[430px]"}`}
        >
          <Drawing
            view={each}
            unit={unit}
            label={PICTURED[each.name]}
            onPick={pick}
            onEdit={each.name === "section" ? onEdit : undefined}
          />
        </div>
      ))}
    </div>
  );
}

function Standing({ view, unit }: { view: JointView; unit: Unit }) {
  const none = { unit, remedies: [], onEdit: () => {} };
  return (
    <section aria-label="How it stands">
      <p className="text-strong font-bold" data-testid="joint-status" data-status={view.status}>
        {STATUS[view.status]}
      </p>
      <p className="text-small text-ink-2">
        {view.strength}; shows {view.shows}
      </p>
      {view.cautions
        .filter((each) => each.level === "stop")
        .map((each) => (
          <Stop key={each.code} stop={each} untried={false} {...none} />
        ))}
      <ul className="flex flex-col gap-1">
        {view.cautions
          .filter((each) => each.level !== "stop")
          .map((each) => (
            <CautionLine key={each.code} caution={each} {...none} />
          ))}
      </ul>
    </section>
  );
}

interface CutsProps {
  view: JointView;
  unit: Unit;
  job: JobView;
  item: JointItem;
  first: PieceItem;
  second: PieceItem;
  onTakeBack: (member: string, number: number) => void;
}

/** Both members in the order of work. */
function Cuts({ view, unit, job, item, first, second, onTakeBack }: CutsProps) {
  return (
    <section aria-label="Order of work">
      <h3 className="label">Order of work</h3>
      <ol className="mt-1" data-testid="joint-cuts">
        {view.cuts.map((each, index) => {
          const board = each.member === "a" ? first : second;
          return (
            <li key={`${each.member}${each.number}`} className="border-t border-rule py-1.5 leading-snug">
              <span className="text-small text-ink-2">{index + 1}. </span>
              <Link
                className="font-semibold hover:underline"
                to={`/jobs/${job.id}/cuts/${item.id}.${each.member}${each.number}`}
              >
                {each.name} in {board.piece.name}
              </Link>
              <span className="block text-body">
                {each.title ? <Words text={inUnit(each.title, unit)} /> : null}
                {each.tool ? ` · ${each.tool}` : ""}
              </span>
              <span className="block text-small text-ink-2">
                <Words text={inUnit(each.why, unit)} />
              </span>
              {each.changed.length > 0 ? (
                <span
                  className="mt-1 flex flex-wrap items-center gap-x-2 text-small"
                  data-testid="by-hand-changed"
                >
                  changed by hand: {each.changed.join(", ")}
                  <button
                    type="button"
                    className="button"
                    onClick={() => onTakeBack(each.member, each.number)}
                  >
                    As the joint has it
                  </button>
                </span>
              ) : null}
              {each.needs.map((need) => (
                <span key={need.metric} className="block text-small font-semibold text-cut">
                  <Words text={inUnit(need, unit)} />
                </span>
              ))}
            </li>
          );
        })}
      </ol>
      {[...view.shared, ...view.changes].map((each) => (
        <p key={each.metric} className="border-t border-rule py-1 text-body">
          <Words text={inUnit(each, unit)} />
        </p>
      ))}
    </section>
  );
}

/** A reading with what it lies over or under its fraction: a fit is less than a mark of a rule. */
const exactly = (read: Reading) => `${plainly(read)}${read.error ? ` (${read.error})` : ""}`;

/** What was measured of the two boards as their own cuts leave them. */
function Measured({ view, unit }: { view: JointView; unit: Unit }) {
  if (view.measured.length === 0) return null;
  return (
    <section aria-label="Fit">
      <h3 className="label">Fit, measured on both boards as they are cut</h3>
      <table className="mt-1 w-full text-left text-body" data-testid="joint-fit">
        <tbody>
          {view.measured.map((each) => (
            <tr key={each.name.metric} className="border-t border-rule">
              <th scope="row" className="py-1 pr-2 font-normal">
                {inUnit(each.name, unit)}
              </th>
              <td className="py-1 text-right text-strong font-semibold tabular-nums">
                <Words text={exactly(reading(each.gap, unit))} />
                {each.over ? (
                  <span className="block text-small text-cut">
                    in the way: <Words text={exactly(reading(each.over, unit))} />
                  </span>
                ) : null}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}

interface LinesProps {
  title: string;
  lines: readonly { metric: string; inch: string }[];
  unit: Unit;
  testId: string;
}

function Lines({ title, lines, unit, testId }: LinesProps) {
  return (
    <section aria-label={title} data-testid={testId}>
      <h3 className="label">{title}</h3>
      <ol className="mt-1 list-decimal pl-5 text-body">
        {lines.map((each) => (
          <li key={each.metric} className="py-0.5 leading-snug">
            <Words text={inUnit(each, unit)} />.
          </li>
        ))}
      </ol>
    </section>
  );
}
