/** Dresses a view of the plan: every role has one colour and one pattern. Nothing is computed here but the scale. */
import { useId, useRef } from "react";
import type { Text, Unit, View } from "../api/client";
import { useSize } from "../ui/useSize";
import { SvgWords } from "../ui/Words";
import { inUnit } from "../ui/words";
import { DimensionMark, type DimensionProps } from "./DimensionMark";
import { FILL, local, Patterns, STROKE } from "./roles";
import { fitted, fixedAt, outlinePath, type Room, type Scale, turnPath } from "./scale";

const ROOM: Record<View["name"], Room> = {
  plan: { above: 18, below: 18 },
  section: { above: 6, below: 46 },
};

/** The width of a profile is written at its face: above its section, or below it on a table. */
const AT_FACE = { above: { above: 42, below: 8 }, below: { above: 10, below: 56 } } as const;

function roomFor(view: View): Room {
  if (!view.handle) return ROOM[view.name];
  const width = view.dimensions.find((each) => each.field === "width");
  return AT_FACE[width && width.offset < 0 ? "below" : "above"];
}

/** An arrow of the feed is at least this many pixels long, however small the board is drawn. */
const SHORTEST_ARROW = 46;

function Outlines({ view, scale, id }: { view: View; scale: Scale; id: string }) {
  return view.outlines.map((shape, index) => {
    const path = outlinePath(shape.points, scale);
    const dashed = shape.role === "base" || (shape.role === "bit" && view.name === "section");
    return (
      // biome-ignore lint/suspicious/noArrayIndexKey: shapes have no identity but their order of painting
      <g key={index} data-role={shape.role}>
        <path
          d={path}
          fill={local(FILL[shape.role], id)}
          className={STROKE[shape.role]}
          strokeWidth={shape.role === "work" || shape.role === "bit" ? 1.8 : 1.2}
          strokeDasharray={dashed ? "6 4" : undefined}
        />
        {shape.role === "work" ? <path d={path} fill={`url(#${id}grain)`} /> : null}
      </g>
    );
  });
}

function centre(points: View["outlines"][number]["points"], scale: Scale) {
  const xs = points.map(([x]) => scale.x(x));
  const ys = points.map(([, y]) => scale.y(y));
  const low = { x: Math.min(...xs), y: Math.min(...ys) };
  const high = { x: Math.max(...xs), y: Math.max(...ys) };
  return { x: (low.x + high.x) / 2, y: (low.y + high.y) / 2, width: high.x - low.x, height: high.y - low.y };
}

function Labels({ view, scale, unit, right }: { view: View; scale: Scale; unit: Unit; right: number }) {
  return view.outlines.map((shape, index) => {
    if (!shape.label) return null;
    const text = inUnit(shape.label, unit);
    const at = centre(shape.points, scale);
    const key = `${shape.role}${index}`;
    switch (shape.role) {
      case "pass":
        return at.width > 9 && at.height > 9 ? (
          <text
            key={key}
            x={at.x}
            y={at.y + 5}
            textAnchor="middle"
            className="fill-ink text-[14px] font-bold"
          >
            <SvgWords text={text} />
          </text>
        ) : null;
      case "bearing":
        return (
          <text
            key={key}
            x={at.x}
            y={at.y + 5}
            textAnchor="middle"
            className="fill-guide text-[13px] font-semibold halo"
          >
            <SvgWords text={text} />
          </text>
        );
      case "guide":
        if (view.edges.length > 0)
          return (
            <text
              key={key}
              x={Math.min(Math.max(at.x, 50), right - 50)}
              y={at.y + 5}
              textAnchor="middle"
              className="fill-guide text-[13px] font-semibold halo"
            >
              <SvgWords text={text} />
            </text>
          );
        return at.height > 300 ? (
          <text
            key={key}
            transform={`translate(${at.x + 5} ${at.y + at.height * 0.3}) rotate(-90)`}
            textAnchor="middle"
            className="fill-guide text-[14px] font-semibold"
          >
            <SvgWords text={text} />
          </text>
        ) : null;
      case "spacer": {
        // The label leaves the spacer towards the middle of the drawing, where there is room for it.
        const side = at.x < scale.x(view.frame[2]) * 0.5 ? 1 : -1;
        const y = at.y - at.height * 0.36;
        return (
          <g key={key} data-role="spacer-label">
            <path d={`M${at.x} ${y}h${side * 22}`} className="stroke-guide" strokeWidth="1.2" />
            <text
              x={at.x + side * 26}
              y={y + 5}
              textAnchor={side > 0 ? "start" : "end"}
              className="fill-guide text-[13.5px] font-semibold halo"
            >
              <SvgWords text={text} />
            </text>
          </g>
        );
      }
      case "bit":
        return (
          <text
            key={key}
            x={at.x}
            y={at.y - at.height / 2 + 16}
            textAnchor="middle"
            className="fill-cut text-[13.5px] font-semibold halo"
          >
            <SvgWords text={`Ø ${text}`} />
          </text>
        );
      default:
        return null;
    }
  });
}

