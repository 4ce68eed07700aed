import { useRef } from "react";
import type { Unit } from "../api/client";
import {
  holdOfRadius,
  type Loops,
  radiusAt,
  snappedCorner,
  stepOf,
  straight,
  type Which,
  withCorner,
} from "./corners";
import type { Spot } from "./measuring";

interface Props {
  loops: Loops;
  chosen: Which | null;
  unit: Unit;
  /** How wide a line is, and a pixel of the screen, in mm. */
  line: number;
  pixel: number;
  spotOf: (event: React.PointerEvent) => Spot;
  onChoose: (which: Which) => void;
  /** While it is dragged, and once it is let go. */
  onDrag: (loops: Loops) => void;
  onLetGo: (loops: Loops) => void;
}

/** The corners of an outline and their radii, to be dragged or moved by the arrow keys. */
export function CornerHandles({
  loops,
  chosen,
  unit,
  line,
  pixel,
  spotOf,
  onChoose,
  onDrag,
  onLetGo,
}: Props) {
  const dragged = useRef<Dragged | null>(null);
  const step = stepOf(unit);
  const movedTo = (event: React.PointerEvent): Loops => {
    const held = dragged.current;
    const here = held ? loops[held.which.loop]?.[held.which.corner] : undefined;
    if (!held || !here) return loops;
    const spot = spotOf(event);
    return withCorner(
      loops,
      held.which,
      held.radius
        ? { ...here, radius: radiusAt(here, spot, step) }
        : { ...here, at: snappedCorner(loops, spot, step) },
    );
  };
  const hold = (event: React.PointerEvent, which: Which, radius: boolean) => {
    event.stopPropagation();
    onChoose(which);
    dragged.current = { which, radius, from: { x: event.clientX, y: event.clientY }, moved: false };
    event.currentTarget.setPointerCapture(event.pointerId);
  };
  const dragging = {
    onPointerMove: (event: React.PointerEvent) => {
      const held = dragged.current;
      if (!held) return;
      event.stopPropagation();
      held.moved ||= Math.hypot(event.clientX - held.from.x, event.clientY - held.from.y) > HELD_STILL;
      if (held.moved) onDrag(movedTo(event));
    },
    onPointerUp: (event: React.PointerEvent) => {
      const held = dragged.current;
      if (!held) return;
      event.stopPropagation();
      const there = movedTo(event);
      dragged.current = null;
      if (held.moved) onLetGo(there);
    },
  };
  const onKey = (event: React.KeyboardEvent, which: Which) => {
    const by = ARROWS[event.key];
    const here = loops[which.loop]?.[which.corner];
    if (!by || !here) return;
    event.preventDefault();
    event.stopPropagation();
    onLetGo(
      withCorner(loops, which, {
        ...here,
        at: snappedCorner(loops, { x: here.at[0] + by[0] * step, y: here.at[1] + by[1] * step }, step),
      }),
    );
  };
  return (
    <g data-testid="corner-handles">
      {loops.map((loop, number) => (
        <path
          // biome-ignore lint/suspicious/noArrayIndexKey: loops keep their order
          key={number}
          d={straight(loop)}
          className="fill-none stroke-ink-2"
          strokeWidth={line * 0.7}
          strokeDasharray={`${line * 2} ${line * 2}`}
        />
      ))}
      {loops.flatMap((loop, l) =>
        loop.map((corner, c) => {
          const which = { loop: l, corner: c };
          const here = chosen?.loop === l && chosen.corner === c;
          const radius = here ? holdOfRadius(corner, line * 22) : null;
          return (
            // biome-ignore lint/suspicious/noArrayIndexKey: corners keep their order
            <g key={`${l}.${c}`}>
              <circle
                cx={corner.at[0]}
                cy={corner.at[1]}
                r={pixel * FINGER}
                className="cursor-move fill-transparent"
                onPointerDown={(event) => hold(event, which, false)}
                {...dragging}
              />
              <circle
                cx={corner.at[0]}
                cy={corner.at[1]}
                r={line * 12}
                tabIndex={0}
                role="slider"
                aria-valuenow={corner.at[0]}
                aria-valuetext={`${corner.at[0]} mm along, ${corner.at[1]} mm up`}
                aria-label={`Corner ${c + 1}`}
                className={`cursor-move stroke-ink outline-none focus-visible:stroke-cut ${here ? "fill-cut-soft" : "fill-paper"}`}
                fillOpacity={0.8}
                strokeWidth={line * (here ? 2.4 : 1.2)}
                onPointerDown={(event) => hold(event, which, false)}
                onFocus={() => onChoose(which)}
                onKeyDown={(event) => onKey(event, which)}
                {...dragging}
                data-testid={`corner-${l}-${c}`}
              />
              {radius ? (
                <rect
                  x={radius.x - line * 9}
                  y={radius.y - line * 9}
                  width={line * 18}
                  height={line * 18}
                  className="cursor-nwse-resize fill-guide-soft stroke-guide"
                  strokeWidth={line * 1.6}
                  onPointerDown={(event) => hold(event, which, true)}
                  {...dragging}
                  data-testid="corner-radius"
                />
              ) : null}
            </g>
          );
        }),
      )}
    </g>
  );
}

interface Dragged {
  which: Which;
  radius: boolean;
  /** Where on the screen it was taken hold of, and whether it has left there. */
  from: Spot;
  moved: boolean;
}

/** Pixels from a corner within which a finger takes hold of it. */
const FINGER = 18;
/** Pixels by which a corner that is only chosen may move under the finger. */
const HELD_STILL = 4;

const ARROWS: Record<string, readonly [number, number] | undefined> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, 1],
  ArrowDown: [0, -1],
};
