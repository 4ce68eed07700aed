import { Search } from "lucide-react";

interface Props {
  value: string;
  label: string;
  placeholder: string;
  testId: string;
  onType: (text: string) => void;
  field?: React.Ref<HTMLInputElement>;
}

/** A line that finds while one types. */
export function SearchField({ value, label, placeholder, testId, onType, field }: Props) {
  return (
    <label className="relative flex max-w-md min-w-48 flex-1 items-center">
      <Search size={18} aria-hidden className="absolute left-2.5 text-ink-2" />
      <input
        ref={field}
        className="field pl-9!"
        value={value}
        placeholder={placeholder}
        aria-label={label}
        data-testid={testId}
        onChange={(event) => onType(event.target.value)}
      />
    </label>
  );
}
