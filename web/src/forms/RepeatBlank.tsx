/** How often a cut is made. */
import { Choice } from "../ui/Choice";
import type { BlankOf, Filling } from "./filling";

const PLACES = "At given places";
const said = (count: number) => (count === 1 ? "Once" : `${count} times`);

export function RepeatBlank({ blank, filling }: { blank: BlankOf<"repeat">; filling: Filling }) {
  const { repeating } = filling;
  if (!repeating) return null;
  const options = [...blank.counts.map(said), ...(blank.places ? [PLACES] : [])];
  return (
    <>
      <Choice
        label={blank.label}
        value={blank.at_places ? PLACES : said(blank.count)}
        options={options.map((each) => [each, each] as const)}
        disabled={repeating.busy}
        onPick={(says) =>
          repeating.ask(says === PLACES ? null : (blank.counts.find((count) => said(count) === says) ?? 1))
        }
      />
      {blank.at_places ? (
        <button
          type="button"
          className="quiet px-1"
          disabled={repeating.busy}
          onClick={() => repeating.ask(null)}
          data-testid="another-place"
        >
          one more
        </button>
      ) : null}
    </>
  );
}
