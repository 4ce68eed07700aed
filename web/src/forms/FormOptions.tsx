/** What may be answered besides the sentence, and, once it is opened, what few answer. */
import { useState } from "react";
import type { CutForm } from "../api/client";
import { FormBlank, keyOf } from "./FormBlank";
import type { Filling } from "./filling";

interface Props {
  form: CutForm;
  filling: Filling;
  children?: React.ReactNode;
}

export function FormOptions({ form, filling, children }: Props) {
  const [opened, setOpened] = useState(false);
  const wrong = form.more.some((blank) => "field" in blank && filling.problemAt(blank.field));
  const open = opened || form.open || wrong;
  return (
    <div className="mt-1.5 flex flex-wrap items-center gap-1.5" data-testid="options">
      {[...form.options, ...(open ? form.more : [])].map((blank) => (
        <FormBlank key={keyOf(blank)} blank={blank} filling={filling} look="option" />
      ))}
      {open || form.more.length === 0 ? null : (
        <button
          type="button"
          className="quiet px-1"
          onClick={() => setOpened(true)}
          data-testid="more-options"
        >
          {form.more_says}
        </button>
      )}
      {children}
    </div>
  );
}
