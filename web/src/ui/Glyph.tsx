import type { CutItem } from "../api/client";

/** The small section of a cut, for lists; an empty frame where it cannot be planned. */
export function Glyph({ cut }: { cut: CutItem }) {
  const xs = cut.glyph.map(([x]) => x);
  const ys = cut.glyph.map(([, y]) => y);
  if (xs.length === 0)
    return <span className="inline-block h-5 w-9 shrink-0 rounded-sm border border-dashed border-cut" />;
  const [x0, x1, y1] = [Math.min(...xs), Math.max(...xs), Math.max(...ys)];
  const points = cut.glyph.map(([x, y]) => `${x - x0},${y1 - y}`).join(" ");
  return (
    <svg
      viewBox={`-1 -1 ${x1 - x0 + 2} ${y1 + 2}`}
      className="h-5 w-9 shrink-0"
      preserveAspectRatio="xMidYMid meet"
      aria-hidden
    >
      <polygon
        points={points}
        className="fill-work stroke-ink"
        strokeWidth="1.4"
        vectorEffect="non-scaling-stroke"
      />
    </svg>
  );
}
