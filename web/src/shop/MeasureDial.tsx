import { useEffect, useState } from "react";
import type { DialPosition, Problem, RouterView } from "../api/client";
import { store, stored } from "../app/stored";
import { tachometer, useInstrument } from "../instruments/instrument";
import { Simulated } from "../instruments/Simulated";
import { Words } from "../ui/Words";
import { measured, positionsOf } from "./dial";

type Readings = Record<string, number>;

/** Readings that are not kept yet outlast a reload of the page. */
const drawerOf = (routerId: string) => `ranura.dial.${routerId}`;

const readingsOf = (routerId: string) => stored<Readings>("visit", drawerOf(routerId), {});

export const hasReadings = (routerId: string) => Object.keys(readingsOf(routerId)).length > 0;

interface Props {
  router: RouterView;
  onKeep: (dial: DialPosition[]) => Promise<Problem | null>;
  onDone: () => void;
}

/** The dial measured position by position; nothing is lost when the tachometer goes, and nothing is kept before it is said. */
export function MeasureDial({ router, onKeep, onDone }: Props) {
  const [typed, setTyped] = useState("1 2 3 4 5 6");
  const [readings, setReadings] = useState<Readings>(() => readingsOf(router.id));
  const [chosen, setChosen] = useState<string | null>(null);
  const [problem, setProblem] = useState<Problem | null>(null);
  const known = useInstrument(tachometer);
  const dial: readonly DialPosition[] = router.dial.length > 0 ? router.dial : positionsOf(typed);
  const unread = dial.find((each) => readings[String(each.setting)] === undefined);
  const at = dial.find((each) => String(each.setting) === chosen) ?? unread ?? null;
  const count = dial.filter((each) => readings[String(each.setting)] !== undefined).length;
  const name = at ? String(at.setting) : null;
  const asksFor = `${router.id} ${name}`;
  useEffect(() => {
    store("visit", drawerOf(router.id), readings);
  }, [readings, router.id]);
  useEffect(() => {
    if (name === null) return;
    void tachometer.listen({
      id: asksFor,
      label: `position ${name}`,
      take: (reading) => {
        setReadings((kept) => ({ ...kept, [name]: reading.value }));
        setChosen(null);
      },
    });
  }, [name, asksFor]);
  useEffect(() => () => tachometer.stop(), []);
  const leave = () => {
    store("visit", drawerOf(router.id), null);
    onDone();
  };
  const keep = async () => {
    const found = await onKeep(
      dial
        .filter((each) => router.dial.length > 0 || readings[String(each.setting)] !== undefined)
        .map((each) => {
          const rpm = readings[String(each.setting)];
          return rpm === undefined ? each : measured(each, rpm);
        }),
    );
    if (found) setProblem(found);
    else leave();
  };
  return (
    <div className="mt-2 flex flex-col gap-2 border-t-2 border-guide pt-2" data-testid="measure-dial">
      <p className="striped border-l-4 border-hazard px-2.5 py-1.5 text-small leading-snug">
        Unplugged: take the bit out and put the reflecting mark on the spindle or its tight nut. Then run it
        clamped down, glasses on, sleeves away; both manuals come first.
      </p>
      {router.dial.length === 0 ? (
        <label className="flex items-center gap-2 text-body">
          Its positions, as written on the dial
          <input className="field w-44!" value={typed} onChange={(event) => setTyped(event.target.value)} />
        </label>
      ) : null}
      <ul className="flex flex-wrap gap-1.5">
        {dial.map((each) => {
          const rpm = readings[String(each.setting)];
          return (
            <li key={String(each.setting)}>
              <button
                type="button"
                className={`min-w-20 rounded border px-2.5 py-1 text-left ${each === at ? "border-2 border-guide bg-paper" : "border-rule"}`}
                aria-pressed={each === at}
                onClick={() => setChosen(String(each.setting))}
                data-testid={`position-${each.setting}`}
              >
                <b className="text-body">{String(each.setting)}</b>
                <span className="block text-note tabular-nums">
                  {rpm === undefined
                    ? "not yet"
                    : `${rpm.toLocaleString("en").replaceAll(",", "\u2009")} rpm`}
                </span>
              </button>
            </li>
          );
        })}
      </ul>
      {at ? (
        <Simulated
          key={String(at.setting)}
          instrument={tachometer}
          what="spindle turns at"
          in_unit="rpm"
          usual={at.manual_rpm ?? at.rpm}
          title={
            <span role="status" className="flex items-center gap-2 text-body">
              {known.view?.state === "ready" ? <span className="listening" aria-hidden /> : null}
              <span>
                Set the dial to <b>{String(at.setting)}</b>, let it run up, press the tachometer's button
              </span>
            </span>
          }
        />
      ) : (
        <p role="status" className="text-body">
          Every position was read. Pick one to read it again.
        </p>
      )}
      {problem ? (
        <p role="alert" className="text-cut">
          <Words text={problem.message.metric} />
        </p>
      ) : null}
      <div className="flex gap-2">
        <button
          type="button"
          className="button button-main"
          disabled={count === 0}
          onClick={() => void keep()}
          data-testid="keep-dial"
        >
          Keep {count === 1 ? "this speed" : `these ${count} speeds`}
        </button>
        <button type="button" className="button" onClick={leave}>
          Not now
        </button>
      </div>
    </div>
  );
}
