import { Gauge, Plus, TriangleAlert } from "lucide-react";
import { useState, useSyncExternalStore } from "react";
import { api, type DialPosition, type Problem, type RouterView, type ShopView } from "../api/client";
import { useRefresh, useRouters, useShop, useThings } from "../api/queries";
import { Place } from "../app/Place";
import { Waiting } from "../app/Waiting";
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
  const { history, switchUnit } = usePlace(shop);
  const undoable = useSyncExternalStore(history.subscribe, history.snapshot);
  const [form, setForm] = useState<{ of: RouterView | null } | null>(null);
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
    history.push({
      label: `dial of ${router.name}`,
      undo: () => void put(before),
      redo: () => void put(dial),
    });
    return null;
  };
  return (
    <Place title="Bench" shopName={shop.name} unit={shop.unit} onSwitch={switchUnit}>
      <main className="min-h-0 flex-1 overflow-y-auto px-4 pb-6" data-testid="bench">
        <div className="flex flex-wrap items-center gap-2 py-2.5">
          <h2 className="text-title font-bold">Routers</h2>
          {undoable.undo ? (
            <button type="button" className="button" onClick={() => history.undo()} data-testid="undo-bench">
              Undo: {undoable.undo}
            </button>
          ) : null}
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
function Stand({ router, shop, onDial, onChange }: StandProps) {
  const [problem, setProblem] = useState<Problem | null>(null);
  const [measuring, setMeasuring] = useState(() => hasReadings(router.id));
  const refresh = useRefresh();
  const move = async (place: number, rpm: number) =>
    setProblem(await onDial(router.dial.map((each, at) => (at === place ? measured(each, rpm) : each))));
  const act = async (asked: Promise<Awaited<ReturnType<typeof api.removeRouter>>>) => {
    const answer = await asked;
    if (answer.kind === "ok") {
      setProblem(null);
      await refresh();
    } else setProblem(problemOf(answer));
  };
  return (
    <section
      aria-label={router.name}
      className={`grid gap-x-6 gap-y-3 border border-rule bg-paper p-4 lg:grid-cols-[minmax(0,1fr)_minmax(0,560px)] ${router.archived ? "opacity-60" : ""}`}
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
          <button
            type="button"
            className="button"
            onClick={() => void act(api.putRouterAway(router.id, !router.archived).then(dropped))}
          >
            {router.archived ? "Take out again" : "Put away"}
          </button>
          <button type="button" className="button" onClick={() => void act(api.removeRouter(router.id))}>
            Remove
          </button>
        </div>
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

/** An answer whose data is not needed. */
const dropped = <T extends { kind: string }>(answer: T) =>
  (answer.kind === "ok" ? { kind: "ok", data: undefined } : answer) as Awaited<
    ReturnType<typeof api.removeRouter>
  >;
