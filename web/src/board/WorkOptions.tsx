/** Options that channels and pockets have in common: how the work is held, and angles in degrees. */
import type { DadoIn } from "../api/client";
import { Choice } from "../ui/Choice";

type Held = NonNullable<DadoIn["held"]>;

const HELD: readonly (readonly ["" | Held, string])[] = [
  ["", "Held by clamps"],
  ["dogs", "Bench dogs"],
  ["vice", "Vice"],
  ["tape", "Double-sided tape"],
  ["vacuum", "Vacuum"],
  ["carrier", "In a carrier"],
];

export function HeldBy({
  held,
  onPick,
}: {
  held: Held | null | undefined;
  onPick: (held: Held | null) => void;
}) {
  return (
    <Choice
      label="Held by"
      value={held ?? ""}
      options={HELD}
      onPick={(value) => onPick((value || null) as Held | null)}
    />
  );
}

interface DegreesProps {
  before: string;
  label: string;
  name: string;
  value: number;
  min: number;
  max: number;
  step?: number;
  onType: (degrees: number) => void;
}

export function Degrees({ before, label, name, value, min, max, step = 1, onType }: DegreesProps) {
  return (
    <label className="flex items-center gap-1.5 text-[14px]">
      {before}
      <input
        type="number"
        {...{ min, max, step, value }}
        className="w-[4.8em] rounded border border-rule bg-paper px-1.5 py-1.5 text-[14px]"
        aria-label={label}
        data-testid={`option-${name}`}
        onChange={(event) => onType(Number(event.target.value))}
      />
      °
    </label>
  );
}

/** So many times, as choices. */
export const times = (counts: readonly number[]): (readonly [string, string])[] => [
  ["1", "Once"],
  ...counts.map((count) => [String(count), `${count} times`] as const),
];
