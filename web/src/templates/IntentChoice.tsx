import type { KeptOutline } from "../api/client";

/** Whether an outline is of a hole or of a part. */
export function IntentChoice({
  intent,
  onChoose,
}: {
  intent: KeptOutline["intent"];
  onChoose: (intent: KeptOutline["intent"]) => void;
}) {
  return (
    <fieldset className="flex flex-wrap gap-2" aria-label="What the outline is">
      {(
        [
          ["recess", "It is the hole"],
          ["part", "It is the part"],
        ] as const
      ).map(([each, says]) => (
        <button
          key={each}
          type="button"
          aria-pressed={intent === each}
          className={`button ${intent === each ? "button-main" : ""}`}
          onClick={() => onChoose(each)}
          data-testid={`intent-${each}`}
        >
          {says}
        </button>
      ))}
    </fieldset>
  );
}
