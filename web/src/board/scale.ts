/** From the drawing's millimetres (y up) to the screen's pixels (y down). */
import type { Unit, View } from "../api/client";

export interface Scale {
  readonly px: number;
  readonly x: (mm: number) => number;
  readonly y: (mm: number) => number;
}

/** What a layer of a drawing is drawn from; `right` is where the picture ends, in pixels. */
export interface Layer {
  view: View;
  scale: Scale;
  unit: Unit;
  right: number;
}

type Frame = readonly [number, number, number, number];

/** Room in pixels that stays free above and below a frame, for dimensions and arrows that do not shrink with it. */
export interface Room {
  readonly above: number;
  readonly below: number;
}

/** Fits a frame (x0, y0, x1, y1) into a box, centred in the room that is left, with one scale for both axes. */
export function fitted(frame: Frame, width: number, height: number, room: Room): Scale {
  const [x0, y0, x1, y1] = frame;
  const high = height - room.above - room.below;
  const px = Math.max(0.01, Math.min(width / (x1 - x0), high / (y1 - y0)));
  const left = (width - px * (x1 - x0)) / 2;
  const top = room.above + (high - px * (y1 - y0)) / 2;
  return { px, x: (mm) => left + (mm - x0) * px, y: (mm) => top + (y1 - mm) * px };
}

/** A scale of so many pixels to a millimetre, with what is cut away in the middle of the box. */
export function fixedAt(view: View, width: number, height: number, px: number): Scale {
  const cut = view.outlines.filter((shape) => shape.role === "pass").flatMap((shape) => shape.points);
  const [x0, y0, x1, y1] = view.frame;
  const xs = cut.length > 0 ? cut.map(([x]) => x) : [x0, x1];
  const ys = cut.length > 0 ? cut.map(([, y]) => y) : [y0, y1];
  const middle = { x: (Math.min(...xs) + Math.max(...xs)) / 2, y: (Math.min(...ys) + Math.max(...ys)) / 2 };
  return {
    px,
    x: (mm) => width / 2 + (mm - middle.x) * px,
    y: (mm) => height / 2 - (mm - middle.y) * px,
  };
}

/** Where a place along a broken view lies on the whole board. */
export function unbroken(view: View, at: readonly [number, number]): [number, number] {
  const hidden = (axis: "x" | "y", place: number) =>
    view.breaks.reduce((all, each) => (each.axis === axis && place > each.at ? all + each.hidden : all), 0);
  return [at[0] + hidden("x", at[0]), at[1] + hidden("y", at[1])];
}

/** The path of a closed outline. */
export function outlinePath(points: readonly (readonly [number, number])[], scale: Scale): string {
  const at = points.map(([x, y]) => `${scale.x(x).toFixed(2)} ${scale.y(y).toFixed(2)}`);
  return `M${at.join("L")}Z`;
}

/** Half a circle around a centre, with the tip of its arrow at the end; as seen. */
export function turnPath(
  cx: number,
  cy: number,
  radius: number,
  clockwise: boolean,
): { path: string; tip: string } {
  const right = clockwise ? 1 : -1;
  const from = { x: cx - right * radius * Math.SQRT1_2, y: cy + radius * Math.SQRT1_2 };
  const to = { x: cx + right * radius * Math.SQRT1_2, y: cy - radius * Math.SQRT1_2 };
  const path = `M${from.x} ${from.y}A${radius} ${radius} 0 0 ${clockwise ? 1 : 0} ${to.x} ${to.y}`;
  const size = 7 * right;
  const tip = `M${to.x + size * 0.9} ${to.y + 6.3}l${-size * 1.9} -1.4l${size * 1.7} -11.9Z`;
  return { path, tip };
}
