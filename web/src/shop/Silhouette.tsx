import type { Shape } from "../api/client";

const ROLE: Record<Shape["parts"][number]["role"], string> = {
  shank: "fill-rule stroke-ink-2",
  neck: "fill-clamp stroke-ink-2",
  cutter: "fill-cut-soft stroke-cut",
  bearing: "fill-guide-soft stroke-guide",
  "up-cut": "fill-none stroke-cut",
};

interface Props {
  shape: Shape;
  /** Pixels for a millimetre: the same for all bits that are seen together. */
  scale: number;
  label: string;
  /** Pixels left free below, so that what stands beneath lines up. */
  below?: number;
}

/** A bit from its own geometry, hanging by its shank as it does in a router. */
export function Silhouette({ shape, scale, label, below }: Props) {
  const half = shape.width / 2 + 1;
  return (
    <svg
      width={2 * half * scale}
      height={(shape.height + 1) * scale}
      viewBox={`${-half} 0 ${2 * half} ${shape.height + 1}`}
      role="img"
      aria-label={label}
      className="mx-auto block"
      style={below === undefined ? undefined : { marginBottom: below + 4 }}
    >
      {shape.parts.map((part) => (
        <path
          key={part.path}
          d={part.path}
          className={ROLE[part.role]}
          strokeWidth={part.role === "cutter" ? 2 / scale : 1 / scale}
          strokeDasharray={part.role === "up-cut" ? `${3 / scale} ${2 / scale}` : undefined}
        />
      ))}
    </svg>
  );
}
