import { GripVertical, Pin } from "lucide-react";
import { useRef, useState } from "react";
import { Link } from "react-router";
import { api, type JobView, type OrderLine, type OrderView, type Unit } from "../api/client";
import { useReading, useRefresh } from "../api/queries";
import { changed } from "../app/acts";
import { notifyOf } from "../app/notice";
import { history } from "../app/undo";
import { Menu, type MenuItem } from "../ui/Menu";
import { usePulling } from "../ui/pulling";
import { Words } from "../ui/Words";
import { inUnit } from "../ui/words";
import { dropAt, pinsFor } from "./ordering";

interface Props {
  job: JobView;
  unit: Unit;
}

type Wishes = Partial<Pick<OrderView, "pins" | "stays">>;

const minutes = (each: number) => `${each < 10 ? each.toFixed(1) : Math.round(each)} min`;
const times = (count: number, one: string) => (count === 1 ? `1 ${one}` : `${count} ${one}s`);

/** All cuts of all boards in the order that changes tools and settings least, and what to have ready. */
export function WorkOrder({ job, unit }: Props) {
  const refresh = useRefresh();
  const order = useReading({ key: ["order", job.id], ask: () => api.order(job.id), keeps: true });
  const list = useRef<HTMLOListElement>(null);
  const pulling = usePulling<string, HTMLElement>();
  const [moving, setMoving] = useState<{ id: string; to: number } | null>(null);
  if (!order.data) return order.problem ? null : <p className="py-3 text-ink-2">Looking for the order …</p>;
  const { job: found, lines, pins, stays, left_out, ready } = order.data;
  const nameOf = (id: string) => lines.find((each) => each.cut_id === id)?.name ?? "";
  const keep = async (label: string, to: Wishes) => {
    const answer = await api.saveJob(job.id, to);
    notifyOf(`Not done: ${label}`, answer);
    if (answer.kind !== "ok") return;
    history.push(changed(label, { do: "job", id: job.id, to, was: to.pins ? { pins } : { stays } }));
    await refresh();
  };
  const stayOf = (line: OrderLine) =>
    stays.find((each) => each.bit_id === line.set_up.bit_id && each.router_id === line.set_up.router_id);
  const turnStay = (line: OrderLine) => {
    const there = stayOf(line);
    const to = there ? stays.filter((each) => each !== there) : [...stays, line.set_up];
    void keep(`${line.bit} ${there ? "taken out whenever that is best" : "stays in until it is done"}`, {
      stays: to,
    });
  };
  const put = (first: OrderLine, then: OrderLine) => {
    const others = pins.filter((pin) => !(pin.earlier === then.cut_id && pin.later === first.cut_id));
    const pin = { earlier: first.cut_id, later: then.cut_id };
    void keep(`${first.name} before ${then.name}`, {
      pins: others.length < pins.length ? others : [...pins, pin],
    });
  };
  const itemsOf = (line: OrderLine) => {
    const at = lines.indexOf(line);
    const [above, below] = [lines[at - 1], lines[at + 1]];
    const free = pins.filter((pin) => pin.earlier !== line.cut_id && pin.later !== line.cut_id);
    return [
      ...(at > 1 && lines[0] ? [{ says: "First of all", run: () => put(line, lines[0] as OrderLine) }] : []),
      ...(above ? [{ says: `Before ${above.name}`, run: () => put(line, above) }] : []),
      ...(below ? [{ says: `After ${below.name}`, run: () => put(below, line) }] : []),
      ...(free.length < pins.length
        ? [
            {
              says: "Wherever it is best",
              run: () => void keep(`${line.name} wherever it is best`, { pins: free }),
            },
          ]
        : []),
    ];
  };
  const others = lines.filter((each) => each.cut_id !== moving?.id);
  const follow = (id: string, y: number) => {
    const rows = [...(list.current?.querySelectorAll<HTMLElement>("[data-line]") ?? [])];
    const boxes = rows.filter((row) => row.dataset.line !== id).map((row) => row.getBoundingClientRect());
    setMoving({
      id,
      to: dropAt(
        boxes.map((box) => box.top + box.height / 2),
        y,
      ),
    });
    const into = y < EDGE ? -STEP : y > window.innerHeight - EDGE ? STEP : 0;
    if (into) list.current?.closest("main")?.scrollBy(0, into);
  };
  const drop = () => {
    const line = lines.find((each) => each.cut_id === moving?.id);
    setMoving(null);
    if (!line || !moving) return;
    const ids = lines.map((each) => each.cut_id);
    const to = pinsFor(ids, pins, line.cut_id, moving.to);
    const above = others[moving.to - 1];
    if (to) void keep(above ? `${line.name} after ${above.name}` : `${line.name} first of all`, { pins: to });
  };
  const pullOf = (id: string) =>
    pulling(
      () => id,
      (from, _right, _up, event) => follow(from, event.clientY),
      drop,
      () => setMoving(null),
    );
  if (!found) return <p className="py-3 text-ink-2">There is an order as soon as a cut can be run.</p>;
  return (
    <div
      className="grid gap-x-8 gap-y-4 xl:grid-cols-[minmax(0,1.5fr)_minmax(0,1fr)]"
      data-testid="work-order"
    >
      <div>
        <p className="pb-2 text-body outline-none" id="order" tabIndex={-1}>
          <b>{minutes(found.minutes)}</b>: {times(found.tool_changes, "bit")} put in,{" "}
          {times(found.setting_changes, "new setting")}.{" "}
          {found.listed_minutes - found.minutes > 0.5
            ? `As it is listed it takes ${minutes(found.listed_minutes)}: ${times(found.listed_tool_changes, "bit")} put in, ${times(found.listed_setting_changes, "new setting")}. `
            : "As it is listed it is as good. "}
          {found.proven ? "No order is shorter." : `No order is shorter than ${minutes(found.bound)}.`}
        </p>
        {pins.length > 0 ? (
          <ul className="pb-2" data-testid="pins" aria-label="As you want it">
            {pins.map((pin) => (
              <li key={pin.earlier + pin.later} className="text-small text-ink-2">
                As you want it: <b>{nameOf(pin.earlier)}</b> before <b>{nameOf(pin.later)}</b>{" "}
                <button
                  type="button"
                  className="underline decoration-dotted underline-offset-4"
                  onClick={() =>
                    void keep(`${nameOf(pin.earlier)} wherever it is best`, {
                      pins: pins.filter((each) => each !== pin),
                    })
                  }
                >
                  let it be
                </button>
              </li>
            ))}
          </ul>
        ) : null}
        <ol className="border border-rule bg-paper" ref={list}>
          {groups(lines).map((group) => (
            <li key={group[0]?.cut_id}>
              <Change
                line={group[0] as OrderLine}
                order={found}
                stays={stayOf(group[0] as OrderLine) !== undefined}
                turnStay={() => turnStay(group[0] as OrderLine)}
              />
              <ol>
                {group.map((each) => (
                  <Line
                    key={each.cut_id}
                    line={each}
                    jobId={job.id}
                    number={lines.indexOf(each) + 1}
                    items={itemsOf(each)}
                    pull={pullOf(each.cut_id)}
                    moves={moving?.id === each.cut_id}
                    mark={
                      !moving || moving.id === each.cut_id
                        ? null
                        : others[moving.to] === each
                          ? "above"
                          : moving.to === others.length && others.at(-1) === each
                            ? "below"
                            : null
                    }
                  />
                ))}
              </ol>
            </li>
          ))}
        </ol>
        {left_out.length > 0 ? (
          <p className="pt-2 text-small text-cut">Left out, since they are stopped: {left_out.join("; ")}.</p>
        ) : null}
      </div>
      <div data-testid="have-ready">
        {ready.map((each) => (
          <section key={each.title} className="pb-3">
            <h4 className="text-body font-semibold">{each.title}</h4>
            <ul className="text-body">
              {each.things.map((thing) => (
                <li key={thing.metric}>
                  <label className="flex items-center gap-2 py-0.5">
                    <input type="checkbox" className="size-5 shrink-0 accent-ink" />
                    <span>
                      <Words text={inUnit(thing, unit)} />
                    </span>
                  </label>
                </li>
              ))}
            </ul>
          </section>
        ))}
      </div>
    </div>
  );
}

