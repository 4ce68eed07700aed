/** The sentence that says what is asked; every blank in it is filled in where it stands. */
import { Fragment } from "react";
import type { CutForm } from "../api/client";
import { FormBlank, keyOf } from "./FormBlank";
import type { Filling } from "./filling";

export function FormSentence({ form, filling }: { form: CutForm; filling: Filling }) {
  return (
    <div
      className="flex flex-wrap items-start gap-x-[0.36em] gap-y-0.5 text-title leading-[1.3]"
      data-testid="sentence"
    >
      {form.sentence.map((part, index) => (
        // The space is there for those who are read the sentence, or copy it.
        <Fragment key={part.takes === "words" ? `${index} ${part.text}` : keyOf(part)}>
          {part.takes === "words" ? (
            <span>
              {part.before ? `${part.before} ` : ""}
              {part.strong ? <b className="font-semibold">{part.text}</b> : part.text}
              {part.after}
            </span>
          ) : (
            <FormBlank blank={part} filling={filling} look="sentence" />
          )}{" "}
        </Fragment>
      ))}
    </div>
  );
}