function Arrows({ view, scale, unit }: { view: View; scale: Scale; unit: Unit }) {
  return view.arrows.map((arrow, index) => {
    const start = { x: scale.x(arrow.start[0]), y: scale.y(arrow.start[1]) };
    const end = { x: scale.x(arrow.end[0]), y: scale.y(arrow.end[1]) };
    const key = `${index}${arrow.role}`;
    if (arrow.turn) {
      const turn = turnPath(start.x, start.y, Math.max(12, Math.abs(end.x - start.x)));
      return (
        <g key={key} data-role="turn">
          <path d={turn.path} fill="none" className="stroke-cut" strokeWidth="2.2" />
          <path d={turn.tip} className="fill-cut" />
        </g>
      );
    }
    return <Way key={key} start={start} end={end} climb={arrow.climb} label={arrow.label} unit={unit} />;
  });
}

interface WayProps {
  start: { x: number; y: number };
  end: { x: number; y: number };
  climb: boolean;
  label: Text | null;
  unit: Unit;
}

/** A way of the feed: a full arrow; a climb is dashed, with an open head. */
function Way({ start, end, climb, label, unit }: WayProps) {
  const size = Math.hypot(end.x - start.x, end.y - start.y) || 1;
  const along = { x: (end.x - start.x) / size, y: (end.y - start.y) / size };
  const length = Math.max(climb ? 26 : SHORTEST_ARROW, size);
  const from = { x: end.x - along.x * length, y: end.y - along.y * length };
  const head = climb ? 11 : 15;
  const neck = { x: end.x - along.x * head, y: end.y - along.y * head };
  const side = { x: -along.y * 11, y: along.x * 11 };
  const tip = `M${neck.x + side.x} ${neck.y + side.y}L${end.x} ${end.y}L${neck.x - side.x} ${neck.y - side.y}`;
  const steep = Math.abs(along.y) > Math.abs(along.x);
  const middle = { x: (from.x + end.x) / 2, y: (from.y + end.y) / 2 };
  return (
    <g data-role={climb ? "climb" : "feed"}>
      <path
        d={`M${from.x} ${from.y}L${climb ? end.x : neck.x} ${climb ? end.y : neck.y}`}
        className="stroke-cut"
        strokeWidth={climb ? 3 : 5}
        strokeDasharray={climb ? "5 4" : undefined}
      />
      <path
        d={climb ? tip : `${tip}Z`}
        className={climb ? "stroke-cut" : "fill-cut"}
        fill={climb ? "none" : undefined}
        strokeWidth={climb ? 2.5 : undefined}
      />
      {label ? (
        <text
          x={steep ? middle.x + 18 : middle.x}
          y={steep ? middle.y + 5 : middle.y + 21}
          textAnchor={steep ? "start" : "middle"}
          className="fill-cut text-[15px] font-bold halo"
        >
          {inUnit(label, unit)}
        </text>
      ) : null}
    </g>
  );
}