/** Cuts between which no bit is changed, together. */
function groups(lines: readonly OrderLine[]): OrderLine[][] {
  const found: OrderLine[][] = [];
  for (const each of lines) {
    const last = found.at(-1);
    if (last && each.order.change !== "tool" && last[0]?.router === each.router && last[0].bit === each.bit)
      last.push(each);
    else found.push([each]);
  }
  return found;
}

interface ChangeProps {
  line: OrderLine;
  order: NonNullable<OrderView["job"]>;
  /** A person wants this bit to stay in until it is done. */
  stays: boolean;
  turnStay: () => void;
}

function Change({ line, order, stays, turnStay }: ChangeProps) {
  return (
    <div className="flex flex-wrap items-center gap-x-2 border-b border-rule bg-bench px-3 py-1.5 text-body">
      <b>
        <Words text={line.bit} />
      </b>{" "}
      in {line.router}
      <span className="ml-auto text-small text-ink-2">
        {line.order.change === "tool" ? `put in, ${minutes(order.tool_minutes)}` : "stands there still"}
      </span>
      <button
        type="button"
        className={`flex min-h-9 items-center gap-1 border px-2 text-small ${stays ? "border-ink bg-ink text-paper" : "border-rule bg-paper text-ink-2"}`}
        aria-pressed={stays}
        aria-label={`${line.bit} stays in until it is done`}
        title="It is taken out only when its last cut is made"
        data-testid="stays-in"
        onClick={turnStay}
      >
        <Pin size={16} aria-hidden="true" />
        Stays in
      </button>
    </div>
  );
}

