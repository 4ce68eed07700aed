/** What the pictures of the log are drawn with. */
import { Link } from "react-router";
import type { CameOut, Plots, Unit } from "../api/client";
import { CAME_OUT } from "../run/outcomes";
import { placed } from "./plotting";

export type Axis = Plots["chip_axis"];

const SHAPES: Readonly<Record<CameOut, string>> = {
  clean: "M-5 0a5 5 0 1 0 10 0a5 5 0 1 0 -10 0",
  burnt: "M-5 -5l10 10m0 -10l-10 10",
  torn: "M0 -6l6 11h-12z",
  chatter: "M0 -6l6 6l-6 6l-6 -6z",
  bogged: "M-5 -5h10v10h-10z",
  "wrong-size": "M-6 0h12m-6 -6v12",
};

/** A run: its shape says how it came out, and it opens where it is pressed; by keys runs are opened from their list. */
export const Dot = ({ x, y, sign, run }: { x: number; y: number; sign: CameOut; run: string }) => (
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

export function Legend({ shown, others }: { shown: readonly CameOut[]; others?: string }) {
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

/** The values beside an axis, for a reader of mm or inches. */
export const ticksOf = (axis: Axis, unit: Unit) => (unit === "in" ? axis.inch : axis.metric);

/** The values of an axis below a plot; every second one where they would touch. */
export function Ticks({
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
