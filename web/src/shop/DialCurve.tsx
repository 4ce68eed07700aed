import { useRef, useState } from "react";
import type { DialPosition } from "../api/client";
import { type Frame, heightOf, placesOf, STEP, speedAt } from "./dial";

interface Props {
  dial: readonly DialPosition[];
  min: number;
  max: number;
  name: string;
  onMove: (place: number, rpm: number) => void;
}

const FRAME: Frame = { width: 460, height: 210, left: 64, right: 18, top: 16, bottom: 30 };

const thousands = (rpm: number) => rpm.toLocaleString("en").replaceAll(",", "\u2009");

/** Dial position against speed. Points are dragged, or moved by the arrow keys; what the manual says stays as a dashed line. */
export function DialCurve({ dial, min, max, name, onMove }: Props) {
  const svg = useRef<SVGSVGElement>(null);
  const [dragged, setDragged] = useState<{ place: number; rpm: number } | null>(null);
  const top = Math.ceil((max * 1.08) / 5_000) * 5_000;
  const xs = placesOf(dial, FRAME);
  const speed = (each: DialPosition, place: number) => (dragged?.place === place ? dragged.rpm : each.rpm);
  const line = (of: (each: DialPosition, place: number) => number) =>
    dial.map((each, place) => `${xs[place]},${heightOf(of(each, place), top, FRAME)}`).join(" ");
  const manual = dial.some((each) => each.measured && each.manual_rpm != null);
  const at = (event: React.PointerEvent) => {
    const box = svg.current?.getBoundingClientRect();
    return box ? speedAt(((event.clientY - box.top) / box.height) * FRAME.height, top, FRAME) : 0;
  };
  return (
    <svg
      ref={svg}
      viewBox={`0 0 ${FRAME.width} ${FRAME.height}`}
      className="w-full max-w-[560px] touch-none select-none"
      data-testid="dial-curve"
    >
      <title>{`Dial of ${name}`}</title>
      {Array.from({ length: top / 5_000 + 1 }, (_, place) => place * 5_000).map((rpm) => (
        <g key={rpm}>
          <line
            x1={FRAME.left}
            x2={FRAME.width - FRAME.right}
            y1={heightOf(rpm, top, FRAME)}
            y2={heightOf(rpm, top, FRAME)}
            className="stroke-rule"
            strokeWidth={rpm === 0 ? 1.6 : 0.7}
          />
          <text
            x={FRAME.left - 8}
            y={heightOf(rpm, top, FRAME) + 4}
            textAnchor="end"
            className="fill-ink-2 text-[11.5px] tabular-nums"
          >
            {thousands(rpm)}
          </text>
        </g>
      ))}
      {[min, max].map((rpm) => (
        <line
          key={rpm}
          x1={FRAME.left}
          x2={FRAME.width - FRAME.right}
          y1={heightOf(rpm, top, FRAME)}
          y2={heightOf(rpm, top, FRAME)}
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
              y={FRAME.height - 10}
              textAnchor="middle"
              className="fill-ink text-[13px] font-semibold"
            >
              {String(each.setting)}
            </text>
            <circle
              cx={xs[place]}
              cy={heightOf(rpm, top, FRAME)}
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
              onPointerDown={(event) => {
                event.currentTarget.setPointerCapture(event.pointerId);
                setDragged({ place, rpm: each.rpm });
              }}
              onPointerMove={(event) => {
                if (dragged?.place === place) setDragged({ place, rpm: at(event) });
              }}
              onPointerUp={() => {
                if (dragged?.place === place && dragged.rpm !== each.rpm) onMove(place, dragged.rpm);
                setDragged(null);
              }}
              onPointerCancel={() => setDragged(null)}
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
                y={heightOf(rpm, top, FRAME) - 13}
                textAnchor="middle"
                className="halo fill-ink text-[13px] font-bold tabular-nums"
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
