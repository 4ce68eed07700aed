/** A dial as a curve: where its positions lie on paper, and what a dragged or typed point becomes. No rule is computed here. */
import type { DialPosition } from "../api/client";

export const STEP = 100;

export interface Frame {
  width: number;
  height: number;
  left: number;
  bottom: number;
  top: number;
  right: number;
}

/** Where each position lies: numbers in their own distances, letters evenly. */
export function placesOf(dial: readonly DialPosition[], frame: Frame): number[] {
  const across = frame.width - frame.left - frame.right;
  const numbers = dial.map((each) => (typeof each.setting === "number" ? each.setting : null));
  const first = numbers[0];
  const last = numbers.at(-1);
  if (first != null && last != null && last !== first && !numbers.includes(null))
    return numbers.map((n) => frame.left + (((n ?? 0) - first) / (last - first)) * across);
  return dial.map(
    (_, place) => frame.left + (dial.length > 1 ? (place / (dial.length - 1)) * across : across / 2),
  );
}

/** The height of a speed on paper. */
export function heightOf(rpm: number, top: number, frame: Frame): number {
  return frame.height - frame.bottom - (rpm / top) * (frame.height - frame.bottom - frame.top);
}

/** The speed at a height, in steps of 100 rpm. */
export function speedAt(y: number, top: number, frame: Frame): number {
  const share = (frame.height - frame.bottom - y) / (frame.height - frame.bottom - frame.top);
  return Math.max(STEP, Math.round((share * top) / STEP) * STEP);
}

/** A point with another speed: from now on measured, and the manual's word kept beside it. */
export function measured(position: DialPosition, rpm: number): DialPosition {
  return {
    ...position,
    rpm,
    measured: true,
    manual_rpm: position.measured ? (position.manual_rpm ?? null) : position.rpm || null,
  };
}

/** The positions that a text names, as written on a dial: `1 2 3` or `A, B, C`; their speeds are still to be measured. */
export function positionsOf(text: string): DialPosition[] {
  const names = [...new Set(text.split(/[\s,;]+/).filter(Boolean))];
  return names.map((name) => {
    const number = Number(name.replace(",", "."));
    return { setting: Number.isFinite(number) ? number : name, rpm: 0, measured: false, manual_rpm: null };
  });
}
