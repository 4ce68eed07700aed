import type { Unit, View } from "../api/client";
import { Drawing } from "./Drawing";

/** What a word means, drawn small. */
export function WordDrawing({ word, view, unit }: { word: string; view: View | null; unit: Unit }) {
  if (!view) return null;
  return (
    <div className="h-28 w-44 rounded border border-rule bg-paper p-1" data-testid="word-drawing">
      <Drawing view={view} unit={unit} label={`${word}, drawn`} onPick={() => undefined} />
    </div>
  );
}
