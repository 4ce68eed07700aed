import type { ReactNode } from "react";
import { Link } from "react-router";
import { api, type CameOut, type Plots as LogPlots, type ShopView, type Unit } from "../api/client";
import { useReading, useShop } from "../api/queries";
import { Place } from "../app/Place";
import { Waiting } from "../app/Waiting";
import { CAME_OUT, OUTCOMES } from "../run/outcomes";
import { usePlace } from "../shop/place";
import { useSize } from "../ui/useSize";
import { apart, placed, timesOf } from "./plotting";

/** The log in pictures: chips, metres, what guides are off by, and time. */
export default function Plots() {
  const shop = useShop();
  const plots = useReading({ key: ["plots"], ask: api.plots });
  if (!shop.data || !plots.data) return <Waiting reason={shop.down ?? plots.down} />;
  return <Whole shop={shop.data} plots={plots.data} />;
}

function Whole({ shop, plots }: { shop: ShopView; plots: LogPlots }) {
  const { switchUnit } = usePlace(shop);
  const { unit } = shop;
  const { chips, chip_axis, bits, off, off_axis, times, time_axis, interrupted } = plots;
  return (
    <Place title="Log" shopName={shop.name} unit={unit} onSwitch={switchUnit}>
      <main className="min-h-0 flex-1 overflow-y-auto px-4 pb-8" data-testid="plots">
        <div className="flex items-center gap-3 py-2.5">
          <h2 className="text-title font-bold">The log in pictures</h2>
          <Link to="/log" className="button ml-auto">
            All runs
          </Link>
        </div>
        <div className="grid gap-x-8 gap-y-5 xl:grid-cols-2">
          <Picture
            name="How it came out, by chip and wood"
            says="What a tooth took in each run: thin chips rub and burn, thick ones tear."
            none="No run tells its chip yet."
            empty={chips.length === 0}
          >
            <Rows
              axis={chip_axis}
              unit={unit}
              rows={chips.map((each) => ({
                name: each.wood,
                dots: each.dots.map((dot) => ({
                  at: dot.chip_mm,
                  run: dot.run_id,
                  sign: dot.came_out,
                })),
              }))}
            />
            <Legend
              shown={OUTCOMES.filter((each) =>
                chips.some((row) => row.dots.some((dot) => dot.came_out === each)),
              )}
            />
          </Picture>
          <Picture
            name="Metres and burns, by bit"
            says="Each bit from its first metre to its last run, one dot a run. A line across: its edge was made new."
            none="No bit has two runs with their metres yet."
            empty={bits.length === 0}
          >
            <Rows
              axis={null}
              unit={unit}
              rows={bits.map((each) => ({
                name: each.bit,
                whole: each.dots.at(-1)?.metres ?? 0,
                marks: each.edges,
                dots: each.dots.map((dot) => ({
                  at: dot.metres,
                  run: dot.run_id,
                  sign: dot.burnt ? "burnt" : "clean",
                })),
              }))}
            />
            <Legend shown={["burnt"]} others="○ not burnt" />
          </Picture>
          <Picture
            name="What guides are off by, over time"
            says="Measured less planned, for each figure that was measured twice or more. 0 is right."
            none="Nothing was measured twice in a trial yet."
            empty={off.length === 0}
          >
            <OverTime lines={off} axis={off_axis} unit={unit} />
          </Picture>
          <Picture
            name="Time planned and taken"
            says="From the first step to the last, for one board; planned with its setting."
            none="No run that was led from here has come to its end yet."
            empty={times.length === 0}
          >
            <Rows
              axis={time_axis}
              unit={unit}
              rows={times.map((each) => ({
                name: each.cut,
                marks: [each.planned],
                dots: each.dots.map((dot) => ({ at: dot.took, run: dot.run_id, sign: "clean" })),
              }))}
            />
            <p className="text-small text-ink-2">
              ○ a run ┃ as planned
              {interrupted > 0
                ? ` · ${interrupted === 1 ? "1 run that was left alone for hours is" : `${interrupted} runs that were left alone for hours are`} not shown`
                : ""}
            </p>
          </Picture>
        </div>
      </main>
    </Place>
  );
}

function Picture({
  name,
  says,
  none,
  empty,
  children,
}: {
  name: string;
  says: string;
  none: string;
  empty: boolean;
  children: ReactNode;
}) {
  return (
    <figure className="min-w-0 border-t-2 border-ink pt-2" data-testid="plot">
      <figcaption>
        <h3 className="text-strong font-bold">{name}</h3>
        <p className="text-small text-ink-2">{empty ? none : says}</p>
      </figcaption>
      {empty ? null : children}
    </figure>
  );
}