/** Signs at points: where a run begins and ends, where to stand, the way of the grain. */
function Marks({ view, scale, unit, right }: { view: View; scale: Scale; unit: Unit; right: number }) {
  return view.marks.map((mark, index) => {
    const [x, y] = [scale.x(mark.at[0]), scale.y(mark.at[1])];
    const way = { x: mark.way[0], y: -mark.way[1] };
    const degrees = (Math.atan2(way.y, way.x) * 180) / Math.PI;
    const text = mark.text ? inUnit(mark.text, unit) : null;
    const key = `${mark.kind}${index}`;
    switch (mark.kind) {
      case "start":
        return (
          <g key={key} data-mark="start" transform={`translate(${x} ${y})`}>
            <circle r="10" className="fill-paper stroke-cut" strokeWidth="2.2" />
            <text textAnchor="middle" y="5" className="fill-cut text-[14px] font-bold">
              {text?.replace(/\D/g, "")}
            </text>
            <title>{text}</title>
          </g>
        );
      case "end":
        return (
          <g key={key} data-mark="end" transform={`translate(${x} ${y}) rotate(${degrees})`}>
            <path d="M0 -11V11M5 -11V11" className="stroke-cut" strokeWidth="2.4" />
          </g>
        );
      case "stand":
        return (
          <g key={key} data-mark="stand" className="fill-ink-2">
            <ellipse cx={x - 7} cy={y} rx="4.5" ry="8.5" />
            <ellipse cx={x + 7} cy={y} rx="4.5" ry="8.5" />
            <text
              x={x + (x > right - 90 ? -18 : 18)}
              y={y + 5}
              textAnchor={x > right - 90 ? "end" : "start"}
              className="fill-ink-2 text-[13.5px] font-semibold halo"
            >
              {text}
            </text>
          </g>
        );
      case "grain":
        return (
          <g key={key} data-mark="grain" transform={`translate(${x} ${y}) rotate(${degrees})`}>
            <path
              d="M-44 0H44M-36 -5L-44 0L-36 5M36 -5L44 0L36 5"
              className="stroke-ink-2"
              fill="none"
              strokeWidth="1.6"
            />
            <text textAnchor="middle" y="-7" className="fill-ink-2 text-[13.5px] font-semibold halo">
              grain
            </text>
          </g>
        );
      default:
        return mark.kind satisfies never;
    }
  });
}

interface EdgesProps {
  view: View;
  scale: Scale;
  onEdge: (ref: string) => void;
}

/** The edges of the board, to be chosen by clicking or with Space. */
function Edges({ view, scale, onEdge }: EdgesProps) {
  return view.edges.map((edge) => {
    const at = edge.points.map(([x, y]) => `${scale.x(x).toFixed(1)} ${scale.y(y).toFixed(1)}`);
    const path = `M${at.join("L")}${edge.closed ? "Z" : ""}`;
    const chosen = edge.number !== null;
    return (
      // biome-ignore lint/a11y/useSemanticElements: an SVG has no button of its own
      <g
        key={edge.ref}
        role="button"
        aria-pressed={chosen}
        aria-label={edge.name}
        tabIndex={0}
        data-edge={edge.ref}
        className="edge cursor-pointer"
        onClick={() => onEdge(edge.ref)}
        onKeyDown={(event) => {
          if (event.key === " " || event.key === "Enter") {
            event.preventDefault();
            onEdge(edge.ref);
          }
        }}
      >
        <title>{`${edge.name}: ${chosen ? "leave it" : "cut it too"}`}</title>
        {chosen ? <path d={path} fill="none" className="stroke-cut" strokeWidth="3.4" /> : null}
        <path d={path} fill="none" stroke="transparent" strokeWidth="26" />
      </g>
    );
  });
}

interface HandleProps {
  at: readonly [number, number];
  view: View;
  scale: Scale;
  onBit: NonNullable<Props["onBit"]>;
}

