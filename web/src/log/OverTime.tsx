import type { Plots, Unit } from "../api/client";
import { useSize } from "../ui/useSize";
import { type Axis, Dot, ticksOf } from "./PlotParts";
import { placed, timesOf } from "./plotting";

const HIGH = 210;
const DASHES = ["", "7 5", "2 4"];

/** What was measured too much or too little, as time went on: a line for each figure. */
export function OverTime({ lines, axis, unit }: { lines: Plots["off"]; axis: Axis; unit: Unit }) {
  const { ref: box, width } = useSize<HTMLDivElement>();
  const range = timesOf(lines.flatMap((line) => line.dots.map((dot) => dot.at)));
  const x = (at: string) => placed(Date.parse(at), range, 104, width - 24);
  const y = (off: number) => placed(off, axis, HIGH - 28, 6);
  const day = (ms: number) => new Date(ms).toLocaleDateString("en", { day: "numeric", month: "short" });
  return (
    <div ref={box} className="mt-1">
      {/* biome-ignore lint/a11y/useSemanticElements: a drawing whose dots are links */}
      <svg
        width={width}
        height={HIGH}
        className="block"
        role="group"
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