type Axis = LogPlots["chip_axis"];

interface Row {
  name: string;
  dots: readonly { at: number; run: string; sign: CameOut }[];
  /** How far the row leads where each has a scale of its own, in metres. */
  whole?: number;
  marks?: readonly number[];
}

const ROW = 44;
const APART = 12;
/** From here on a plot is as wide as it is on paper; below, names stand above their rows. */
const NARROW = 480;

/** Runs as dots along an axis, a row for each thing that they belong to; without an axis each row has a scale of its own. */
function Rows({ rows, axis, unit }: { rows: readonly Row[]; axis: Axis | null; unit: Unit }) {
  const { ref: box, width } = useSize<HTMLDivElement>();
  const narrow = width < NARROW;
  const from = narrow ? 12 : 180;
  const above = narrow ? 22 : 0;
  const step = ROW + above;
  const high = rows.length * step;
  const end = width - (axis ? 12 : 66);
  return (
    <div ref={box} className="mt-1">
      <svg
        width={width}
        height={high + (axis ? 26 : 4)}
        className="block"
        role="img"
        aria-label={rows.map((row) => `${row.name}: ${row.dots.length} runs`).join("; ")}
      >
        {axis ? <Ticks axis={axis} unit={unit} from={from} to={end} high={high} /> : null}
        {rows.map((row, number) => {
          const scale = axis ?? { low: 0, high: row.whole ?? 0 };
          const x = (value: number) => placed(value, scale, from, end);
          const middle = number * step + above + ROW / 2;
          const places = row.dots.map((dot) => x(dot.at));
          const aside = apart(places, APART);
          return (
            <g key={row.name}>
              <path d={`M0 ${(number + 1) * step}h${width}`} className="stroke-rule" strokeWidth="1" />
              {narrow ? (
                <text x={0} y={number * step + 18} className="fill-ink text-[15px] font-semibold">
                  {row.name}
                </text>
              ) : (
                <Name x={0} y={middle + 5} says={row.name} />
              )}
              {axis ? null : (
                <>
                  <path d={`M${from} ${middle}H${end}`} className="stroke-ink-2" strokeWidth="3" />
                  <text x={end + 12} y={middle + 5} className="fill-ink text-[15px] tabular-nums">
                    {metres(scale.high)}
                  </text>
                </>
              )}
              {row.marks?.map((mark) => (
                <path
                  key={mark}
                  d={`M${x(mark)} ${middle - 18}v36`}
                  className="stroke-guide"
                  strokeWidth="4"
                />
              ))}
              {row.dots.map((dot, i) => (
                <Dot
                  key={dot.run}
                  x={places[i] ?? 0}
                  y={middle + (aside[i] ?? 0) * 8}
                  sign={dot.sign}
                  run={dot.run}
                />
              ))}
            </g>
          );
        })}
      </svg>
    </div>
  );
}

const metres = (far: number) => `${far.toLocaleString("en", { maximumFractionDigits: far < 10 ? 1 : 0 })} m`;

/** The values of an axis below a plot; every second one where they would touch. */
function Ticks({
  axis,
  unit,
  from,
  to,
  high,
}: {
  axis: Axis;
  unit: Unit;
  from: number;
  to: number;
  high: number;
}) {
  const all = ticksOf(axis, unit).map((tick) => ({ ...tick, x: placed(tick.at, axis, from, to) }));
  const [first, second] = all;
  const thin = first && second && second.x - first.x < 96;
  return all.map((tick, i) => (
    <g key={tick.at}>
      <path d={`M${tick.x} 0v${high}`} className="stroke-rule" strokeWidth="1" />
      {thin && i % 2 ? null : (
        <text
          x={tick.x}
          y={high + 18}
          textAnchor={tick.x < 30 ? "start" : "middle"}
          className="fill-ink-2 text-[14px] tabular-nums"
        >
          {tick.says}
        </text>
      )}
    </g>
  ));
}

/** A name in the room left of the axis, over two lines where it is long. */
function Name({ x, y, says }: { x: number; y: number; says: string }) {
  const words = says.split(" ");
  const lines: string[] = [];
  for (const word of words) {
    const last = lines.at(-1);
    if (last !== undefined && last.length + word.length < 21) lines[lines.length - 1] = `${last} ${word}`;
    else lines.push(word);
  }
  const shown = lines.length > 2 ? [lines[0], `${lines[1]}…`] : lines;
  return (
    <text className="fill-ink text-[15px] font-semibold">
      {shown.map((each, i) => (
        <tspan key={each} x={x} y={y + (i - (shown.length - 1) / 2) * 17}>
          {each}
        </tspan>
      ))}
    </text>
  );
}

