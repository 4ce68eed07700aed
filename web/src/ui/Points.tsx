/** Points in mm as a text, one on each line. */
interface Props {
  label: string;
  name: string;
  points: readonly (readonly [number, number])[];
  onType: (points: [number, number][]) => void;
}

export function Points({ label, name, points, onType }: Props) {
  return (
    <label className="flex flex-col gap-0.5">
      <span className="text-small text-ink-2">{label}</span>
      <textarea
        className="field h-28 font-mono text-small"
        defaultValue={points.map(([x, y]) => `${x} ${y}`).join("\n")}
        placeholder={"0 0\n300 0\n300 120\n0 200"}
        data-testid={name}
        onChange={(event) => onType(pointsOf(event.target.value))}
      />
    </label>
  );
}

/** Lines with two numbers; others are left out. */
function pointsOf(text: string): [number, number][] {
  return text
    .split("\n")
    .map((line) =>
      line
        .trim()
        .split(/[\s;]+/)
        .map((part) => Number(part.replace(",", "."))),
    )
    .filter((pair): pair is [number, number] => pair.length === 2 && pair.every(Number.isFinite));
}
