/** A number, or an angle in degrees; what is no number stays where it was typed, and is said to be none. */
import { useId, useState } from "react";
import { Words } from "../ui/Words";
import { inUnit } from "../ui/words";
import { valueAt } from "./draft";
import type { Look } from "./FormBlank";
import type { BlankOf, Filling } from "./filling";

interface Props {
  blank: BlankOf<"number" | "angle">;
  filling: Filling;
  look: Look;
}

const CLASSES: Record<Look, string> = {
  sentence: "token text-center",
  option: "w-[4.8em] rounded border border-rule bg-paper px-1.5 py-1.5 text-small",
  first: "field",
};

export function NumberBlank({ blank, filling, look }: Props) {
  const id = useId();
  const { draft, unit, prefix, problemAt, onEdit } = filling;
  const [text, setText] = useState<string | null>(null);
  const value = valueAt(draft, blank.field);
  const number = (typed: string) => Number(typed.replace(",", "."));
  const refused = problemAt(blank.field);
  const wrong = text !== null && !Number.isFinite(number(text));
  const message = wrong ? "This is no number." : refused ? inUnit(refused.message, unit) : null;
  const give = (given: number | null) => onEdit({ [blank.field]: given, ...blank.clears });
  const type = (typed: string) => {
    setText(typed);
    if (typed.trim() === "") give(blank.empty);
    else if (Number.isFinite(number(typed))) give(number(typed));
  };
  const step = (by: number) => {
    const next = (typeof value === "number" ? value : 0) + by * blank.step;
    setText(null);
    give(Math.min(Math.max(next, blank.least ?? -Infinity), blank.most ?? Infinity));
  };
  return (
    <span className={`relative inline-flex ${look === "first" ? "flex-col gap-1" : "items-center gap-1.5"}`}>
      <label htmlFor={id} className={look === "first" ? "label" : look === "option" ? "text-small" : ""}>
        {look === "first" ? blank.label : blank.before}
      </label>
      <span className={`inline-flex ${look === "option" ? "items-center gap-1 text-small" : "items-start"}`}>
        <input
          id={id}
          aria-label={blank.label}
          aria-invalid={message !== null}
          aria-describedby={message ? `${id}-message` : undefined}
          data-field={`${prefix}${blank.field}`}
          data-testid={`option-${blank.field}`}
          inputMode="decimal"
          autoComplete="off"
          className={CLASSES[look]}
          value={text ?? (typeof value === "number" ? String(value) : "")}
          onChange={(event) => type(event.target.value)}
          onBlur={() => {
            if (!wrong) setText(null);
          }}
          onKeyDown={(event) => {
            if (event.key !== "ArrowUp" && event.key !== "ArrowDown") return;
            event.preventDefault();
            step(event.key === "ArrowUp" ? 1 : -1);
          }}
        />
        {look === "first" ? null : <span>{blank.after}</span>}
      </span>
      {message ? (
        <span
          id={`${id}-message`}
          role="alert"
          className={
            look === "first"
              ? "text-small text-cut"
              : refused?.lacks
                ? "sr-only"
                : "floating absolute top-full left-0 z-20 mt-2 w-72 border-l-4 border-l-cut p-3 text-body leading-snug font-normal text-ink"
          }
        >
          <Words text={message} />
        </span>
      ) : null}
    </span>
  );
}
