interface Props {
  label: string;
  value: string;
  options: readonly (readonly [string, string])[];
  onPick: (value: string) => void;
  disabled?: boolean;
  /** As a word of a sentence, and no box. */
  inSentence?: boolean;
}

const BOX = "max-w-full [field-sizing:content] rounded border border-rule bg-paper px-1 py-1.5 text-small";
const WORD =
  "max-w-full [field-sizing:content] border-b-[2.5px] border-ink-2 border-dotted bg-transparent font-bold";

/** A choice in as little room as its words take; what it is about stands in its own words. */
export function Choice({ label, value, options, onPick, disabled = false, inSentence = false }: Props) {
  return (
    <select
      aria-label={label}
      title={label}
      className={inSentence ? WORD : BOX}
      value={value}
      disabled={disabled}
      onChange={(event) => onPick(event.target.value)}
      data-testid={`option-${label.toLowerCase().replace(/ /g, "-")}`}
    >
      {options.map(([key, says]) => (
        <option key={key} value={key}>
          {says}
        </option>
      ))}
    </select>
  );
}