interface LineProps {
  line: OrderLine;
  jobId: string;
  number: number;
  items: readonly MenuItem[];
  /** What its grip needs to be pulled. */
  pull: ReturnType<ReturnType<typeof usePulling<string, HTMLElement>>>;
  /** It is being moved. */
  moves: boolean;
  /** Where another one would be dropped. */
  mark: "above" | "below" | null;
}

/** px from the window's edges within which the list scrolls while a line is moved, and by how much. */
const EDGE = 90;
const STEP = 14;
const MARKS = { above: "shadow-[0_-3px_0_var(--guide)]", below: "shadow-[0_3px_0_var(--guide)]" };

function Line({ line, jobId, number, items, pull, moves, mark }: LineProps) {
  return (
    <li
      className={`relative flex items-center border-b border-rule last:border-b-0 ${moves ? "bg-bench opacity-60" : ""} ${mark ? `z-10 ${MARKS[mark]}` : ""}`}
      data-testid="order-line"
      data-line={line.cut_id}
    >
      <span
        className="flex h-11 w-9 shrink-0 cursor-grab touch-none items-center justify-center text-ink-2 active:cursor-grabbing"
        aria-hidden="true"
        title="Drag it to where it is to come"
        data-testid="order-grip"
        {...pull}
      >
        <GripVertical size={18} />
      </span>
      <Link
        to={`/jobs/${jobId}/cuts/${line.cut_id}`}
        className="grid min-w-0 flex-1 grid-cols-[2.2rem_minmax(0,1fr)_auto] items-baseline gap-x-2 py-1.5 text-body hover:underline"
      >
        <span className="tabular-nums text-ink-2">{number}</span>
        <span className="min-w-0">
          <b className="font-semibold">{line.name}</b>{" "}
          <span className="text-small text-ink-2">
            {line.piece}
            {line.count > 1 ? ` × ${line.count} and a spare` : ""}
            {line.after ? ` · after ${line.after}` : ""}
            {line.order.change === "setting" ? " · set anew" : ""}
          </span>
        </span>
        <span className="text-small tabular-nums text-ink-2">{minutes(line.minutes)}</span>
      </Link>
      {items.length > 0 ? <Menu label={`When ${line.name} comes`} items={items} /> : null}
    </li>
  );
}
