import { useLayoutEffect, useRef, useState } from "react";
import type { Dimension, Unit } from "../api/client";
import { SvgWords } from "../ui/Words";
import { inUnit } from "../ui/words";
import { laid } from "./dimensions";
import type { Scale } from "./scale";

export interface DimensionProps {
  dimension: Dimension;
  scale: Scale;
  unit: Unit;
  /** Where the picture ends, in pixels. */
  right: number;
  onPick: (field: string) => void;
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
  const text = inUnit(dimension.text, unit);
  const field = dimension.field;
  const [words, long] = useTextLength(text);
  const colour = dimension.name === "setback" ? "guide" : "ink";
  const place = laid(dimension, scale, right, long);
  const turned = place.upright === null ? undefined : `rotate(-90 ${place.x} ${place.upright})`;
  const from = place.x - { start: 0, middle: long / 2, end: long }[place.anchor];
  const mark = (
    <>
      <g className={colour === "guide" ? "stroke-guide" : "stroke-ink"} strokeWidth="1.2" fill="none">
        <path d={place.line} data-line />
        <path d={place.ends} />
      </g>
      <text
        ref={words}
        x={place.x}
        y={place.y}
        transform={turned}
        textAnchor={place.anchor}
        className={`halo text-body font-bold ${colour === "guide" ? "fill-guide" : "fill-ink"}`}
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
