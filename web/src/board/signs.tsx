/** The signs of a drawing: ways of the feed, where a run begins and ends, where to stand, the grain, edges to choose. */
import type { Text, Unit, View } from "../api/client";
import { inUnit } from "../ui/words";
import { type Layer, type Scale, turnPath } from "./scale";

/** An arrow of the feed is at least this many pixels long, however small the board is drawn. */
const SHORTEST_ARROW = 46;

export function Arrows({ view, scale, unit, right }: Layer) {
  return view.arrows.map((arrow, index) => {
    const start = { x: scale.x(arrow.start[0]), y: scale.y(arrow.start[1]) };
    const end = { x: scale.x(arrow.end[0]), y: scale.y(arrow.end[1]) };
    const key = `${index}${arrow.role}`;
    if (arrow.turn) {
      const radius = Math.max(12, Math.abs(end.x - start.x));
      const turn = turnPath(start.x, start.y, radius, arrow.turn === "clockwise");
      return (
        <g key={key} data-role="turn">
          <path d={turn.path} fill="none" className="stroke-cut" strokeWidth="2.2" />
          <path d={turn.tip} className="fill-cut" />
          {arrow.label ? (
            <text
              x={arrow.role === "bit" ? start.x - radius - 8 : start.x}
              y={start.y + 5}
              textAnchor={arrow.role === "bit" ? "end" : "middle"}
              data-moves
              className="fill-cut text-note font-bold halo"
            >
              {inUnit(arrow.label, unit)}
            </text>
          ) : null}
        </g>
      );
    }
    return (
      <Way
        key={key}
        start={start}
        end={end}
        climb={arrow.climb}
        label={arrow.label}
        beside={arrow.beside}
        unit={unit}
        right={right}
      />
    );
  });
}

interface WayProps {
  start: { x: number; y: number };
  end: { x: number; y: number };
  climb: boolean;
  label: Text | null;
  beside: boolean;
  unit: Unit;
  right: number;
}

/** A way of the feed: a full arrow; a climb is dashed, with an open head. */
function Way({ start, end, climb, label, beside, unit, right }: WayProps) {
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
  const words = label ? inUnit(label, unit) : "";
  const place = steep
    ? { x: middle.x + 18, y: middle.y + 5, anchor: "start" as const }
    : beside
      ? {
          x: from.x - 8 * along.x,
          y: from.y + 5,
          anchor: along.x > 0 ? ("end" as const) : ("start" as const),
        }
      : { x: within(middle.x, `${words}  `, right), y: middle.y + 21, anchor: "middle" as const };
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
          x={place.x}
          y={place.y}
          textAnchor={place.anchor}
          data-moves
          className="fill-cut text-body font-bold halo"
        >
          {words}
        </text>
      ) : null}
    </g>
  );
}

/** The same axis, within a quarter turn of level. */
function upright(degrees: number): number {
  return degrees > 90 ? degrees - 180 : degrees <= -90 ? degrees + 180 : degrees;
}

/** Where words of the small size are centred so that they stay in the picture. */
function within(x: number, text: string | null, right: number): number {
  const half = ((text?.length ?? 0) * 6.9) / 2;
  return Math.max(half, Math.min(x, right - half));
}

/** Signs at points: where a run begins and ends, where to stand, the way of the grain. */
export function Marks({ view, scale, unit, right }: Layer) {
  return view.marks.map((mark, index) => {
    const [x, y] = [scale.x(mark.at[0]), scale.y(mark.at[1])];
    const towards = { x: mark.direction[0], y: -mark.direction[1] };
    const degrees = (Math.atan2(towards.y, towards.x) * 180) / Math.PI;
    const text = mark.text ? inUnit(mark.text, unit) : null;
    const key = `${mark.kind}${index}`;
    switch (mark.kind) {
      case "start":
        return (
          <g key={key} data-mark="start" transform={`translate(${x} ${y})`}>
            <circle r="10" className="fill-paper stroke-cut" strokeWidth="2.2" />
            <text textAnchor="middle" y="5" className="fill-cut text-small font-bold">
              {text?.replace(/\D/g, "")}
            </text>
            <title>{text}</title>
          </g>
        );
      case "end":
        return (
          // Past the point itself, where another run may start, and where a closed run goes on to.
          <g key={key} data-mark="end" transform={`translate(${x} ${y}) rotate(${degrees})`}>
            <path d="M15 -11V11M20 -11V11" className="stroke-cut" strokeWidth="2.4" />
          </g>
        );
      case "stand":
        return (
          <g key={key} data-mark="stand" className="fill-ink-2">
            <ellipse cx={x - 7} cy={y} rx="4.5" ry="8.5" />
            <ellipse cx={x + 7} cy={y} rx="4.5" ry="8.5" />
            <text
              x={within(x, text, right)}
              y={mark.direction[1] < 0 ? y - 15 : y + 24}
              textAnchor="middle"
              data-moves
              className="fill-ink-2 text-note font-semibold halo"
            >
              {text}
            </text>
          </g>
        );
      case "finding":
        return (
          <g key={key} data-mark="finding" transform={`translate(${x} ${y})`}>
            <path d="M0 -15L15 11H-15Z" className="fill-hazard-soft stroke-hazard" strokeWidth="2.4" />
            <text textAnchor="middle" y="8" className="fill-hazard text-small font-bold">
              {text}
            </text>
          </g>
        );
      case "lift":
      case "name":
        return (
          <text
            key={key}
            data-mark={mark.kind}
            x={x}
            y={y}
            textAnchor="start"
            data-moves
            className="fill-ink text-note font-semibold halo"
          >
            {text}
          </text>
        );
      case "pivot":
        return (
          <g key={key} data-mark="pivot" transform={`translate(${x} ${y})`}>
            <circle r="6" className="fill-paper stroke-guide" strokeWidth="2.2" />
            <path d="M-11 0H11M0 -11V11" className="stroke-guide" strokeWidth="1.4" />
            <text textAnchor="middle" y="24" data-moves className="fill-guide text-note font-semibold halo">
              {text}
            </text>
          </g>
        );
      case "grain":
        // An axis without a sense, so that its word is read upright whichever way the board lies.
        return (
          <g key={key} data-mark="grain" transform={`translate(${x} ${y}) rotate(${upright(degrees)})`}>
            <path
              d="M-44 0H44M-36 -5L-44 0L-36 5M36 -5L44 0L36 5"
              className="stroke-ink-2"
              fill="none"
              strokeWidth="1.6"
            />
            <text textAnchor="middle" y="-7" className="fill-ink-2 text-note font-semibold halo">
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
export function Edges({ view, scale, onEdge }: EdgesProps) {
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
