/** The words of the trade that a part of the slip uses, each with what it means. */
import { api, type Unit } from "../api/client";
import { useReading } from "../api/queries";
import { WordDrawing } from "../board/WordDrawing";
import { termsIn } from "../ui/terms";

export function Terms({ texts, unit }: { texts: readonly string[]; unit: Unit }) {
  const words = useReading({ key: ["words"], ask: api.words, fixed: true }).data ?? [];
  const used = termsIn(texts, words);
  if (used.length === 0) return null;
  return (
    <dl className="border-t border-rule pt-1.5 text-small" aria-label="Words used here" data-testid="terms">
      {used.map((each) => (
        <div key={each.word} className="leading-snug">
          <dt className="inline font-semibold">{each.word}: </dt>
          <dd className="inline text-ink-2">{each.says}</dd>
          {each.drawing ? (
            <dd className="py-1">
              <WordDrawing word={each.word} view={each.drawing} unit={unit} />
            </dd>
          ) : null}
        </div>
      ))}
    </dl>
  );
}
