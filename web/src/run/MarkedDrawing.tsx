import { X } from "lucide-react";
import type { Marked, Unit, View } from "../api/client";
import { Drawing } from "../board/Drawing";
import type { Scale } from "../board/scale";
import { usePulling } from "../ui/pulling";
import { CAME_OUT, FAULTS, type Fault } from "./outcomes";

const MOST = 20;
const STEPS: Record<string, readonly [number, number]> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, 1],
  ArrowDown: [0, -1],
};

interface Props {
  view: View;
  unit: Unit;
  marks: readonly Marked[];
  /** Marking places; without it they are only shown. */
  onMark?: undefined | ((marks: Marked[]) => void);
  /** What a new mark says. */
  fault: Fault;
}

const SEEN = new Set(["work", "waste", "opening"]);

/** The board alone with what is cut of it, as large as it can be: there is room to press. */
function bare(view: View): View {
  const outlines = view.outlines
    .filter((each) => SEEN.has(each.role))
    .map((each) => ({ ...each, label: null }));
  const points = outlines.filter((each) => each.role === "work").flatMap((each) => each.points);
  if (points.length === 0) return view;
  const [xs, ys] = [points.map(([x]) => x), points.map(([, y]) => y)];
  const [x0, x1, y0, y1] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)];
  const room = Math.max(x1 - x0, y1 - y0) * 0.06;
  const frame: View["frame"] = [x0 - room, y0 - room, x1 + room, y1 + room];
  return { ...view, outlines, frame, arrows: [], dimensions: [], marks: [], handles: [], clamps: [] };
}

/** The drawing of a cut with the places that did not come out clean: pressed to mark one, pulled or moved by arrow keys. */
export function MarkedDrawing({ view, unit, marks, onMark, fault }: Props) {
  const seen = onMark ? bare(view) : view;
  const [x0, y0, x1, y1] = seen.frame;
  const held = ([x, y]: readonly [number, number]): [number, number] => [
    Math.min(Math.max(x, x0), x1),
    Math.min(Math.max(y, y0), y1),
  ];
  const full = marks.length >= MOST;
  const add = (at: readonly [number, number]) => {
    if (!full) onMark?.([...marks, { what: fault, at: held(at) }]);
  };
  const put = (index: number, changed: Partial<Marked>) =>
    onMark?.(marks.map((each, i) => (i === index ? { ...each, ...changed } : each)));
  return (
    <div className="flex flex-col gap-2" data-testid="marked">
      <div className="h-[260px] border border-rule bg-paper p-2">
        <Drawing
          view={seen}
          unit={unit}
          label="The board with what did not come out clean"
          onPick={() => undefined}
          over={(scale) => (
            <>
              {onMark ? (
                // biome-ignore lint/a11y/noStaticElementInteractions: the button "Mark a place" does the same
                <rect
                  width="100%"
                  height="100%"
                  fill="transparent"
                  className="cursor-crosshair"
                  data-testid="mark-here"
                  onClick={(event) => {
                    const box = event.currentTarget.getBoundingClientRect();
                    add([
                      (event.clientX - box.left - scale.x(0)) / scale.px,
                      (scale.y(0) - (event.clientY - box.top)) / scale.px,
                    ]);
                  }}
                />
              ) : null}
              {marks.map((each, i) => (
                <MarkSign
                  // biome-ignore lint/suspicious/noArrayIndexKey: a mark is its place in the order while it is pulled
                  key={i}
                  mark={each}
                  number={i + 1}
                  scale={scale}
                  onMove={onMark ? (at) => put(i, { at: held(at) }) : undefined}
                />
              ))}
            </>
          )}
        />
      </div>
      {onMark ? (
        <button
          type="button"
          className="button self-start"
          disabled={full}
          onClick={() => add([(x0 + x1) / 2, (y0 + y1) / 2])}
        >
          Mark a place
        </button>
      ) : null}
      {marks.length > 0 ? (
        <ol className="flex flex-col gap-1 text-body">
          {marks.map((each, i) => (
            // biome-ignore lint/suspicious/noArrayIndexKey: as above
            <li key={i} className="flex items-center gap-2">
              <b className="w-6 tabular-nums">{i + 1}</b>
              {onMark ? (
                <>
                  <select
                    className="field w-auto"
                    aria-label={`What place ${i + 1} came out like`}
                    value={each.what}
                    onChange={(event) => put(i, { what: event.target.value as Fault })}
                  >
                    {FAULTS.map((what) => (
                      <option key={what} value={what}>
                        {CAME_OUT[what]}
                      </option>
                    ))}
                  </select>
                  <button
                    type="button"
                    className="button px-2"
                    aria-label={`Take mark ${i + 1} away`}
                    onClick={() => onMark(marks.filter((_, place) => place !== i))}
                  >
                    <X size={18} aria-hidden />
                  </button>
                </>
              ) : (
                CAME_OUT[each.what]
              )}
            </li>
          ))}
        </ol>
      ) : null}
    </div>
  );
}

interface SignProps {
  mark: Marked;
  number: number;
  scale: Scale;
  onMove: undefined | ((at: [number, number]) => void);
}

/** A mark with its number. */
function MarkSign({ mark, number, scale, onMove }: SignProps) {
  const pulling = usePulling<readonly [number, number]>();
  const [x, y] = [scale.x(mark.at[0]), scale.y(mark.at[1])];
  const sign = (
    <>
      <circle cx={x} cy={y} r="13" className="fill-paper stroke-cut" strokeWidth="2.5" />
      <text x={x} y={y + 5} textAnchor="middle" className="fill-ink text-small font-bold">
        {number}
      </text>
    </>
  );
  if (!onMove) return <g pointerEvents="none">{sign}</g>;
  return (
    <g
      className="handle cursor-move touch-none"
      role="slider"
      tabIndex={0}
      aria-label={`Place ${number}: arrow keys move it`}
      aria-valuenow={Math.round(mark.at[0])}
      aria-valuetext={`${Math.round(mark.at[0])} mm, ${Math.round(mark.at[1])} mm`}
      {...pulling(
        () => mark.at,
        (from, right, up) => onMove([from[0] + right / scale.px, from[1] + up / scale.px]),
      )}
      onKeyDown={(event) => {
        const step = STEPS[event.key];
        if (!step) return;
        event.preventDefault();
        const by = event.shiftKey ? 1 : 5;
        onMove([mark.at[0] + step[0] * by, mark.at[1] + step[1] * by]);
      }}
    >
      {sign}
    </g>
  );
}
