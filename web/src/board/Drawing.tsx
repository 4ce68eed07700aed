/** Dresses a view of the plan: every role has one colour and one pattern. Nothing is computed here but the scale. */
import { useId, useRef } from "react";
import type { Unit, View } from "../api/client";
import { useSize } from "../ui/useSize";
import { SvgWords } from "../ui/Words";
import { inUnit } from "../ui/words";
import { DimensionMark, type DimensionProps } from "./DimensionMark";
import { FILL, local, Patterns, STROKE } from "./roles";
import { fitted, outlinePath, type Room, type Scale, turnPath } from "./scale";

const ROOM: Record<View["name"], Room> = {
  plan: { above: 18, below: 18 },
  section: { above: 6, below: 46 },
};

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

function Labels({ view, scale, unit }: { view: View; scale: Scale; unit: Unit }) {
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
      case "guide":
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
  return view.arrows.map((arrow) => {
    const x0 = scale.x(arrow.start[0]);
    const [x1, y1] = [scale.x(arrow.end[0]), scale.y(arrow.end[1])];
    const along = scale.y(arrow.start[1]) - y1;
    const y0 = arrow.turn
      ? scale.y(arrow.start[1])
      : y1 + Math.sign(along) * Math.max(SHORTEST_ARROW, Math.abs(along));
    if (arrow.turn) {
      const turn = turnPath(x0, y0, Math.max(12, Math.abs(x1 - x0)));
      return (
        <g key="turn" data-role="turn">
          <path d={turn.path} fill="none" className="stroke-cut" strokeWidth="2.2" />
          <path d={turn.tip} className="fill-cut" />
        </g>
      );
    }
    const sign = Math.sign(y1 - y0) || 1;
    const head = 15;
    return (
      <g key="feed" data-role="feed">
        <path d={`M${x0} ${y0}V${y1 - sign * head}`} className="stroke-cut" strokeWidth="5" />
        <path d={`M${x1 - 11} ${y1 - sign * head}h22L${x1} ${y1}Z`} className="fill-cut" />
        {arrow.label ? (
          <text x={x0 + 18} y={(y0 + y1) / 2 + 5} className="fill-cut text-[15px] font-bold halo">
            {inUnit(arrow.label, unit)}
          </text>
        ) : null}
      </g>
    );
  });
}

interface Props {
  view: View;
  unit: Unit;
  onPick: DimensionProps["onPick"];
  /** Dragging the cut along the board: where it began, then the way in mm from there, to the right. */
  onDrag?: { start: () => void; by: (mm: number) => void };
  label: string;
}

export function Drawing({ view, unit, onPick, onDrag, label }: Props) {
  const { ref, width, height } = useSize<HTMLDivElement>();
  const id = useId();
  const taken = useRef<{ x: number; px: number } | null>(null);
  const scale = fitted(view.frame, width, height, ROOM[view.name]);
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
          <Labels view={view} scale={scale} unit={unit} />
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
