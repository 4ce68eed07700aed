import { useState } from "react";
import type { DialPosition } from "../api/client";
import { usePulling } from "../ui/pulling";
import { useSize } from "../ui/useSize";
import { type Frame, heightOf, placesOf, STEP, speedAt } from "./dial";

interface Props {
  dial: readonly DialPosition[];
  min: number;
  max: number;
  name: string;
  onMove: (place: number, rpm: number) => void;
}

/** Drawn at the size it has, so that its writing stays as large on a phone. */
const frameOf = (width: number): Frame => ({
  width: Math.min(560, Math.max(280, width)),
  height: 224,
  left: 64,
  right: 18,
  top: 16,
  bottom: 30,
});

const thousands = (rpm: number) => rpm.toLocaleString("en").replaceAll(",", "\u2009");

/** Dial position against speed. Points are dragged, or moved by the arrow keys; what the manual says stays as a dashed line. */
export function DialCurve({ dial, min, max, name, onMove }: Props) {
  const { ref: svg, width } = useSize<SVGSVGElement>();
  const frame = frameOf(width || 460);
  const [dragged, setDragged] = useState<{ place: number; rpm: number } | null>(null);
  const pulling = usePulling<void>();
  const top = Math.ceil((max * 1.08) / 5_000) * 5_000;
  const xs = placesOf(dial, frame);
  const speed = (each: DialPosition, place: number) => (dragged?.place === place ? dragged.rpm : each.rpm);
  const line = (of: (each: DialPosition, place: number) => number) =>
    dial.map((each, place) => `${xs[place]},${heightOf(of(each, place), top, frame)}`).join(" ");
  const manual = dial.some((each) => each.measured && each.manual_rpm != null);
  const at = (event: React.PointerEvent) => {
    const box = svg.current?.getBoundingClientRect();
    return box ? speedAt(((event.clientY - box.top) / box.height) * frame.height, top, frame) : 0;
  };
  return (
    <svg
      ref={svg}
      viewBox={`0 0 ${frame.width} ${frame.height}`}
      className="w-full max-w-[560px] touch-none select-none"
      style={{ aspectRatio: `${frame.width} / ${frame.height}` }}
      data-testid="dial-curve"
    >
      <title>{`Dial of ${name}`}</title>
      {Array.from({ length: top / 5_000 + 1 }, (_, place) => place * 5_000).map((rpm) => (
        <g key={rpm}>
          <line
            x1={frame.left}
            x2={frame.width - frame.right}
            y1={heightOf(rpm, top, frame)}
            y2={heightOf(rpm, top, frame)}
            className="stroke-rule"
            strokeWidth={rpm === 0 ? 1.6 : 0.7}
          />
          <text
            x={frame.left - 8}
            y={heightOf(rpm, top, frame) + 4}
            textAnchor="end"
            className="fill-ink-2 text-note tabular-nums"
          >
            {thousands(rpm)}
          </text>
        </g>
      ))}
      {[min, max].map((rpm) => (
        <line
          key={rpm}
          x1={frame.left}
          x2={frame.width - frame.right}
          y1={heightOf(rpm, top, frame)}
          y2={heightOf(rpm, top, frame)}
          className="stroke-hazard"
          strokeWidth={1}
          strokeDasharray="1 4"
        />
      ))}
      {manual ? (
        <polyline
          points={line((each) => (each.measured ? (each.manual_rpm ?? each.rpm) : each.rpm))}
          fill="none"
          className="stroke-ink-2"
          strokeWidth={1.4}
          strokeDasharray="6 4"
        />
      ) : null}
      <polyline points={line(speed)} fill="none" className="stroke-guide" strokeWidth={2.4} />
      {dial.map((each, place) => {
        const rpm = speed(each, place);
        return (
          <g key={String(each.setting)}>
            <text
              x={xs[place]}
              y={frame.height - 10}
              textAnchor="middle"
              className="fill-ink text-note font-semibold"
            >
              {String(each.setting)}
            </text>
            <circle
              cx={xs[place]}
              cy={heightOf(rpm, top, frame)}
              r={7}
              className={`cursor-ns-resize stroke-guide ${each.measured || dragged?.place === place ? "fill-guide" : "fill-paper"}`}
              strokeWidth={2.4}
              tabIndex={0}
              role="slider"
              aria-label={`Position ${each.setting}`}
              aria-valuenow={rpm}
              aria-valuemin={STEP}
              aria-valuemax={top}
              aria-valuetext={`${rpm} rpm, ${each.measured ? "measured" : "from the manual"}`}
              data-testid={`dial-${each.setting}`}
              {...pulling(
                () => setDragged({ place, rpm: each.rpm }),
                (_from, _right, _up, event) => setDragged({ place, rpm: at(event) }),
                () => {
                  if (dragged?.place === place && dragged.rpm !== each.rpm) onMove(place, dragged.rpm);
                  setDragged(null);
                },
                () => setDragged(null),
              )}
              onKeyDown={(event) => {
                const by = event.key === "ArrowUp" ? STEP : event.key === "ArrowDown" ? -STEP : 0;
                if (!by) return;
                event.preventDefault();
                onMove(place, Math.max(STEP, each.rpm + by * (event.shiftKey ? 10 : 1)));
              }}
            />
            {dragged?.place === place ? (
              <text
                x={xs[place]}
                y={heightOf(rpm, top, frame) - 13}
                textAnchor="middle"
                className="halo fill-ink text-note font-bold tabular-nums"
              >
                {thousands(rpm)}
              </text>
            ) : null}
          </g>
        );
      })}
    </svg>
  );
}