const HIGH = 210;
const DASHES = ["", "7 5", "2 4"];

/** What was measured too much or too little, as time went on: a line for each figure. */
function OverTime({ lines, axis, unit }: { lines: LogPlots["off"]; axis: Axis; unit: Unit }) {
  const { ref: box, width } = useSize<HTMLDivElement>();
  const range = timesOf(lines.flatMap((line) => line.dots.map((dot) => dot.at)));
  const x = (at: string) => placed(Date.parse(at), range, 104, width - 24);
  const y = (off: number) => placed(off, axis, HIGH - 28, 6);
  const day = (ms: number) => new Date(ms).toLocaleDateString("en", { day: "numeric", month: "short" });
  return (
    <div ref={box} className="mt-1">
      <svg
        width={width}
        height={HIGH}
        className="block"
        role="img"
        aria-label={lines.map((line) => `${line.name}: ${line.dots.length} measurements`).join("; ")}
      >
        {ticksOf(axis, unit).map((tick) => (
          <g key={tick.at}>
            <path
              d={`M90 ${y(tick.at)}H${width}`}
              className={tick.at === 0 ? "stroke-ink" : "stroke-rule"}
              strokeWidth={tick.at === 0 ? 2 : 1}
            />
            <text x={82} y={y(tick.at) + 5} textAnchor="end" className="fill-ink-2 text-[14px] tabular-nums">
              {tick.says}
            </text>
          </g>
        ))}
        {(range.high > range.low ? [range.low, range.high] : [range.low]).map((ms, i) => (
          <text
            key={ms}
            x={i === 0 ? 104 : width - 4}
            y={HIGH - 6}
            textAnchor={i === 0 ? "start" : "end"}
            className="fill-ink-2 text-[14px]"
          >
            {day(ms)}
          </text>
        ))}
        {lines.map((line, number) => (
          <g key={line.name}>
            <path
              d={`M${line.dots.map((dot) => `${x(dot.at)} ${y(dot.off)}`).join("L")}`}
              className="fill-none stroke-guide"
              strokeWidth="2.5"
              strokeDasharray={DASHES[number % DASHES.length]}
            />
            {line.dots.map((dot) => (
              <Dot key={dot.run_id} x={x(dot.at)} y={y(dot.off)} sign="clean" run={dot.run_id} />
            ))}
          </g>
        ))}
      </svg>
      <ul className="flex flex-wrap gap-x-5 text-small">
        {lines.map((line, number) => (
          <li key={line.name} className="flex items-center gap-2">
            <svg width="34" height="10" aria-hidden="true">
              <path
                d="M0 5h34"
                className="stroke-guide"
                strokeWidth="2.5"
                strokeDasharray={DASHES[number % DASHES.length]}
              />
            </svg>
            {line.name}
          </li>
        ))}
      </ul>
    </div>
  );
}

const SHAPES: Readonly<Record<CameOut, string>> = {
  clean: "M-5 0a5 5 0 1 0 10 0a5 5 0 1 0 -10 0",
  burnt: "M-5 -5l10 10m0 -10l-10 10",
  torn: "M0 -6l6 11h-12z",
  chatter: "M0 -6l6 6l-6 6l-6 -6z",
  bogged: "M-5 -5h10v10h-10z",
  "wrong-size": "M-6 0h12m-6 -6v12",
};

/** A run: its shape says how it came out, and it opens where it is pressed; by keys runs are opened from their list. */
const Dot = ({ x, y, sign, run }: { x: number; y: number; sign: CameOut; run: string }) => (
  <Link to={`/log/${run}`} tabIndex={-1} aria-hidden="true" data-testid="plot-dot">
    <g transform={`translate(${x} ${y})`}>
      <circle r="11" className="fill-transparent" />
      <Shape sign={sign} />
    </g>
  </Link>
);

const Shape = ({ sign }: { sign: CameOut }) => (
  <path
    d={SHAPES[sign]}
    strokeWidth="2.2"
    className={sign === "clean" ? "fill-paper stroke-ink" : "fill-cut-soft stroke-cut"}
  />
);

function Legend({ shown, others }: { shown: readonly CameOut[]; others?: string }) {
  return (
    <ul className="flex flex-wrap gap-x-4 text-small text-ink-2">
      {shown.map((each) => (
        <li key={each} className="flex items-center gap-1.5">
          <svg width="16" height="16" viewBox="-8 -8 16 16" aria-hidden="true">
            <Shape sign={each} />
          </svg>
          {CAME_OUT[each]}
        </li>
      ))}
      {others ? <li>{others}</li> : null}
    </ul>
  );
}

const ticksOf = (axis: Axis, unit: Unit) => (unit === "in" ? axis.inch : axis.metric);
