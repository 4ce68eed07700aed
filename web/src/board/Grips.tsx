/** What can be taken in the plan view: dimensions that are dragged, and clamps that are moved along the board's sides. */
import { useRef } from "react";
import type { AskedField, ClampAt, Grip, View } from "../api/client";
import { changes, moving, nearestSide, typedBy } from "./gripping";
import { outlinePath, type Scale } from "./scale";

interface GripsProps {
  view: View;
  scale: Scale;
  onGrip: (typed: Partial<Record<AskedField, string>>) => void;
}

const STEPS: Record<string, readonly [number, number]> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, 1],
  ArrowDown: [0, -1],
};

/** The dimensions of a cut, each dragged at its own place; arrow keys move it by half a millimetre. */
export function Grips({ view, scale, onGrip }: GripsProps) {
  const taken = useRef<{ x: number; y: number; px: number; grip: Grip } | null>(null);
  const release = () => {
    taken.current = null;
  };
  return view.grips.map((grip, index) => {
    const sideways = Math.abs(grip.way[0]) > Math.abs(grip.way[1]);
    return (
      <path
        // biome-ignore lint/suspicious/noArrayIndexKey: a grip is its place in the order while it is dragged
        key={`${grip.field}${index}`}
        d={outlinePath(grip.points, scale)}
        fill="transparent"
        stroke="transparent"
        strokeWidth="8"
        className={`grip touch-none ${grip.other ? "cursor-move" : sideways ? "cursor-ew-resize" : "cursor-ns-resize"}`}
        data-drag={grip.field}
        role="slider"
        tabIndex={0}
        aria-label={grip.field.replace("_", " ")}
        aria-valuenow={grip.value}
        onPointerDown={(event) => {
          event.currentTarget.setPointerCapture(event.pointerId);
          taken.current = { x: event.clientX, y: event.clientY, px: scale.px, grip };
        }}
        onPointerMove={(event) => {
          const from = taken.current;
          if (!from) return;
          const mm: [number, number] = [
            (event.clientX - from.x) / from.px,
            (from.y - event.clientY) / from.px,
          ];
          onGrip(changes(from.grip, mm, from.px));
        }}
        onPointerUp={release}
        onPointerCancel={release}
        onKeyDown={(event) => {
          const step = STEPS[event.key];
          const moved = step && moving(grip, step);
          if (!moved) return;
          event.preventDefault();
          const text = typedBy(moved.grip, moved.grip.value + moved.sense * 0.5);
          if (text !== null) onGrip({ [moved.grip.field]: text });
        }}
      />
    );
  });
}

interface ClampsProps {
  view: View;
  scale: Scale;
  onClamps: (clamps: ClampAt[]) => void;
}

const PAD = 15;

/** The clamps on the board, moved along its sides and from one side to another. */
export function Clamps({ view, scale, onClamps }: ClampsProps) {
  const taken = useRef<number | null>(null);
  const board = view.board;
  if (!board) return null;
  const all = view.clamps.map(({ side, at }) => ({ side, at }));
  const put = (index: number, clamp: ClampAt) =>
    onClamps(all.map((each, place) => (place === index ? clamp : each)));
  return view.clamps.map((clamp, index) => {
    const long = clamp.side === "near" || clamp.side === "far" ? board[0] : board[1];
    return (
      <path
        // biome-ignore lint/suspicious/noArrayIndexKey: a clamp is its place in the order while it is dragged
        key={index}
        d={outlinePath(clamp.points, scale)}
        fill="transparent"
        stroke="transparent"
        strokeWidth="14"
        className="grip cursor-move touch-none"
        data-drag="clamp"
        data-clashes={clamp.clashes}
        role="slider"
        tabIndex={0}
        aria-label={`Clamp on the ${clamp.side} side`}
        aria-valuenow={clamp.at}
        onPointerDown={(event) => {
          event.currentTarget.setPointerCapture(event.pointerId);
          taken.current = index;
        }}
        onPointerMove={(event) => {
          if (taken.current !== index) return;
          const box = event.currentTarget.ownerSVGElement?.getBoundingClientRect();
          if (!box) return;
          const x = (event.clientX - box.left - scale.x(0)) / scale.px;
          const y = (scale.y(0) - (event.clientY - box.top)) / scale.px;
          put(index, nearestSide([x, y], [board[0] ?? 0, board[1] ?? 0]));
        }}
        onPointerUp={() => {
          taken.current = null;
        }}
        onPointerCancel={() => {
          taken.current = null;
        }}
        onKeyDown={(event) => {
          const step = STEPS[event.key];
          if (!step) return;
          event.preventDefault();
          const at = clamp.at + (step[0] + step[1]) * 5;
          put(index, { side: clamp.side, at: Math.min(Math.max(at, PAD), (long ?? 0) - PAD) });
        }}
      />
    );
  });
}
