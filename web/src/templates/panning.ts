/** Moving and enlarging a drawing with one finger, two, or the wheel. While it lasts only the picture is moved; it is drawn anew once
 * it is let go, so that outlines of many sides follow the finger. */
import { useLayoutEffect, useRef, useState } from "react";
import type { Spot } from "./measuring";

/** The middle of what is shown, in mm with y up, and how many times it is enlarged. */
export interface At {
  x: number;
  y: number;
  zoom: number;
}

export interface Pixel {
  x: number;
  y: number;
}

/** Fingers, or the mouse: what lay under their middle, where that was and is on the screen, and how far apart they have gone. */
export interface Gesture {
  spot: Spot;
  from: Pixel;
  to: Pixel;
  by: number;
}

/** What a frame on the screen shows of a drawing so many mm wide and high. */
export interface Framed {
  wide: number;
  high: number;
  box: DOMRect;
}

export const [NEAREST, FURTHEST] = [40, 1.2];
/** How much of the frame a picture is moved before it is drawn anew: as much again lies beside it. */
const BESIDE = 0.45;

const bound = (zoom: number) => Math.min(NEAREST, Math.max(1 / FURTHEST, zoom));

/** Millimetres to a pixel. */
export const scaleOf = ({ wide, high, box }: Framed, zoom: number) =>
  Math.max(wide / zoom / Math.max(box.width, 1), high / zoom / Math.max(box.height, 1));

const middleOf = ({ box }: Framed): Pixel => ({ x: box.left + box.width / 2, y: box.top + box.height / 2 });

/** The place of a drawing under a pixel. */
export function spotUnder(framed: Framed, at: At, pixel: Pixel): Spot {
  const [scale, middle] = [scaleOf(framed, at.zoom), middleOf(framed)];
  return { x: at.x + (pixel.x - middle.x) * scale, y: at.y - (pixel.y - middle.y) * scale };
}

/** What is shown after a gesture: the place that lay under the fingers lies under them still. */
export function after({ spot, to, by }: Gesture, framed: Framed, at: At): At {
  const zoom = bound(at.zoom * by);
  const [scale, middle] = [scaleOf(framed, zoom), middleOf(framed)];
  return { x: spot.x - (to.x - middle.x) * scale, y: spot.y + (to.y - middle.y) * scale, zoom };
}

interface Held {
  gesture: Gesture;
  /** How far apart two fingers were when they were put down; 0 for one. */
  apart: number;
}

export function usePanning(wide: number, high: number, begin: At) {
  const frame = useRef<HTMLDivElement>(null);
  const layer = useRef<SVGSVGElement>(null);
  const [at, setAt] = useState(begin);
  // What was put last: the next event may come before it is drawn.
  const now = useRef(begin);
  const fingers = useRef(new Map<number, Pixel>());
  const held = useRef<Held | null>(null);
  // biome-ignore lint/correctness/useExhaustiveDependencies: drawn anew it lies where it was moved to
  useLayoutEffect(() => {
    if (layer.current) layer.current.style.transform = "";
  }, [at]);
  const framed = (): Framed => ({
    wide,
    high,
    box: frame.current?.getBoundingClientRect() ?? new DOMRect(0, 0, 1, 1),
  });
  const put = (change: (known: At) => At) => {
    now.current = change(now.current);
    setAt(now.current);
  };
  /** Where the fingers lie now, from here on. */
  const hold = () => {
    const [one, other] = [...fingers.current.values()];
    const middle = one && other ? { x: (one.x + other.x) / 2, y: (one.y + other.y) / 2 } : one;
    held.current = middle
      ? {
          gesture: { spot: spotUnder(framed(), now.current, middle), from: middle, to: middle, by: 1 },
          apart: one && other ? Math.hypot(one.x - other.x, one.y - other.y) : 0,
        }
      : null;
  };
  /** Draws it anew where it was moved to. */
  const draw = () => {
    const gesture = held.current?.gesture;
    if (gesture && moves(gesture)) put((known) => after(gesture, framed(), known));
  };
  const show = ({ from, to, by }: Gesture) => {
    const { box } = framed();
    if (!layer.current) return;
    // The layer reaches half a frame beyond it on every side.
    const [left, top] = [box.left - box.width / 2, box.top - box.height / 2];
    layer.current.style.transformOrigin = `${from.x - left}px ${from.y - top}px`;
    layer.current.style.transform = `translate(${to.x - from.x}px, ${to.y - from.y}px) scale(${by})`;
  };
  return {
    frame,
    layer,
    at,
    put,
    framed,
    fingers: {
      onPointerDown: (event: React.PointerEvent) => {
        event.currentTarget.setPointerCapture(event.pointerId);
        draw();
        fingers.current.set(event.pointerId, { x: event.clientX, y: event.clientY });
        hold();
      },
      onPointerMove: (event: React.PointerEvent) => {
        if (!held.current || !fingers.current.has(event.pointerId)) return;
        fingers.current.set(event.pointerId, { x: event.clientX, y: event.clientY });
        const [one, other] = [...fingers.current.values()];
        if (!one) return;
        const { gesture, apart } = held.current;
        gesture.to = other ? { x: (one.x + other.x) / 2, y: (one.y + other.y) / 2 } : one;
        gesture.by = other && apart > 0 ? Math.hypot(one.x - other.x, one.y - other.y) / apart : 1;
        show(gesture);
        const { box } = framed();
        const far = Math.abs(gesture.to.x - gesture.from.x) > BESIDE * box.width;
        if (!far && Math.abs(gesture.to.y - gesture.from.y) <= BESIDE * box.height) return;
        draw();
        hold();
      },
      onPointerUp: (event: React.PointerEvent) => {
        if (!fingers.current.has(event.pointerId)) return;
        draw();
        fingers.current.delete(event.pointerId);
        hold();
      },
    },
    onWheel: (event: React.WheelEvent, step: number) => {
      const pixel = { x: event.clientX, y: event.clientY };
      const by = event.deltaY < 0 ? step : 1 / step;
      put((known) =>
        after({ spot: spotUnder(framed(), known, pixel), from: pixel, to: pixel, by }, framed(), known),
      );
    },
  };
}

const moves = ({ from, to, by }: Gesture) => from.x !== to.x || from.y !== to.y || by !== 1;
