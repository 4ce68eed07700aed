/** The picture of a dry run: by hand the router over the board; over a table the work that goes past the bit. */
import { type MouseEvent, useId, useMemo } from "react";
import type { DryRun as Run, View } from "../api/client";
import { useSize } from "../ui/useSize";
import { FILL, local, Patterns, STROKE } from "./roles";
import { fitted, outlinePath, type Scale } from "./scale";
import { type Moment, momentOf, type Spot, type Step } from "./timeline";

interface StageProps {
  view: View;
  run: Run;
  index: number;
  moment: Moment | null;
  onPlace: (place: Spot) => void;
}

/** The board, what is taken of it so far, the router or the moving work. */
export function Stage({ view, run, index, moment, onPlace }: StageProps) {
  const { ref, width, height } = useSize<HTMLDivElement>();
  const id = useId();
  const step = run.steps[index] as Step;
  const tool = run.tools[step.tool];
  const stands = tool?.stands ?? null;
  const station = step.station;
  const frame = useMemo(() => frameOf(view, run, station), [view, run, station]);
  const scale = fitted(frame, width, height, { above: 6, below: 6 });
  const shown = moment ?? lastMoment(run.steps, index);
  const pose = stands && shown ? poseOf(shown, stands, scale) : undefined;
  const place = (event: MouseEvent<SVGSVGElement>) => {
    const box = event.currentTarget.getBoundingClientRect();
    const at: Spot = [
      frame[0] + (event.clientX - box.left - scale.x(frame[0])) / scale.px,
      frame[3] - (event.clientY - box.top - scale.y(frame[3])) / scale.px,
    ];
    onPlace(stands && shown ? onWork(at, shown, stands) : at);
  };
  return (
    <div ref={ref} className="h-full w-full min-h-0">
      {width > 0 ? (
        // biome-ignore lint/a11y/useKeyWithClickEvents: the keys of the run do the same
        <svg
          width={width}
          height={height}
          role="img"
          aria-label="The run on the board from above"
          className="block cursor-crosshair select-none"
          onClick={place}
        >
          <title>The run on the board from above; click a place to go there</title>
          <Patterns id={id} />
          {stands ? <Fixed view={view} scale={scale} id={id} /> : null}
          <g transform={pose} data-role="work-group">
            <Work view={view} run={run} index={index} done={moment?.done ?? null} scale={scale} id={id} />
          </g>
          {shown && tool ? (
            <Router tool={tool} at={stands ?? shown.at} turning={step.turning} scale={scale} hand={!stands} />
          ) : null}
          {shown?.touches ? (
            <circle
              cx={scale.x(shown.touches[0])}
              cy={scale.y(shown.touches[1])}
              r="5"
              transform={pose}
              className="fill-guide stroke-paper"
              strokeWidth="1.5"
              data-role="touch"
            />
          ) : null}
        </svg>
      ) : null}
    </div>
  );
}

/** What is shown: by hand the ways at one place with the router on them, over a table the board wherever it is fed. */
function frameOf(view: View, run: Run, station: number | null): [number, number, number, number] {
  const [x0, y0, x1, y1] = view.frame;
  const table = run.tools.some((tool) => tool.stands);
  const spots: Spot[] = [];
  if (table) {
    spots.push([x0, y0], [x1, y1]);
    const work = view.outlines.find((shape) => shape.role === "work")?.points ?? [];
    for (const step of run.steps) {
      const stands = run.tools[step.tool]?.stands;
      for (const share of [0, 1]) {
        const moment = momentOf(step, share);
        if (stands && moment) for (const at of work) spots.push(fromWork(at, moment, stands));
      }
    }
  } else {
    const there = run.steps.filter((step) => step.path.length > 0 && (step.station ?? station) === station);
    for (const step of there)
      for (const [x, y] of step.path)
        for (const [u, v] of run.tools[step.tool]?.base ?? []) spots.push([x + u, y + v]);
    if (there.length === 0) spots.push([x0, y0], [x1, y1]);
  }
  const [xs, ys] = [spots.map(([x]) => x), spots.map(([, y]) => y)];
  return [Math.min(...xs), Math.min(...ys), Math.max(...xs), Math.max(...ys)];
}

/** The last moment before a step at which the bit was somewhere, or the first after it. */
function lastMoment(steps: readonly Step[], index: number): Moment | null {
  for (let i = index - 1; i >= 0; i--) {
    const moment = momentOf(steps[i] as Step, 1);
    if (moment) return { ...moment, touches: null, done: [] };
  }
  const next = steps.slice(index).find((step) => step.path.length > 0);
  const moment = next ? momentOf(next, 0) : null;
  return moment ? { ...moment, touches: null, done: [] } : null;
}

const turned = ([x, y]: Spot, degrees: number): Spot => {
  const [c, s] = [Math.cos((degrees * Math.PI) / 180), Math.sin((degrees * Math.PI) / 180)];
  return [x * c - y * s, x * s + y * c];
};

/** Where a place of the work lies while it is fed, and back. */
function fromWork(at: Spot, { at: bit, degrees }: Moment, stands: Spot): Spot {
  const [x, y] = turned([at[0] - bit[0], at[1] - bit[1]], degrees);
  return [x + stands[0], y + stands[1]];
}
function onWork(at: Spot, { at: bit, degrees }: Moment, stands: Spot): Spot {
  const [x, y] = turned([at[0] - stands[0], at[1] - stands[1]], -degrees);
  return [x + bit[0], y + bit[1]];
}

