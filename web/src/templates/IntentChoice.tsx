import type { KeptOutline } from "../api/client";

export type Meant = Pick<KeptOutline, "intent" | "is_template">;

/** Whether an outline is of a hole or of a part, or is the edge of a template that is there already. */
export function IntentChoice({ meant, onChoose }: { meant: Meant; onChoose: (meant: Meant) => void }) {
  const { intent, is_template } = meant;
  return (
    <fieldset className="flex flex-wrap gap-2" aria-label="What the outline is">
      {(
        [
          ["recess", is_template ? "Followed inside" : "It is the hole"],
          ["part", is_template ? "Followed outside" : "It is the part"],
        ] as const
      ).map(([each, says]) => (
        <button
          key={each}
          type="button"
          aria-pressed={intent === each}
          className={`button ${intent === each ? "button-main" : ""}`}
          onClick={() => onChoose({ intent: each, is_template })}
          data-testid={`intent-${each}`}
        >
          {says}
        </button>
      ))}
      <label className="flex min-h-11 items-center gap-2 text-body">
        <input
          type="checkbox"
          className="size-5"
          checked={is_template}
          onChange={(event) => onChoose({ intent, is_template: event.target.checked })}
          data-testid="is-template"
        />
        It is the edge of a template that I have
      </label>
    </fieldset>
  );
}
