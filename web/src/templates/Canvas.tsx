import { useEffect, useLayoutEffect, useRef, useState } from "react";
import { api, type KeptOutline, type TemplateView, type Unit } from "../api/client";
import { useReading } from "../api/queries";
import { useCommand } from "../app/commands";
import { Words } from "../ui/Words";
import { inUnit } from "../ui/words";
import { CanvasKey } from "./CanvasKey";
import { CornerFields } from "./CornerFields";
import { CornerHandles } from "./CornerHandles";
import { asTyped } from "./corners";
import { cornersOf, type Spot, snapped } from "./measuring";
import type { Moving } from "./moving";
import { FURTHEST, NEAREST, scaleOf, spotUnder, usePanning } from "./panning";

interface Props {
  view: TemplateView;
  unit: Unit;
  /** Of a recess the work is outside of it. */
  outline: KeptOutline;
  /** The place that is looked at. */
  place: number | null;
  onPlace: (place: number | null) => void;
  moving: Moving;
  /** How the fibres of a board would run, in degrees; null while nobody looks at them. */
  fibres: number | null;
  onFibres: () => void;
}

const MARGIN = 12;
const STEP = 1.25;

/** The outline with its template, the guide rolling along it, and the places where the two do not agree. Everything in mm, y up. */
export function Canvas({ view, unit, outline, place, onPlace, moving, fibres, onFibres }: Props) {
  const recess = outline.intent === "recess";
  const [x0, y0, x1, y1] = view.box;
  const [wide, high] = [x1 - x0 + 2 * MARGIN, y1 - y0 + 2 * MARGIN];
  const begin = { x: (x0 + x1) / 2, y: (y0 + y1) / 2, zoom: 1 };
  const panning = usePanning(wide, high, begin);
  const { at, put } = panning;
  const [share, setShare] = useState(0);
  const way = useRef<SVGPathElement>(null);
  const [axis, setAxis] = useState<{ x: number; y: number } | null>(null);
  const [measuring, setMeasuring] = useState<readonly Spot[] | null>(null);
  const [from, to] = measuring ?? [];
  const apart = from && to ? { along: Math.abs(to.x - from.x), up: Math.abs(to.y - from.y) } : null;
  const distance = useReading({
    key: ["distance", apart],
    ask: () => api.distance(apart?.along ?? 0, apart?.up ?? 0),
    enabled: apart !== null,
    keeps: true,
  });
  useCommand("measure", () => setMeasuring((known) => (known ? null : [])));
  // biome-ignore lint/correctness/useExhaustiveDependencies: another template has another way
  useEffect(() => {
    const path = way.current;
    const length = path?.getTotalLength() ?? 0;
    setAxis(path && length > 0 ? path.getPointAtLength(length * share) : null);
  }, [share, view.axis]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: it is gone to once, where another place or template is chosen
  useLayoutEffect(() => {
    const [x, y] = (place === null ? undefined : view.places[place]?.at) ?? [];
    if (x !== undefined && y !== undefined)
      put(() => ({ x, y, zoom: Math.min(NEAREST, wide / (view.guide * 3)) }));
  }, [place, view.places, wide, view.guide]);
  const zoomed = (by: number) =>
    put((known) => ({ ...known, zoom: Math.min(NEAREST, Math.max(1 / FURTHEST, known.zoom * by)) }));
  const moved = (dx: number, dy: number) =>
    put((known) => ({
      ...known,
      x: known.x + (dx * wide) / known.zoom,
      y: known.y + (dy * high) / known.zoom,
    }));
  const all = () => {
    onPlace(null);
    put(() => begin);
  };
  const onKey = (event: React.KeyboardEvent) => {
    switch (event.key) {
      case "ArrowLeft":
        moved(-0.1, 0);
        break;
      case "ArrowRight":
        moved(0.1, 0);
        break;
      case "ArrowUp":
        moved(0, 0.1);
        break;
      case "ArrowDown":
        moved(0, -0.1);
        break;
      case "+":
        zoomed(STEP);
        break;
      case "-":
        zoomed(1 / STEP);
        break;
      case "0":
        all();
        break;
      default:
        return;
    }
    event.preventDefault();
  };
  const line = 1.4 * (wide / at.zoom / 640);
  const pixel = () => scaleOf(panning.framed(), at.zoom);
  const spotOf = (event: React.PointerEvent): Spot =>
    spotUnder(panning.framed(), at, { x: event.clientX, y: event.clientY });
  const measure = (event: React.PointerEvent) => {
    const known = [view.wanted, view.template, view.cut].flatMap(cornersOf);
    const next = snapped(spotOf(event), known, 14 * pixel());
    setMeasuring(measuring?.length === 1 ? [...measuring, next] : [next]);
  };
  return (
    <figure className="flex min-h-0 flex-1 flex-col">
      <div
        ref={panning.frame}
        // biome-ignore lint/a11y/noNoninteractiveTabindex: it is moved and enlarged by keys
        tabIndex={0}
        role="img"
        aria-label={`The template, ${inUnit(view.size, unit)}, around the outline. Arrow keys move, plus and minus enlarge, 0 shows all.`}
        className="relative min-h-64 w-full flex-1 touch-none overflow-hidden border border-rule bg-paper"
        onKeyDown={onKey}
        onWheel={(event) => panning.onWheel(event, STEP)}
        {...panning.fingers}
        onPointerDown={measuring ? measure : panning.fingers.onPointerDown}
        onPointerCancel={panning.fingers.onPointerUp}
        data-testid="template-canvas"
      >
        <svg
          ref={panning.layer}
          role="presentation"
          className="absolute -top-1/2 -left-1/2 h-[200%] w-[200%] will-change-transform"
          viewBox={`${at.x - wide / at.zoom} ${-at.y - high / at.zoom} ${(2 * wide) / at.zoom} ${(2 * high) / at.zoom}`}
        >
          <g transform="scale(1 -1)" strokeWidth={line}>
            <path
              d={recess ? view.wanted : view.cut}
              className={recess ? "fill-cut-soft" : "fill-work"}
              fillRule="evenodd"
              stroke="none"
              opacity={0.55}
            />
            {outline.is_template ? null : (
              <path
                d={view.wanted}
                className="fill-none stroke-ink"
                strokeDasharray={`${line * 5} ${line * 3}`}
              />
            )}
            {view.saw ? (
              <path
                d={view.saw}
                className="fill-none stroke-hazard"
                strokeDasharray={`${line * 9} ${line * 3} ${line * 2} ${line * 3}`}
                data-testid="saw-line"
              />
            ) : null}
            {view.lifts.map((each) => (
              <path
                key={each}
                d={each}
                className="fill-none stroke-hazard"
                strokeWidth={line * 7}
                opacity={0.6}
                data-testid="lift"
              />
            ))}
            <path d={view.cut} className="fill-none stroke-cut" />
            <path d={view.template} className="fill-none stroke-guide" strokeWidth={line * 2.2} />
            <path
              ref={way}
              d={view.axis}
              className="fill-none stroke-ink-2"
              strokeWidth={line / 2}
              opacity={0.5}
            />
            {axis ? (
              <g data-testid="rolling">
                <circle
                  cx={axis.x}
                  cy={axis.y}
                  r={view.guide / 2}
                  className="fill-guide-soft stroke-guide"
                  opacity={0.8}
                />
                <circle
                  cx={axis.x}
                  cy={axis.y}
                  r={view.bit / 2}
                  className="fill-cut stroke-cut"
                  opacity={0.75}
                />
              </g>
            ) : null}
            {measuring?.map((spot) => (
              <circle
                key={`${spot.x} ${spot.y}`}
                cx={spot.x}
                cy={spot.y}
                r={line * 4}
                className="fill-ink stroke-paper"
              />
            ))}
            {measuring?.[0] && measuring[1] ? (
              <path
                d={`M${measuring[0].x} ${measuring[0].y}L${measuring[1].x} ${measuring[1].y}`}
                className="stroke-ink"
                strokeWidth={line * 1.6}
              />
            ) : null}
            {moving.loops ? (
              <CornerHandles
                loops={moving.loops}
                chosen={moving.chosen}
                unit={unit}
                line={line}
                pixel={pixel()}
                spotOf={spotOf}
                onChoose={moving.onChoose}
                onDrag={moving.onDrag}
                onLetGo={(loops) => {
                  moving.onDrag(loops);
                  moving.onKeep(asTyped(loops));
                }}
              />
            ) : null}
            {view.places.map((each, number) => (
              <circle
                // biome-ignore lint/suspicious/noArrayIndexKey: places have no name
                key={number}
                cx={each.at[0]}
                cy={each.at[1]}
                r={Math.max(each.radius, line * 6)}
                className={`fill-none stroke-hazard ${place === number ? "" : "opacity-60"}`}
                strokeWidth={line * (place === number ? 3 : 1.6)}
              />
            ))}
          </g>
        </svg>
      </div>
      <figcaption className="flex flex-wrap items-center gap-x-4 gap-y-1 py-2 text-small">
        <label className="flex min-h-11 flex-1 items-center gap-2 whitespace-nowrap">
          Roll the guide along
          <input
            type="range"
            min={0}
            max={1000}
            value={share * 1000}
            className="min-w-24 flex-1"
            onChange={(event) => setShare(Number(event.target.value) / 1000)}
            data-testid="roll"
          />
        </label>
        <span className="flex flex-wrap gap-1">
          <button
            type="button"
            className="button"
            aria-pressed={measuring !== null}
            onClick={() => setMeasuring(measuring ? null : [])}
            data-testid="measure"
          >
            Measure
          </button>
          <button
            type="button"
            className="button"
            aria-pressed={fibres !== null}
            title="I: fibres along, up, or none"
            onClick={onFibres}
            data-testid="fibres"
          >
            {fibres === null ? "Fibres" : fibres === 0 ? "Fibres along" : "Fibres up"}
          </button>
          {moving.can ? (
            <button
              type="button"
              className="button"
              aria-pressed={moving.loops !== null}
              onClick={moving.onToggle}
              data-testid="move-corners"
            >
              Corners
            </button>
          ) : null}
          <button type="button" className="button" aria-label="Smaller" onClick={() => zoomed(1 / STEP)}>
            −
          </button>
          <button type="button" className="button" aria-label="Larger" onClick={() => zoomed(STEP)}>
            +
          </button>
          <button type="button" className="button" onClick={all}>
            All
          </button>
        </span>
        {moving.loops ? <CornerFields moving={moving} unit={unit} /> : null}
        {measuring ? (
          <p role="status" className="w-full text-body" data-testid="measured">
            {apart ? (
              <Words text={distance.data ? inUnit(distance.data, unit) : ""} />
            ) : from ? (
              "Click the second place."
            ) : (
              "Click two places; corners are caught."
            )}
          </p>
        ) : null}
        <CanvasKey
          recess={recess}
          isTemplate={outline.is_template}
          sawn={view.saw !== ""}
          lifts={view.lifts.length > 0}
        />
      </figcaption>
    </figure>
  );
}
