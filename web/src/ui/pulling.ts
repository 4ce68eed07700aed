/** Pulling something on the screen with a pointer. */
import { type PointerEvent, useRef } from "react";

interface Pull<T> {
  x: number;
  y: number;
  from: T;
}

/**
 * What an element needs to be pulled: `take` says what a pull begins from when the pointer goes down, `move` gets it with every
 * move, and the distance since then in pixels, right and up; `release` and `cancel` end it. One pull at a time.
 */
export function usePulling<T, E extends Element = SVGElement>() {
  const pull = useRef<Pull<T> | null>(null);
  return (
    take: (event: PointerEvent<E>) => T,
    move: (from: T, right: number, up: number, event: PointerEvent<E>) => void,
    release?: () => void,
    cancel?: () => void,
  ) => ({
    onPointerDown: (event: PointerEvent<E>) => {
      event.currentTarget.setPointerCapture(event.pointerId);
      pull.current = { x: event.clientX, y: event.clientY, from: take(event) };
    },
    onPointerMove: (event: PointerEvent<E>) => {
      const taken = pull.current;
      if (taken) move(taken.from, event.clientX - taken.x, taken.y - event.clientY, event);
    },
    onPointerUp: () => {
      if (pull.current) release?.();
      pull.current = null;
    },
    onPointerCancel: () => {
      pull.current = null;
      cancel?.();
    },
  });
}
