import { useLayoutEffect, useRef, useState } from "react";
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

/** How long a text is drawn, in pixels: an underline of its own can be laid under its rim, which would hide the font's. */
function useTextLength(text: string) {
  const words = useRef<SVGTextElement>(null);
  const [long, setLong] = useState(0);
  // biome-ignore lint/correctness/useExhaustiveDependencies: another text is another length
  useLayoutEffect(() => setLong(words.current?.getComputedTextLength() ?? 0), [text]);
  return [words, long] as const;
}

/** A distance with its text; one that can be typed is a button. */
export function DimensionMark({ dimension, scale, unit, right, onPick }: DimensionProps) {
  const [ax, ay] = [scale.x(dimension.start[0]), scale.y(dimension.start[1])];
  const [bx, by] = [scale.x(dimension.end[0]), scale.y(dimension.end[1])];
  const text = inUnit(dimension.text, unit);
  const field = dimension.field;
  const [words, long] = useTextLength(text);
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
      : dimension.vertical && (dimension.offset < 0 ? ax > long + 9 : ax > right - long - 9)
        ? { x: ax - 9, y: middle.y + 5, anchor: "end" as const }
        : dimension.vertical
          ? { x: ax + 9, y: middle.y + 5, anchor: "start" as const }
          : { x: middle.x, y: y0 + (away > 0 ? 19 : -7), anchor: "middle" as const };
  const turned = dimension.name === "board-width" ? `rotate(-90 ${ax} ${middle.y})` : undefined;
  const from = place.x - { start: 0, middle: long / 2, end: long }[place.anchor];
  const mark = (
    <>
      <path
        d={line}
        className={colour === "guide" ? "stroke-guide" : "stroke-ink"}
        strokeWidth="1.2"
        fill="none"
      />
      <text
        ref={words}
        x={place.x}
        y={place.y}
        transform={turned}
        textAnchor={place.anchor}
        className={`halo text-[16px] font-bold ${colour === "guide" ? "fill-guide" : "fill-ink"}`}
      >
        <SvgWords text={text} />
      </text>
      {field ? (
        <path
          d={`M${from} ${place.y + 4.5}h${long}`}
          transform={turned}
          className="stroke-ink"
          strokeWidth="1.5"
          strokeDasharray="1.5 2.5"
        />
      ) : null}
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
