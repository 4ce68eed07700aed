/** Dresses a view of the plan: every role has one colour and one pattern. Nothing is computed here but the scale. */
import { memo, type ReactNode, useId, useRef } from "react";
import type { Change, ClampAt, Unit, View } from "../api/client";
import { usePulling } from "../ui/pulling";
import { useSize } from "../ui/useSize";
import { inUnit } from "../ui/words";
import { useApart } from "./apart";
import { DimensionMark, type DimensionProps } from "./DimensionMark";
import { uncrowded } from "./dimensions";
import { Clamps, Handles } from "./Handles";
import { Labels } from "./Labels";
import { FILL, local, Patterns, STROKE } from "./roles";
import { fitted, fixedAt, outlinePath, type Room, type Scale } from "./scale";
import { Arrows, Edges, Marks } from "./signs";

const ROOM: Record<View["name"], Room> = {
  plan: { above: 18, below: 18 },
  section: { above: 20, below: 46 },
  side: { above: 20, below: 10 },
  detail: { above: 26, below: 8 },
};

/** The width of a profile is written at its face: above its section, or below it on a table. */
const AT_FACE = { above: { above: 42, below: 8 }, below: { above: 10, below: 56 } } as const;

/** Where somebody stands is written behind the feet: below them, or above them at the far side. */
const STANDING: Room = { above: 18, below: 38 };
const STANDING_FAR: Room = { above: 40, below: 18 };

function roomFor(view: View): Room {
  const stand = view.board ? view.marks.find((mark) => mark.kind === "stand") : undefined;
  if (stand) return stand.direction[1] < 0 ? STANDING_FAR : STANDING;
  if (!view.handle) return ROOM[view.name];
  const width = view.dimensions.find((each) => each.name === "profile-width");
  return AT_FACE[width && width.offset < 0 ? "below" : "above"];
}

function Outlines({ view, scale, id }: { view: View; scale: Scale; id: string }) {
  return view.outlines.map((shape, index) => {
    const path = outlinePath(shape.points, scale);
    const dashed =
      (shape.role === "base" && view.name === "plan") ||
      shape.role === "sweep" ||
      (shape.role === "bit" && view.name !== "plan");
    return (
      // biome-ignore lint/suspicious/noArrayIndexKey: shapes have no identity but their order of painting
      <g key={index} data-role={shape.role}>
        <path
          d={path}
          fill={local(FILL[shape.role], id)}
          className={STROKE[shape.role]}
          strokeWidth={shape.role === "work" || shape.role === "bit" ? 1.8 : 1.2}
          opacity={shape.role === "path" ? 0.55 : undefined}
          strokeDasharray={shape.role === "sweep" ? "2 5" : dashed ? "6 4" : undefined}
        />
        {shape.role === "work" ? <path d={path} fill={`url(#${id}grain)`} /> : null}
      </g>
    );
  });
}

/** Where a long board is broken: nothing of it is drawn there, between two torn edges. */
function Breaks({ view, scale }: { view: View; scale: Scale }) {
  const [x0, y0, x1, y1] = view.frame;
  return view.breaks.map((each) => {
    const upright = each.axis === "x";
    const [from, to] = upright ? [scale.y(y1), scale.y(y0)] : [scale.x(x0), scale.x(x1)];
    const at = upright ? scale.x(each.at) : scale.y(each.at);
    const count = Math.max(2, Math.round((to - from) / 14));
    const torn = (aside: number) =>
      Array.from({ length: count + 1 }, (_, i) => {
        const [along, beside] = [from + ((to - from) * i) / count, at + aside + (i % 2 ? 3 : -3)];
        return upright ? `${beside} ${along}` : `${along} ${beside}`;
      });
    return (
      <g key={each.at} data-role="break">
        <path d={`M${torn(-5).join("L")}L${torn(5).reverse().join("L")}Z`} className="fill-bench" />
        <path
          d={`M${torn(-5).join("L")}M${torn(5).join("L")}`}
          fill="none"
          className="stroke-ink-2"
          strokeWidth="1.2"
        />
      </g>
    );
  });
}

interface BitProps {
  at: readonly [number, number];
  view: View;
  scale: Scale;
  onBit: NonNullable<Props["onBit"]>;
}

