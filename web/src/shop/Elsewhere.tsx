/** What was changed elsewhere while a form was open: both values of every such field, and which of them will be kept. */
import type { Texts, ToolForm } from "../api/client";
import { Words } from "../ui/Words";

export interface Both {
  /** The thing as the form began, as it is kept by now, and as it stood in the form. */
  began: Texts;
  theirs: Texts;
  mine: Texts;
}

/** What to go on with: theirs where the person here changed nothing. */
export function merged({ began, theirs, mine }: Both): Texts {
  const fields = new Set([...Object.keys(mine), ...Object.keys(theirs)]);
  return Object.fromEntries(
    [...fields].map((field) => [
      field,
      (mine[field] ?? "") === (began[field] ?? "") ? (theirs[field] ?? "") : (mine[field] ?? ""),
    ]),
  );
}

interface Props {
  form: ToolForm;
  both: Both | null;
  /** Before the label, as in "Base 2: ". */
  of?: string;
  texts: Texts;
  onChoose: (field: string, text: string) => void;
}

export function Elsewhere({ form, both, of = "", texts, onChoose }: Props) {
  if (!both) return null;
  const { began, theirs } = both;
  const changed = form.fields.filter(({ field }) => (theirs[field] ?? "") !== (began[field] ?? ""));
  if (changed.length === 0) return null;
  return (
    <section
      aria-label={`${of}changed elsewhere`}
      className="border-l-4 border-hazard pl-3 text-small"
      data-testid="elsewhere"
    >
      <p className="font-semibold">{of}Changed elsewhere in the meantime. What shall be kept?</p>
      <ul className="mt-1 flex flex-col gap-1.5">
        {changed.map(({ field, label }) => (
          <li key={field} className="flex flex-wrap items-center gap-2">
            <span className="label min-w-28">{label}</span>
            {(["theirs", "mine"] as const).map((whose) => {
              const text = both[whose][field] ?? "";
              const chosen = (texts[field] ?? "") === text;
              return whose === "mine" && text === (theirs[field] ?? "") ? null : (
                <button
                  key={whose}
                  type="button"
                  aria-pressed={chosen}
                  className={`button ${chosen ? "button-main" : ""}`}
                  onClick={() => onChoose(field, text)}
                  data-testid={`${whose}-${field}`}
                >
                  <Words text={text || "nothing"} />
                  <span className="text-note">{whose === "theirs" ? "elsewhere" : "here"}</span>
                </button>
              );
            })}
          </li>
        ))}
      </ul>
    </section>
  );
}