function poseOf({ at, degrees }: Moment, stands: Spot, scale: Scale): string {
  const [bx, by] = [scale.x(stands[0]), scale.y(stands[1])];
  return `translate(${bx} ${by}) rotate(${-degrees}) translate(${-scale.x(at[0])} ${-scale.y(at[1])})`;
}

/** What stands on a table while the work moves. */
function Fixed({ view, scale, id }: { view: View; scale: Scale; id: string }) {
  return view.outlines
    .filter((shape) => shape.role === "guide" || shape.role === "stop")
    .map((shape, index) => (
      <path
        // biome-ignore lint/suspicious/noArrayIndexKey: shapes have no identity but their order of painting
        key={index}
        d={outlinePath(shape.points, scale)}
        fill={local(FILL[shape.role], id)}
        className={STROKE[shape.role]}
        strokeWidth="1.2"
      />
    ));
}

const lineOf = (path: readonly Spot[], scale: Scale) =>
  `M${path.map(([x, y]) => `${scale.x(x).toFixed(1)} ${scale.y(y).toFixed(1)}`).join("L")}${path.length === 1 ? "h0.01" : ""}`;

interface WorkProps {
  view: View;
  run: Run;
  index: number;
  done: Spot[] | null;
  scale: Scale;
  id: string;
}

/** The board with what was taken of it, the way of this step, and what stands there now. */
function Work({ view, run, index, done, scale, id }: WorkProps) {
  const works = view.outlines.filter((shape) => shape.role === "work");
  const openings = view.outlines.filter((shape) => shape.role === "opening");
  const here = run.bodies.filter(
    (each) => each.first <= index && index < (each.until ?? Number.POSITIVE_INFINITY),
  );
  const taken = useMemo(
    () =>
      run.steps
        .slice(0, index)
        .filter((each) => each.wide > 0)
        .map((each) => ({ line: lineOf(each.path, scale), wide: 2 * each.wide * scale.px })),
    [run, index, scale],
  );
  const step = run.steps[index] as Step;
  return (
    <>
      <defs>
        <clipPath id={`${id}board`}>
          {works.map((shape) => (
            <path key={shape.points.join()} d={outlinePath(shape.points, scale)} />
          ))}
        </clipPath>
      </defs>
      {works.map((shape) => (
        <g key={shape.points.join()}>
          <path
            d={outlinePath(shape.points, scale)}
            fill="var(--work)"
            className="stroke-ink"
            strokeWidth="1.8"
          />
          <path d={outlinePath(shape.points, scale)} fill={`url(#${id}grain)`} />
        </g>
      ))}
      <g
        clipPath={`url(#${id}board)`}
        fill="none"
        stroke="var(--cut-soft)"
        strokeLinecap="round"
        strokeLinejoin="round"
        data-role="taken"
      >
        {taken.map((each) => (
          <path key={each.line} d={each.line} strokeWidth={each.wide} />
        ))}
        {done && step.wide > 0 ? (
          <path d={lineOf(done, scale)} strokeWidth={2 * step.wide * scale.px} data-role="taken-now" />
        ) : null}
      </g>
      {openings.map((shape) => (
        <path
          key={shape.points.join()}
          d={outlinePath(shape.points, scale)}
          fill="var(--bench)"
          className="stroke-ink"
          strokeWidth="1.2"
        />
      ))}
      {here.map((each) => (
        <path
          key={`${each.role}${each.points.join()}`}
          d={[each.points, ...each.holes].map((ring) => outlinePath(ring, scale)).join("")}
          fill={local(FILL[each.role], id)}
          fillRule="evenodd"
          fillOpacity={each.role === "template" ? 0.4 : undefined}
          className={STROKE[each.role]}
          strokeWidth="1.2"
        />
      ))}
      {step.path.length > 1 ? (
        <path
          d={lineOf(step.path, scale)}
          fill="none"
          className="stroke-cut"
          strokeWidth="1.6"
          strokeDasharray="5 4"
        />
      ) : null}
      {view.marks
        .filter((mark) => mark.kind === "finding")
        .map((mark, number) => (
          <path
            // biome-ignore lint/suspicious/noArrayIndexKey: findings are known by their number
            key={number}
            transform={`translate(${scale.x(mark.at[0])} ${scale.y(mark.at[1])})`}
            d="M0 -12L12 9H-12Z"
            className="fill-hazard-soft stroke-hazard"
            strokeWidth="2"
          />
        ))}
    </>
  );
}

interface RouterProps {
  tool: Run["tools"][number];
  at: Spot;
  turning: boolean;
  scale: Scale;
  hand: boolean;
}

/** Base and bit: the bit is filled while it turns. */
function Router({ tool, at, turning, scale, hand }: RouterProps) {
  const [x, y] = [scale.x(at[0]), scale.y(at[1])];
  const base = tool.base.map(([u, v]): Spot => [u + at[0], v + at[1]]);
  const r = Math.max(3, tool.radius * scale.px);
  return (
    <g data-role="router" data-turning={turning}>
      {hand ? (
        <path
          d={outlinePath(base, scale)}
          fill="color-mix(in srgb, var(--paper) 40%, transparent)"
          className="stroke-ink-2"
          strokeWidth="1.4"
          strokeDasharray="6 4"
        />
      ) : null}
      <circle
        cx={x}
        cy={y}
        r={r}
        className="stroke-cut"
        fill={turning ? "color-mix(in srgb, var(--cut) 55%, transparent)" : "var(--paper)"}
        strokeWidth="2"
      />
      {turning ? (
        <path
          d={`M${x - r * 0.6} ${y}h${r * 1.2}M${x} ${y - r * 0.6}v${r * 1.2}`}
          className="stroke-paper"
          strokeWidth="1.6"
        />
      ) : null}
    </g>
  );
}
