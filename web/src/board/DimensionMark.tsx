import type { AskedField, Dimension, Unit } from "../api/client";
import { SvgWords } from "../ui/Words";
import { inUnit } from "../ui/words";
import type { Scale } from "./scale";

export interface DimensionProps {
  dimension: Dimension;
  scale: Scale;
  unit: Unit;
  /** Where the picture ends, in pixels. */
  right: number;
  onPick: (field: AskedField) => void;
}

/** Room for the words of a distance beside its line, in pixels. */
const WORDS = 72;

/** A distance with its text; one that can be typed is a button. */
export function DimensionMark({ dimension, scale, unit, right, onPick }: DimensionProps) {
  const [ax, ay] = [scale.x(dimension.start[0]), scale.y(dimension.start[1])];
  const [bx, by] = [scale.x(dimension.end[0]), scale.y(dimension.end[1])];
  const text = inUnit(dimension.text, unit);
  const field = dimension.field;
  const colour = dimension.name === "setback" ? "guide" : "ink";
  const away =
    dimension.vertical || dimension.offset === 0
      ? 0
      : -Math.sign(dimension.offset) * Math.max(26, Math.abs(dimension.offset) * scale.px);
  const [y0, y1] = dimension.vertical ? [Math.min(ay, by), Math.max(ay, by)] : [ay + away, by + away];
  const middle = { x: (ax + bx) / 2, y: (y0 + y1) / 2 };
  const line = dimension.vertical
    ? `M${ax} ${y0}V${y1}M${ax - 6} ${y0}h12M${ax - 6} ${y1}h12`
    : `M${ax} ${y0}H${bx}M${ax} ${y0 - 6}v12M${bx} ${y0 - 6}v12M${ax} ${ay}V${y0}M${bx} ${by}V${y0}`;
  const place =
    dimension.name === "board-width"
      ? { x: ax, y: middle.y + (ax < 24 ? 5 : -7), anchor: "middle" as const }
      : dimension.vertical && (dimension.offset < 0 ? ax > WORDS : ax > right - WORDS)
        ? { x: ax - 9, y: middle.y + 5, anchor: "end" as const }
        : dimension.vertical
          ? { x: ax + 9, y: middle.y + 5, anchor: "start" as const }
          : { x: middle.x, y: y0 + (away > 0 ? 19 : -7), anchor: "middle" as const };
  const mark = (
    <>
      <path
        d={line}
        className={colour === "guide" ? "stroke-guide" : "stroke-ink"}
        strokeWidth="1.2"
        fill="none"
      />
      <text
        x={place.x}
        y={place.y}
        transform={dimension.name === "board-width" ? `rotate(-90 ${ax} ${middle.y})` : undefined}
        textAnchor={place.anchor}
        className={`halo text-[16px] font-bold ${colour === "guide" ? "fill-guide" : "fill-ink"} ${field ? "underline decoration-dotted" : ""}`}
      >
        <SvgWords text={text} />
      </text>
    </>
  );
  if (!field) return <g data-dimension={dimension.name}>{mark}</g>;
  return (
    // biome-ignore lint/a11y/useSemanticElements: an SVG has no button of its own
    <g
      data-dimension={dimension.name}
      role="button"
      tabIndex={0}
      aria-label={`Change the ${field}: ${text}`}
      className="cursor-text"
      onClick={() => onPick(field)}
      onKeyDown={(event) => {
        if (event.key === "Enter") onPick(field);
      }}
    >
      {mark}
    </g>
  );
}
