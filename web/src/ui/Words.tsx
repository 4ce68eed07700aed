import type { Reading } from "../api/client";
import { parts } from "./words";

/** A text whose fractions are set as real fractions. */
export function Words({ text }: { text: string }) {
  return (
    <>
      {parts(text).map((part, index) =>
        part.fraction ? (
          // The same text always splits alike, so the place is the key.
          // biome-ignore lint/suspicious/noArrayIndexKey: see above
          <span key={index} className="frac">
            {part.text}
          </span>
        ) : (
          part.text
        ),
      )}
    </>
  );
}

/** A large reading: its digits, its unit, and the error of a rounded fraction. */
export function BigReading({ reading, large = true }: { reading: Reading; large?: boolean }) {
  return (
    <span className="whitespace-nowrap">
      <span className={large ? "figure" : "font-semibold"}>
        <Words text={reading.number} />
      </span>
      {reading.unit ? <span className={large ? "figure-unit" : ""}> {reading.unit}</span> : null}
      {reading.error ? <span className="text-ink-2 text-note"> ({reading.error})</span> : null}
    </span>
  );
}

/** The same inside a drawing. */
export function SvgWords({ text }: { text: string }) {
  return (
    <>
      {parts(text).map((part, index) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: the same text always splits alike
        <tspan key={index} className={part.fraction ? "frac" : undefined}>
          {part.text}
        </tspan>
      ))}
    </>
  );
}
