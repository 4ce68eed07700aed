import { Gauge, Plus, TriangleAlert } from "lucide-react";
import { useEffect, useRef, useState } from "react";
import { Link, useSearchParams } from "react-router";
import {
  api,
  type DialPosition,
  type Outcome,
  type Problem,
  type RouterView,
  type ShopView,
} from "../api/client";
import { useRefresh, useRouters, useShop, useThings } from "../api/queries";
import { changed, removed } from "../app/acts";
import type { Step } from "../app/history";
import { Place } from "../app/Place";
import { history } from "../app/undo";
import { Waiting } from "../app/Waiting";
import { Dialog } from "../ui/Dialog";
import { problemOf } from "../ui/problems";
import { Words } from "../ui/Words";
import { inUnit } from "../ui/words";
import { DialCurve } from "./DialCurve";
import { measured } from "./dial";
import { hasReadings, MeasureDial } from "./MeasureDial";
import { usePlace } from "./place";
import { RouterForm } from "./RouterForm";
import { Things } from "./Things";

/** The bench: routers with their dials, then guides, woods and what the last deliveries measured. */
export default function Bench() {
  const shop = useShop();
  const routers = useRouters();
  const things = useThings();
  if (!shop.data || !routers.data || !things.data)
    return <Waiting reason={shop.down ?? routers.down ?? things.down} />;
  return <Stands shop={shop.data} routers={routers.data} things={things.data} />;
}

interface Props {
  shop: ShopView;
  routers: RouterView[];
  things: NonNullable<ReturnType<typeof useThings>["data"]>;
}

function Stands({ shop, routers, things }: Props) {
  const { switchUnit } = usePlace(shop);
  const [asked] = useSearchParams();
  const toChange = routers.find((each) => each.id === asked.get("change")) ?? null;
  const [form, setForm] = useState<{ of: RouterView | null } | null>(toChange && { of: toChange });
  const refresh = useRefresh();
  const saveDial = async (router: RouterView, dial: DialPosition[]): Promise<Problem | null> => {
    const before = [...router.dial] as DialPosition[];
    const put = async (to: DialPosition[]) => {
      const answer = await api.saveDial(router.id, to);
      await refresh();
      return answer;
    };
    const answer = await put(dial);
    if (answer.kind !== "ok") return problemOf(answer);
    const to = answer.data.dial as DialPosition[];
    history.push(changed(`the dial of ${router.name}`, { do: "dial", id: router.id, to, was: before }));
    return null;
  };
  return (
    <Place title="Bench" shopName={shop.name} unit={shop.unit} onSwitch={switchUnit}>
      <main className="min-h-0 flex-1 overflow-y-auto px-4 pb-6" data-testid="bench">
        <div className="flex flex-wrap items-center gap-2 py-2.5">
          <h2 className="text-title font-bold">Routers</h2>
          <Link className="quiet text-small" to="/removed">
            Removed
          </Link>
          <button
            type="button"
            className="button button-main ml-auto"
            onClick={() => setForm({ of: null })}
            data-testid="add-router"
          >
            <Plus size={18} aria-hidden /> Add a router
          </button>
        </div>
        {form ? (
          <RouterForm
            key={form.of?.id ?? "new"}
            change={form.of}
            first={form.of === toChange ? asked.get("field") : null}
            unit={shop.unit}
            onDone={() => setForm(null)}
          />
        ) : null}
        {routers.length === 0 && !form ? (
          <p className="py-6 text-ink-2">
            No router stands here yet. Add one, or let the drawer ask its three questions.
          </p>
        ) : null}
        <div className="flex flex-col gap-3">
          {routers.map((router) => (
            <Stand
              key={router.id}
              router={router}
              shop={shop}
              hangs={hangsOn(router, things)}
              onDial={(dial) => saveDial(router, dial)}
              onChange={() => setForm({ of: router })}
            />
          ))}
        </div>
        <Things things={things} unit={shop.unit} shop={shop} routers={routers} />
      </main>
    </Place>
  );
}

interface StandProps {
  router: RouterView;
  shop: ShopView;
  /** What goes with it when it is removed. */
  hangs: readonly string[];
  onDial: (dial: DialPosition[]) => Promise<Problem | null>;
  onChange: () => void;
}

const NAMES: Record<string, string> = {
  across: "across",
  side: "axis to guided side",
  opening: "opening",
  collet_height: "collet above underside",
  plunge_travel: "travel",
  turret: "turret",
};

