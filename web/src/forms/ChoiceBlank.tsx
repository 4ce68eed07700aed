/** One of several answers: a list, two marks beside one another, or a word that a click turns into its other one. */
import { useId, useState } from "react";
import { Choice } from "../ui/Choice";
import type { Look } from "./FormBlank";
import type { BlankOf, Filling } from "./filling";

interface Props {
  blank: BlankOf<"choice">;
  filling: Filling;
  look: Look;
}

export function ChoiceBlank({ blank, filling, look }: Props) {
  const group = useId();
  // What was picked is shown until the form that follows from it is there.
  const [picked, setPicked] = useState<{ of: Props["blank"]; says: string } | null>(null);
  const chosen = blank.choices.find((each) => each.chosen)?.says ?? "";
  const now = picked?.of === blank ? picked.says : chosen;
  const pick = (says: string) => {
    const answer = blank.choices.find((each) => each.says === says);
    if (!answer || answer.chosen) return;
    setPicked({ of: blank, says });
    filling.onEdit(answer.change, answer.usual);
  };
  const [shown, other] = blank.choices;
  if (blank.flips && shown && other)
    return (
      <span className="inline-flex items-start">
        <button
          type="button"
          className="border-b-[2.5px] border-ink-2 border-dotted font-bold"
          title={blank.label}
          data-testid={Object.keys(other.change)[0]}
          onClick={() => filling.onEdit(other.change, other.usual)}
        >
          {shown.says}
        </button>
        {blank.after ? <span>{blank.after}</span> : null}
      </span>
    );
  const options = blank.choices.map((each) => [each.says, each.says] as const);
  switch (look) {
    case "sentence":
    case "option":
      return (
        <Choice
          label={blank.label}
          value={now}
          options={options}
          inSentence={look === "sentence"}
          onPick={pick}
        />
      );
    case "first":
      return blank.choices.length > 2 ? (
        <label className="flex flex-col gap-1">
          <span className="label">{blank.label}</span>
          <select
            className="field"
            value={now}
            data-testid={`${filling.prefix}${blank.label.toLowerCase()}`}
            onChange={(event) => pick(event.target.value)}
          >
            {options.map(([key]) => (
              <option key={key}>{key}</option>
            ))}
          </select>
        </label>
      ) : (
        <fieldset className="flex flex-wrap items-center gap-x-4 gap-y-1 text-body">
          <legend className="label mb-1">{blank.label}</legend>
          {options.map(([key]) => (
            <label key={key} className="flex items-center gap-2">
              <input
                type="radio"
                name={group}
                className="size-5"
                checked={now === key}
                onChange={() => pick(key)}
              />
              {key}
            </label>
          ))}
        </fieldset>
      );
    default:
      return look satisfies never;
  }
}