/** The bit, taken to raise it or to move it sideways; whichever way it goes first, it keeps. */
function Handle({ at, view, scale, onBit }: HandleProps) {
  const taken = useRef<{ x: number; y: number; px: number; along: "x" | "y" | null } | null>(null);
  const bit = view.outlines.find((shape) => shape.role === "bit");
  if (!bit) return null;
  const [x, y] = [scale.x(at[0]), scale.y(at[1])];
  return (
    <g data-drag="bit" className="cursor-move touch-none">
      <path
        d={outlinePath(bit.points, scale)}
        fill="transparent"
        onPointerDown={(event) => {
          event.currentTarget.setPointerCapture(event.pointerId);
          taken.current = { x: event.clientX, y: event.clientY, px: scale.px, along: null };
          onBit.start();
        }}
        onPointerMove={(event) => {
          const from = taken.current;
          if (!from) return;
          const [dx, dy] = [event.clientX - from.x, from.y - event.clientY];
          if (!from.along && Math.hypot(dx, dy) > 5)
            from.along = Math.abs(dx) > 1.6 * Math.abs(dy) ? "x" : "y";
          if (from.along === "x") onBit.by(dx / from.px, 0);
          if (from.along === "y") onBit.by(0, dy / from.px);
        }}
        onPointerUp={() => {
          taken.current = null;
        }}
        onPointerCancel={() => {
          taken.current = null;
        }}
      />
      <g pointerEvents="none" className="stroke-cut" strokeWidth="2">
        <path d={`M${x - 9} ${y}h18M${x} ${y - 9}v18`} />
        <circle cx={x} cy={y} r="4" className="fill-paper" />
      </g>
    </g>
  );
}

interface Props {
  view: View;
  unit: Unit;
  onPick: DimensionProps["onPick"];
  /** Dragging the cut along the board: where it began, then the way in mm from there, to the right. */
  onDrag?: undefined | { start: () => void; by: (mm: number) => void };
  /** Choosing an edge, or leaving it. */
  onEdge?: undefined | ((ref: string) => void);
  /** Moving the bit: where it was taken, then the way in mm from there, right and up. */
  onBit?: undefined | { start: () => void; by: (right: number, up: number) => void };
  label: string;
  /** Pixels to a millimetre, where the drawing is not to be as large as fits. */
  fixed?: number | undefined;
}

export function Drawing({ view, unit, onPick, onDrag, onEdge, onBit, label, fixed }: Props) {
  const { ref, width, height } = useSize<HTMLDivElement>();
  const id = useId();
  const taken = useRef<{ x: number; px: number } | null>(null);
  const scale = fixed
    ? fixedAt(view, width, height, fixed)
    : fitted(view.frame, width, height, roomFor(view));
  const waste = view.outlines.find((shape) => shape.role === "waste");
  return (
    <div ref={ref} className="relative h-full w-full min-h-0 min-w-0">
      <p className="pointer-events-none absolute top-0 left-0 text-[13px] leading-tight text-ink-2">
        {inUnit(view.caption, unit)}
      </p>
      {width > 0 ? (
        <svg
          width={width}
          height={height}
          aria-label={label}
          data-view={view.name}
          className="block select-none"
        >
          <title>{label}</title>
          <Patterns id={id} />
          <Outlines view={view} scale={scale} id={id} />
          <Arrows view={view} scale={scale} unit={unit} />
          <Labels view={view} scale={scale} unit={unit} right={width} />
          {onEdge ? <Edges view={view} scale={scale} onEdge={onEdge} /> : null}
          <Marks view={view} scale={scale} unit={unit} right={width} />
          {waste && onDrag ? (
            <path
              d={outlinePath(waste.points, scale)}
              fill="transparent"
              stroke="transparent"
              strokeWidth="16"
              className="cursor-ew-resize touch-none"
              data-drag="position"
              onPointerDown={(event) => {
                event.currentTarget.setPointerCapture(event.pointerId);
                taken.current = { x: event.clientX, px: scale.px };
                onDrag.start();
              }}
              onPointerMove={(event) => {
                const start = taken.current;
                if (start) onDrag.by((event.clientX - start.x) / start.px);
              }}
              onPointerUp={() => {
                taken.current = null;
              }}
              onPointerCancel={() => {
                taken.current = null;
              }}
            />
          ) : null}
          {view.handle && onBit ? <Handle at={view.handle} view={view} scale={scale} onBit={onBit} /> : null}
          {view.dimensions.map((dimension) => (
            <DimensionMark
              key={dimension.name}
              dimension={dimension}
              scale={scale}
              unit={unit}
              onPick={onPick}
            />
          ))}
        </svg>
      ) : null}
    </div>
  );
}
