import { useId, useState } from "react";
import type { LengthIn, Problem, Unit } from "../api/client";
import { useReadings } from "../instruments/target";
import { Words } from "./Words";
import { inUnit } from "./words";

export type FieldState = "valid" | "partial" | "invalid";

export const stateOf = (problem: Problem | null): FieldState =>
  problem === null ? "valid" : problem.partial ? "partial" : "invalid";

interface Props {
  label: string;
  name: string;
  value: LengthIn;
  unit: Unit;
  problem: Problem | null;
  /** The unit that the text leaves out, as the server says. */
  suffix?: string;
  /** What stands for an empty text. */
  placeholder?: string;
  onType: (value: LengthIn) => void;
  className: string;
  hint?: React.ReactNode;
  /** What floats covers what stands below; of a cut that only lacks a tool the screen says it where it is not in the way. */
  messageAt?: "below" | "floating";
}

/**
 * The one length field. The text stays as typed; the server says whether it is right, partial or wrong. A text without a
 * unit that was typed under the other unit gets its unit written out before it is changed, so that it keeps its meaning.
 */
export function LengthField(props: Props) {
  const { label, name, value, unit, problem, suffix, onType } = props;
  const id = useId();
  const [focused, setFocused] = useState(false);
  const readings = useReadings(id, label, (typed) => onType({ typed, unit }));
  const state = stateOf(problem);
  const shown = focused && suffix && value.unit !== unit ? `${value.typed} ${suffix}` : value.typed;
  const message = problem && (state === "invalid" || !focused) ? inUnit(problem.message, unit) : null;
  return (
    <span className="relative inline-flex flex-col">
      <input
        id={id}
        name={name}
        aria-label={label}
        aria-invalid={state === "invalid"}
        aria-describedby={message ? `${id}-message` : undefined}
        data-state={state}
        data-field={name}
        {...readings}
        className={props.className}
        value={shown}
        placeholder={props.placeholder}
        inputMode="text"
        autoComplete="off"
        spellCheck={false}
        onFocus={(event) => {
          setFocused(true);
          event.target.select();
        }}
        onBlur={() => setFocused(false)}
        onChange={(event) => onType({ typed: event.target.value, unit })}
        onKeyDown={(event) => {
          if (event.key !== "Enter") return;
          // In a form it sends the form; where all is kept by itself it is done with.
          if (!event.currentTarget.form) event.currentTarget.blur();
        }}
      />
      {props.hint}
      {message ? (
        <span
          id={`${id}-message`}
          role="alert"
          className={
            props.messageAt === "floating"
              ? problem?.lacks
                ? "sr-only"
                : "floating absolute top-full left-0 mt-2 w-72 p-3 text-body leading-snug font-normal text-ink border-l-4 border-l-cut"
              : "mt-1 text-small text-cut"
          }
        >
          <Words text={message} />
        </span>
      ) : null}
    </span>
  );
}
