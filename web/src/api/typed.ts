/** What was kept, as it is sent back. */
import type { Change, CutIn, CutItem, LengthIn, PieceIn, PieceItem, Repeats, Schemas, Unit } from "./types";

/** A kept length as it is sent back: its text and its unit, without the value the server worked out. */
export const asTyped = (length: { typed: string; unit?: Unit }): LengthIn => ({
  typed: length.typed,
  unit: length.unit ?? "mm",
});

/** What was kept, with every length in it as it was typed. */
function typedAgain(kept: unknown): unknown {
  if (Array.isArray(kept)) return kept.map(typedAgain);
  if (kept === null || typeof kept !== "object") return kept;
  if ("typed" in kept && typeof kept.typed === "string") return asTyped(kept as Schemas["Length"]);
  return Object.fromEntries(Object.entries(kept).map(([key, value]) => [key, typedAgain(value)]));
}

/** A kept piece as a request takes it. */
export const pieceIn = (piece: PieceItem["piece"]) => typedAgain(piece) as PieceIn;

/** A kept cut as a request takes it. */
export const cutIn = (cut: CutItem["cut"]) => typedAgain(cut) as CutIn;
export const repeatsIn = (repeats: Repeats) => typedAgain(repeats) as Change;
