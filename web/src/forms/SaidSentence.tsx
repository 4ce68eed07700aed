/** A form's sentence to be read: what is known stands in it, what is missing is a gap with its name. */
import { Fragment, type ReactNode } from "react";
import type { CutForm, CutIn, FormPart } from "../api/client";
import { Words } from "../ui/Words";
import { valueAt } from "./draft";

interface Props {
  form: CutForm;
  cut: CutIn;
}

export function SaidSentence({ form, cut }: Props) {
  const parts = form.sentence.filter((part, index) => {
    const before = form.sentence[index - 1];
    const left = part.takes === "words" && before !== undefined && isLeftOut(before, cut);
    return !left && !isLeftOut(part, cut);
  });
  return (
    <span data-testid="said">
      {parts.map((part, index) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: a sentence is made anew with every answer
        <Fragment key={index}>{said(part, cut)} </Fragment>
      ))}
    </span>
  );
}

const lengthOf = (cut: CutIn, field: string) =>
  valueAt(cut, field) as { typed: string; unit: string } | null | undefined;

/** Whether a length may be left out, and is. */
const isLeftOut = (part: FormPart, cut: CutIn) =>
  part.takes === "length" && part.optional && !lengthOf(cut, part.field)?.typed;

function said(part: FormPart, cut: CutIn): ReactNode {
  switch (part.takes) {
    case "words":
      return (
        <>
          {part.before ? `${part.before} ` : ""}
          {part.strong ? <b>{part.text}</b> : part.text}
          {part.after}
        </>
      );
    case "length": {
      const length = lengthOf(cut, part.field);
      if (!length?.typed) return <span className="border-b-2 border-cut text-cut">{part.label}</span>;
      const typed = /[a-z"″'′]/i.test(length.typed) ? length.typed : `${length.typed} ${length.unit}`;
      return (
        <>
          <b>
            <Words text={typed} />
          </b>
          {part.after}
        </>
      );
    }
    case "number":
    case "angle":
      return `${part.before} ${valueAt(cut, part.field) ?? ""}${part.after}`;
    case "choice":
      return `${part.choices.find((each) => each.chosen)?.says ?? ""}${part.after}`;
    case "edges": {
      const edges = (valueAt(cut, part.field) as string[] | undefined) ?? [];
      if (part.whole.length === edges.length && part.whole.every((each) => edges.includes(each)))
        return "all round";
      const names = part.choices.filter((each) => edges.includes(each.value)).map((each) => each.says);
      return names.join(" and ");
    }
    default:
      return null;
  }
}
