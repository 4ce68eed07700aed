/** Splitting what the server wrote into plain text and fractions, so that fractions can be set as such. */
import type { Reading, Shown, Text, Unit } from "../api/client";

export const inUnit = (text: Text, unit: Unit): string => (unit === "in" ? text.inch : text.metric);

export const reading = (shown: Shown, unit: Unit): Reading => (unit === "in" ? shown.inch : shown.metric);

/** A reading in one line of plain text. */
export const plainly = (read: Reading): string => `${read.number} ${read.unit}`.trim();

export interface Part {
  text: string;
  fraction: boolean;
}

const FRACTION = /(?<![\d/.])(\d{1,3}\/\d{1,3})(?![\d/])/;

/** Parts of a text; a whole number right before a fraction stays outside of it. */
export function parts(text: string): Part[] {
  return text
    .split(FRACTION)
    .map((piece, index) => ({ text: piece, fraction: index % 2 === 1 }))
    .filter((part) => part.text !== "");
}

/** An amount behind the shop's sign for money. */
export const money = (amount: number, currency: string, digits = 0) =>
  `${currency}${amount.toLocaleString("en", { minimumFractionDigits: digits, maximumFractionDigits: Math.max(digits, amount % 1 ? 2 : 0) })}`;

/** The day of a time, as one writes it. */
export const day = (at: string) =>
  new Date(at).toLocaleDateString("en", { day: "numeric", month: "short", year: "numeric" });
