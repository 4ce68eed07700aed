import type { CameOut, Unit } from "../api/client";
import { useSize } from "../ui/useSize";
import { type Axis, Dot, Ticks } from "./PlotParts";
import { apart, placed } from "./plotting";

export interface Row {
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
export function PlotRows({ rows, axis, unit }: { rows: readonly Row[]; axis: Axis | null; unit: Unit }) {
  const { ref: box, width } = useSize<HTMLDivElement>();
  const narrow = width < NARROW;
  const from = narrow ? 12 : 180;
  const above = narrow ? 22 : 0;
  const step = ROW + above;
  const high = rows.length * step;
  const end = width - (axis ? 12 : 66);
  return (
    <div ref={box} className="mt-1">
      {/* biome-ignore lint/a11y/useSemanticElements: a drawing whose dots are links */}
      <svg
        width={width}
        height={high + (axis ? 26 : 4)}
        className="block"
        role="group"
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
