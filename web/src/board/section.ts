/** Looking at a section: at a stage, at a scale, beside another. Nothing is computed of the cut. */
import type { View } from "../api/client";

/** Pixels of a screen to a millimetre at 1:1, by the usual 96 to an inch. */
export const PX_PER_MM = 96 / 25.4;

type Frame = View["frame"];

/** The frame that holds both. */
export const union = (a: Frame, b: Frame): Frame => [
  Math.min(a[0], b[0]),
  Math.min(a[1], b[1]),
  Math.max(a[2], b[2]),
  Math.max(a[3], b[3]),
];

/** The view after so many stages: what later ones take is still wood. */
export const atStage = (view: View, done: number): View => ({
  ...view,
  outlines: view.outlines.map((shape) =>
    shape.role === "pass" && Number(shape.label?.metric) > done
      ? { ...shape, role: "work", label: null }
      : shape,
  ),
});

/** How large a frame is shown in a box, as a ratio such as 4.2:1; at most 20:1. */
export function ratioOf(frame: Frame, width: number, height: number, zoom: number): string {
  if (zoom > 0) return `${zoom}:1`;
  if (width === 0 || height === 0) return "";
  const px = fitting(frame, width, height);
  return `${Math.round((px / PX_PER_MM) * 10) / 10}:1`;
}

/** Pixels to a millimetre that fit a frame into a box, at most 20:1. */
export const fitting = (frame: Frame, width: number, height: number): number =>
  Math.min(width / (frame[2] - frame[0]), height / (frame[3] - frame[1]), 20 * PX_PER_MM);