/** One router: what its plate says, its collets and bases, and its dial. */
function Stand({ router, shop, hangs, onDial, onChange }: StandProps) {
  const [problem, setProblem] = useState<Problem | null>(null);
  const [to] = useSearchParams();
  const [measuring, setMeasuring] = useState(() => hasReadings(router.id) || to.get("measure") === router.id);
  const stand = useRef<HTMLElement>(null);
  useEffect(() => {
    if (to.get("measure") === router.id) stand.current?.scrollIntoView({ block: "start" });
  }, [to, router.id]);
  const refresh = useRefresh();
  const move = async (place: number, rpm: number) =>
    setProblem(await onDial(router.dial.map((each, at) => (at === place ? measured(each, rpm) : each))));
  const [asking, setAsking] = useState(false);
  const settle = async (answer: Outcome<unknown>, step: Step) => {
    setProblem(problemOf(answer));
    setAsking(false);
    if (answer.kind !== "ok") return;
    history.push(step);
    await refresh();
  };
  const putAway = async () => {
    const archived = !router.archived;
    const act = { do: "away" as const, kind: "routers" as const, id: router.id };
    await settle(await api.putRouterAway(router.id, archived), {
      label: `${archived ? "putting away" : "taking out"} ${router.name}`,
      undo: { ...act, archived: !archived },
      redo: { ...act, archived },
    });
  };
  const remove = async () =>
    settle(await api.removeRouter(router.id), removed(`removing ${router.name}`, "routers", router.id));
  return (
    <section
      ref={stand}
      aria-label={router.name}
      className={`grid gap-x-6 gap-y-3 border border-rule bg-paper p-4 lg:grid-cols-[minmax(0,1fr)_minmax(0,560px)] ${router.archived ? "opacity-60" : ""}`}
      id={router.id}
      tabIndex={-1}
      data-testid={`router-${router.id}`}
    >
      <div className="flex flex-col gap-1.5">
        <h3 className="text-title leading-tight font-bold">{router.name}</h3>
        <p className="text-body">
          {router.router_class} · {inUnit(router.line, shop.unit)}
        </p>
        <p className="flex flex-wrap items-center gap-1.5 text-body">
          <span className="label">Collets</span>
          {router.collets.map((collet) => (
            <span key={collet} className="rounded-full border-2 border-clamp px-2.5 font-semibold">
              <Words text={collet} />
            </span>
          ))}
        </p>
        <ul className="text-small leading-snug">
          {router.bases.map((base) => (
            <li key={JSON.stringify(base)}>
              <b className="font-semibold">{base.kind} base</b>:{" "}
              <Words
                text={Object.entries(NAMES)
                  .filter(([field]) => base[field])
                  .map(([field, name]) => `${name} ${base[field]}`)
                  .join(" · ")}
              />
            </li>
          ))}
        </ul>
        {router.notes.length > 0 ? (
          <ul className="striped border-l-4 border-hazard px-2.5 py-1.5 text-small">
            {router.notes.map((note) => (
              <li key={note.metric}>
                <TriangleAlert size={14} aria-hidden className="mr-1 inline align-[-2px]" />
                {inUnit(note, shop.unit)}
              </li>
            ))}
          </ul>
        ) : null}
        {problem ? (
          <p role="alert" className="text-small text-cut" data-testid="router-problem">
            <Words text={inUnit(problem.message, shop.unit)} />
          </p>
        ) : null}
        <div className="mt-auto flex flex-wrap gap-2 pt-1.5">
          <button type="button" className="button" onClick={onChange} data-testid={`change-${router.id}`}>
            Change
          </button>
          <button type="button" className="button" onClick={() => void putAway()}>
            {router.archived ? "Take out again" : "Put away"}
          </button>
          <button
            type="button"
            className="button"
            onClick={() => (hangs.length > 0 ? setAsking(true) : void remove())}
            data-testid={`remove-${router.id}`}
          >
            Remove
          </button>
        </div>
        {asking ? (
          <Dialog title={`Remove ${router.name}?`} onClose={() => setAsking(false)}>
            <p>With it go:</p>
            <ul className="my-2 list-disc pl-6" data-testid="hangs">
              {hangs.map((each) => (
                <li key={each}>{each}</li>
              ))}
            </ul>
            <p className="text-ink-2">
              Cuts that were planned with it are planned with another. It can be brought back for thirty days.
            </p>
            <div className="mt-4 flex justify-end gap-2">
              <button type="button" className="button" onClick={() => setAsking(false)}>
                Leave it
              </button>
              <button
                type="button"
                className="button button-main"
                onClick={() => void remove()}
                data-testid="remove-for-sure"
              >
                Remove it
              </button>
            </div>
          </Dialog>
        ) : null}
      </div>
      <div>
        {router.dial.length > 0 ? (
          <>
            <p className="label">
              Dial against speed, rpm: filled points were measured
              {router.dial.some((each) => each.manual_rpm != null) ? "; dashed, what the manual says" : ""}
            </p>
            <DialCurve
              dial={router.dial}
              min={router.min_rpm}
              max={router.max_rpm}
              name={router.name}
              onMove={(place, rpm) => void move(place, rpm)}
            />
          </>
        ) : (
          <p className="py-6 text-body text-ink-2">
            What its dial means is not known, so plans give the speed alone. Type the manual's table under
            Change, or measure it position by position.
          </p>
        )}
        {measuring ? (
          <MeasureDial router={router} onKeep={onDial} onDone={() => setMeasuring(false)} />
        ) : (
          <button
            type="button"
            className="button mt-1"
            onClick={() => setMeasuring(true)}
            data-testid={`measure-${router.id}`}
          >
            <Gauge size={17} aria-hidden /> Measure it with the tachometer
          </button>
        )}
      </div>
    </section>
  );
}

/** What hangs on a router: its measured dial and bases, and the jigs that were made with it. */
function hangsOn(router: RouterView, things: Props["things"]): string[] {
  const points = router.dial.filter((each) => each.measured).length;
  const jigs = things.filter((each) => each.texts.router_id === router.id).map((each) => each.name);
  return [
    ...(router.dial.length > 0
      ? [`its dial, ${router.dial.length} positions, ${points} of them measured`]
      : []),
    ...router.bases.map((base) => `the distances of its ${base.kind} base`),
    ...jigs,
  ];
}
