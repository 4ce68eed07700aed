interface Props {
  label: string;
  value: string;
  options: readonly (readonly [string, string])[];
  onPick: (value: string) => void;
  disabled?: boolean;
}

/** A choice in as little room as its words take; what it is about stands in its own words. */
export function Choice({ label, value, options, onPick, disabled = false }: Props) {
  return (
    <select
      aria-label={label}
      title={label}
      className="max-w-full [field-sizing:content] rounded border border-rule bg-paper px-1 py-1.5 text-[14px]"
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
