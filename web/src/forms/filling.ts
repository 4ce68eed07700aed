/** What a blank needs of the cut that is filled in: what is typed, what is wrong with it, and whom to tell of an answer. */
import type { Blank, Change, CutForm, CutPlan, FormPart, Problem, Unit } from "../api/client";
import type { Repeating } from "../board/repeating";
import { valueAt } from "./draft";

export interface Filling {
  draft: unknown;
  plan: Pick<CutPlan, "asked" | "figures" | "drawing"> | null;
  unit: Unit;
  /** The prefix of the fields' names, where two forms stand on a page. */
  prefix: string;
  repeating: Repeating | null;
  problemAt: (field: string) => Problem | null;
  onEdit: (change: Change, usual?: Change) => void;
}

const fieldOf = (part: FormPart): string | null => ("field" in part ? part.field : null);

/**
 * The field that shows a problem of a cut: the blank it belongs to, or the last one within what it belongs to; null where none
 * does.
 */
export function placeOf(
  problem: Problem | null,
  parts: readonly FormPart[],
  of: "cut" | "joint" = "cut",
): string | null {
  const path = problem?.field;
  if (!path?.startsWith(`${of}.`)) return null;
  const at = path.slice(of.length + 1);
  const fields = parts.map(fieldOf).filter((field) => field !== null);
  return (
    fields.find((field) => field === at) ?? fields.findLast((field) => field.startsWith(`${at}.`)) ?? null
  );
}

/** Every blank of a form that is shown while a cut is edited. */
export const partsOf = (form: CutForm): FormPart[] => [...form.sentence, ...form.options, ...form.more];

/** A length of a cut, as it is typed. */
export function lengthAt({ draft, unit }: Filling, field: string): { typed: string; unit: Unit } {
  return (valueAt(draft, field) as { typed: string; unit: Unit } | null | undefined) ?? { typed: "", unit };
}

export type BlankOf<Takes extends Blank["takes"]> = Extract<Blank, { takes: Takes }>;
