import { useId, useState } from "react";
import type { FormField, Texts, ToolForm, Unit } from "../api/client";
import { useReadings } from "../instruments/target";
import { Words } from "../ui/Words";
import { inUnit } from "../ui/words";
import { MeasureFigure } from "./MeasureFigure";

interface FieldProblem {
  field: string | null;
  words: { metric: string; inch: string };
  partial: boolean;
}

interface Props {
  form: ToolForm;
  texts: Texts;
  problem: FieldProblem | null;
  /** Fields that were filled in as usual and want a look. */
  guessed?: readonly string[];
  unit: Unit;
  /** Put before a field's name where a problem names it, as in `bases.0.`. */
  prefix?: string;
  skip?: readonly string[];
  onType: (field: string, text: string) => void;
}

/** The fields of a tool. Every text stays as typed; what is wrong is said at its field. */
export function Fields({ form, texts, problem, guessed, unit, prefix, skip, onType }: Props) {
  const [at, setAt] = useState<string | null>(null);
  const measured = form.fields.find((field) => field.field === at);
  return (
    <fieldset
      aria-label={form.title}
      className="grid min-w-0 grid-cols-2 gap-x-3 gap-y-2 sm:grid-cols-3 xl:grid-cols-4"
      onFocus={(event) => setAt(event.target.dataset.field ?? null)}
      onBlur={(event) => {
        if (!event.currentTarget.contains(event.relatedTarget)) setAt(null);
      }}
    >
      {form.fields
        .filter((field) => !skip?.includes(field.field))
        .map((field) => (
          <One
            key={field.field}
            field={field}
            text={texts[field.field] ?? ""}
            guess={guessed?.includes(field.field) ?? false}
            problem={problem?.field === `${prefix ?? ""}${field.field}` ? problem : null}
            unit={unit}
            onType={(text) => onType(field.field, text)}
          />
        ))}
      {measured ? <MeasureFigure field={measured.field} label={measured.label} form={form.kind} /> : null}
    </fieldset>
  );
}

interface OneProps {
  field: FormField;
  text: string;
  guess: boolean;
  problem: FieldProblem | null;
  unit: Unit;
  onType: (text: string) => void;
}

function One({ field, text, guess, problem, unit, onType }: OneProps) {
  const id = useId();
  const readings = useReadings(id, field.label, onType, field.takes === "length");
  const state = problem === null ? "valid" : problem.partial && text ? "partial" : "invalid";
  const choices = field.takes === "yes" ? ["yes", "no"] : field.choices;
  return (
    <div className="flex min-w-0 flex-col gap-0.5">
      <label htmlFor={id} className="label truncate">
        {field.label}
        {field.optional ? "" : " *"}
        {guess ? <b className="ml-1 text-hazard">usual; check</b> : null}
      </label>
      {choices.length > 0 ? (
        <select
          id={id}
          className="field"
          data-state={state}
          data-field={field.field}
          value={text}
          onChange={(event) => onType(event.target.value)}
        >
          <option value="">{field.takes === "yes" ? "not known" : "—"}</option>
          {choices.map((choice) => (
            <option key={choice} value={choice}>
              {choice.replaceAll("-", " ")}
            </option>
          ))}
        </select>
      ) : (
        <input
          id={id}
          className={`field ${guess ? "border-dashed border-hazard" : ""}`}
          data-state={state}
          data-field={field.field}
          {...readings}
          aria-invalid={state === "invalid"}
          value={text}
          placeholder={field.help}
          autoComplete="off"
          spellCheck={false}
          onChange={(event) => onType(event.target.value)}
        />
      )}
      {problem && state === "invalid" ? (
        <span className="text-note leading-snug text-cut" role="alert">
          <Words text={inUnit(problem.words, unit)} />
        </span>
      ) : null}
    </div>
  );
}
