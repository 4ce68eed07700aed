/** What can be taken in the plan view: dimensions that are dragged, and clamps that are moved along the board's sides. */
import type { Change, ClampAt, DragHandle, Unit, View } from "../api/client";
import { usePulling } from "../ui/pulling";
import { plainly, reading } from "../ui/words";
import { changeOf, changes, moving, nearestSide, typedBy } from "./handles";
import { outlinePath, type Scale, unbroken } from "./scale";

interface HandlesProps {
  view: View;
  unit: Unit;
  scale: Scale;
  onEdit: (change: Change) => void;
}

const STEPS: Record<string, readonly [number, number]> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, 1],
  ArrowDown: [0, -1],
};

/** The dimensions of a cut, each dragged at its own place; arrow keys move it by a step. */
export function Handles({ view, unit, scale, onEdit }: HandlesProps) {
  const pulling = usePulling<{ px: number; handle: DragHandle }>();
  return view.handles.map((handle, index) => {
    const sideways = Math.abs(handle.direction[0]) > Math.abs(handle.direction[1]);
    return (
      <path
        // biome-ignore lint/suspicious/noArrayIndexKey: a handle is its place in the order while it is dragged
        key={`${handle.field}${index}`}
        d={outlinePath(handle.points, scale)}
        fill="transparent"
        stroke="transparent"
        strokeWidth="8"
        className={`handle touch-none ${handle.other ? "cursor-move" : sideways ? "cursor-ew-resize" : "cursor-ns-resize"}`}
        data-drag={handle.field}
        role="slider"
        tabIndex={0}
        aria-label={handle.name}
        aria-valuenow={handle.value}
        aria-valuemin={0}
        aria-valuemax={Math.max(handle.most, handle.value)}
        aria-valuetext={handle.shown ? plainly(reading(handle.shown, unit)) : undefined}
        {...pulling(
          () => ({ px: scale.px, handle }),
          (from, right, up) => onEdit(changes(from.handle, [right / from.px, up / from.px], from.px)),
        )}
        onKeyDown={(event) => {
          const step = STEPS[event.key];
          const moved = step && moving(handle, step);
          if (!moved) return;
          event.preventDefault();
          const at = moved.handle;
          onEdit(changeOf(at, typedBy(at, at.value + moved.sense * at.step, at.step)));
        }}
      />
    );
  });
}

interface ClampsProps {
  view: View;
  unit: Unit;
  scale: Scale;
  onClamps: (clamps: ClampAt[]) => void;
}

const PAD = 15;

/** The clamps on the board, moved along its sides and from one side to another. */
export function Clamps({ view, unit, scale, onClamps }: ClampsProps) {
  const pulling = usePulling<number>();
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
        className="handle cursor-move touch-none"
        data-drag="clamp"
        data-clashes={clamp.clashes}
        role="slider"
        tabIndex={0}
        aria-label={`Clamp on the ${clamp.side} side, from its ${clamp.side === "near" || clamp.side === "far" ? "left" : "near"} end`}
        aria-valuenow={clamp.at}
        aria-valuemin={0}
        aria-valuemax={long}
        aria-valuetext={plainly(reading(clamp.shown, unit))}
        {...pulling(
          () => index,
          (from, _right, _up, event) => {
            const box = event.currentTarget.ownerSVGElement?.getBoundingClientRect();
            if (from !== index || !box) return;
            const x = (event.clientX - box.left - scale.x(0)) / scale.px;
            const y = (scale.y(0) - (event.clientY - box.top)) / scale.px;
            put(index, nearestSide(unbroken(view, [x, y]), [board[0] ?? 0, board[1] ?? 0]));
          },
        )}
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