/** The bit, taken to raise it or to move it sideways; whichever way it goes first, it keeps. */
function Bit({ at, view, scale, onBit }: BitProps) {
  const pulling = usePulling<{ px: number; along: "x" | "y" | null }>();
  const bit = view.outlines.find((shape) => shape.role === "bit");
  if (!bit) return null;
  const [x, y] = [scale.x(at[0]), scale.y(at[1])];
  return (
    <g data-drag="bit" className="cursor-move touch-none">
      <path
        d={outlinePath(bit.points, scale)}
        fill="transparent"
        {...pulling(
          () => {
            onBit.start();
            return { px: scale.px, along: null };
          },
          (from, right, up) => {
            if (!from.along && Math.hypot(right, up) > 5)
              from.along = Math.abs(right) > 1.6 * Math.abs(up) ? "x" : "y";
            if (from.along === "x") onBit.by(right / from.px, 0);
            if (from.along === "y") onBit.by(0, up / from.px);
          },
        )}
      />
      <g pointerEvents="none" className="stroke-cut" strokeWidth="2">
        <path d={`M${x - 9} ${y}h18M${x} ${y - 9}v18`} />
        <circle cx={x} cy={y} r="4" className="fill-paper" />
      </g>
    </g>
  );
}

interface Props {
  view: View;
  unit: Unit;
  onPick: DimensionProps["onPick"];
  /** Dragging dimensions of the cut. */
  onEdit?: undefined | ((change: Change) => void);
  /** Moving clamps on the board. */
  onClamps?: undefined | ((clamps: ClampAt[]) => void);
  /** Choosing an edge, or leaving it. */
  onEdge?: undefined | ((ref: string) => void);
  /** Moving the bit: where it was taken, then the distance in mm from there, right and up. */
  onBit?: undefined | { start: () => void; by: (right: number, up: number) => void };
  label: string;
  /** The id of what says the drawing in words. */
  describedBy?: string | undefined;
  /** Pixels to a millimetre, where the drawing is not to be as large as fits. */
  fixed?: number | undefined;
  /** What lies over all of it. */
  over?: undefined | ((scale: Scale) => ReactNode);
}

/** A view of the plan; drawn again when the plan or its room changes, not with every letter that is typed. */
export const Drawing = memo(function Drawing({
  view,
  unit,
  onPick,
  onEdit,
  onClamps,
  onEdge,
  onBit,
  label,
  describedBy,
  fixed,
  over,
}: Props) {
  const { ref, width, height } = useSize<HTMLDivElement>();
  const id = useId();
  const drawn = useRef<SVGSVGElement>(null);
  useApart(drawn);
  const scale = fixed
    ? fixedAt(view, width, height, fixed)
    : fitted(view.frame, width, height, roomFor(view));
  return (
    <div ref={ref} className="relative h-full w-full min-h-0 min-w-0">
      <p
        data-over-drawing
        className="pointer-events-none absolute top-0 left-0 text-note leading-tight text-ink-2"
      >
        {inUnit(view.caption, unit)}
      </p>
      {width > 0 ? (
        // biome-ignore lint/a11y/useSemanticElements: what belongs together here is drawn
        <svg
          ref={drawn}
          width={width}
          height={height}
          role="group"
          aria-label={label}
          aria-describedby={describedBy}
          data-view={view.name}
          className="block select-none"
        >
          <title>{label}</title>
          <Patterns id={id} />
          <Outlines view={view} scale={scale} id={id} />
          <Breaks view={view} scale={scale} />
          <Arrows view={view} scale={scale} unit={unit} right={width} />
          <Labels view={view} scale={scale} unit={unit} right={width} />
          {onEdge ? <Edges view={view} scale={scale} onEdge={onEdge} /> : null}
          <Marks view={view} scale={scale} unit={unit} right={width} />
          {onEdit ? <Handles view={view} unit={unit} scale={scale} onEdit={onEdit} /> : null}
          {onClamps ? <Clamps view={view} unit={unit} scale={scale} onClamps={onClamps} /> : null}
          {view.handle && onBit ? <Bit at={view.handle.at} view={view} scale={scale} onBit={onBit} /> : null}
          {uncrowded(view.dimensions, scale, width, (each) => inUnit(each.text, unit)).map((dimension) => (
            <DimensionMark
              key={dimension.name}
              dimension={dimension}
              scale={scale}
              unit={unit}
              right={width}
              onPick={onPick}
            />
          ))}
          {over?.(scale)}
        </svg>
      ) : null}
    </div>
  );
});
