import { useVirtualizer } from "@tanstack/react-virtual";
import { memo, useEffect, useLayoutEffect, useMemo, useRef, useState } from "react";
import type { BitTile, Texts, Unit } from "../api/client";
import { Words } from "../ui/Words";
import { inUnit } from "../ui/words";
import { BitOpen } from "./BitOpen";
import { nextBit, type Row, rowsOf, SCALE, type Type, tileWidth, USUAL_TYPE } from "./rows";
import { Silhouette } from "./Silhouette";

/** What the form is opened with: texts to begin with, and the bit that is changed. */
export type Adding = { texts: Texts; of: BitTile | null } | null;

interface ShelfProps {
  bits: readonly BitTile[];
  unit: Unit;
  currency: string;
  openId: string | null;
  onOpen: (id: string | null) => void;
  onForm: (form: Adding) => void;
}

/** Rail and the room around; below it stand the lines of the name, then shank and marks. */
const AROUND = 24;
const SAMPLE = "12.7 straight, long, two flutes, down-cut";

/** The trays of a drawer; they stay as they are while a question is typed, until other bits are found. */
export const Shelf = memo(function Shelf({ bits, unit, currency, openId, onOpen, onForm }: ShelfProps) {
  const box = useRef<HTMLDivElement>(null);
  const [width, setWidth] = useState(0);
  useLayoutEffect(() => {
    const element = box.current;
    if (!element) return;
    const watch = new ResizeObserver(() => setWidth(element.clientWidth - 32));
    watch.observe(element);
    return () => watch.disconnect();
  }, []);
  const [type, probe] = useType();
  const rows = useMemo(
    () => (width > 0 ? rowsOf(bits, width, openId, type) : []),
    [bits, width, openId, type],
  );
  const virtual = useVirtualizer({
    count: rows.length,
    getScrollElement: () => box.current,
    estimateSize: (index) => {
      const row = rows[index];
      if (row?.what === "bits") return row.height + AROUND + (row.lines + 2) * type.line;
      return row?.what === "open" ? 420 : 38;
    },
    // A heading and the row below it: Tab finds the next bit before it is scrolled to.
    overscan: 2,
  });
  // biome-ignore lint/correctness/useExhaustiveDependencies: the heights of rows hang on the type
  useEffect(() => virtual.measure(), [type]);
  /** Arrows, Home and End go from bit to bit, also to one that is not drawn yet. */
  const walk = (event: React.KeyboardEvent) => {
    const from = event.target instanceof HTMLElement ? event.target.dataset.bit : undefined;
    const to = from ? nextBit(rows, from, event.key) : null;
    if (!to) return;
    event.preventDefault();
    virtual.scrollToIndex(to.row);
    const focus = (left: number) => {
      const tile = box.current?.querySelector<HTMLElement>(`[data-bit="${CSS.escape(to.id)}"]`);
      if (tile) tile.focus();
      else if (left > 0) requestAnimationFrame(() => focus(left - 1));
    };
    requestAnimationFrame(() => focus(20));
  };
  const opened = rows.findIndex((row) => row.what === "open");
  // biome-ignore lint/correctness/useExhaustiveDependencies: only when another bit is opened
  useEffect(() => {
    if (opened > 0) virtual.scrollToIndex(opened - 1, { align: "start" });
  }, [openId, opened > 0]);
  return (
    <main ref={box} className="min-h-0 flex-1 overflow-y-auto px-4" onKeyDown={walk} data-testid="drawer">
      <div className="invisible h-0 w-0 overflow-hidden" aria-hidden>
        <span ref={probe} className="inline-block text-note leading-[16px] font-semibold whitespace-nowrap">
          {SAMPLE}
        </span>
      </div>
      <div className="relative w-full" style={{ height: virtual.getTotalSize() }}>
        {virtual.getVirtualItems().map((item) => {
          const row = rows[item.index];
          return row ? (
            <div
              key={item.key}
              ref={row.what === "open" ? virtual.measureElement : undefined}
              data-index={item.index}
              className={`absolute top-0 left-0 w-full ${row.what === "bits" ? "[contain:strict]" : ""}`}
              style={{
                transform: `translateY(${item.start}px)`,
                height: row.what === "open" ? undefined : item.size,
              }}
            >
              <OneRow
                row={row}
                unit={unit}
                currency={currency}
                openId={openId}
                onOpen={onOpen}
                onForm={onForm}
              />
            </div>
          ) : null;
        })}
      </div>
    </main>
  );
});

/** How large the type of names is, as the reader has set letters, words and lines. */
function useType(): [Type, React.RefObject<HTMLSpanElement | null>] {
  const probe = useRef<HTMLSpanElement>(null);
  const [type, setType] = useState(USUAL_TYPE);
  useLayoutEffect(() => {
    const element = probe.current;
    if (!element) return;
    const watch = new ResizeObserver(() => {
      const box = element.getBoundingClientRect();
      const character = Math.max(USUAL_TYPE.character, box.width / SAMPLE.length);
      const line = Math.max(USUAL_TYPE.line, box.height);
      setType((known) =>
        known.character === character && known.line === line ? known : { character, line },
      );
    });
    watch.observe(element);
    return () => watch.disconnect();
  }, []);
  return [type, probe];
}

interface RowProps extends Omit<ShelfProps, "bits"> {
  row: Row;
}

const OneRow = memo(function OneRow({ row, unit, currency, openId, onOpen, onForm }: RowProps) {
  switch (row.what) {
    case "tray":
      return (
        <h2 className="flex items-baseline gap-2 pt-3 pb-1.5 text-body font-bold">
          {row.title} <span className="label">{row.count}</span>
        </h2>
      );
    case "bits":
      return (
        <div className="many-names flex items-start gap-1.5 border-t-[5px] border-clamp pb-2">
          {row.bits.map((bit, place) => (
            <Tile
              // biome-ignore lint/suspicious/noArrayIndexKey: a place takes the next bit that is found without being made anew
              key={place}
              bit={bit}
              height={row.height}
              width={tileWidth(bit, row.width)}
              unit={unit}
              open={bit.id === openId}
              onOpen={() => onOpen(bit.id === openId ? null : bit.id)}
            />
          ))}
        </div>
      );
    case "open":
      return (
        <BitOpen
          id={row.bit.id}
          unit={unit}
          currency={currency}
          onClose={() => onOpen(null)}
          onForm={onForm}
        />
      );
    default:
      return row satisfies never;
  }
});

interface TileProps {
  bit: BitTile;
  height: number;
  width: number;
  unit: Unit;
  open: boolean;
  onOpen: () => void;
}

const STATES: Record<BitTile["state"], string> = { sharp: "", worn: "worn", dull: "dull" };

/**
 * One bit hanging from its rail; what is to be known of it stands below. As few elements as can be, since thousands of
 * these are scrolled through and found.
 */
function Tile({ bit, height, width, unit, open, onOpen }: TileProps) {
  const traps = bit.marks.filter((mark) => mark.code !== "dull" && mark.code !== "worn").length;
  const words = [bit.name, ...bit.marks.map((mark) => inUnit(mark.text, unit))].join(". ");
  const below = height - (bit.shape.height + 1) * SCALE;
  return (
    <button
      type="button"
      style={{ width }}
      className={`block shrink-0 rounded-b px-0.5 pb-1 text-center hover:bg-paper ${open ? "bg-paper outline outline-2 outline-guide" : ""}`}
      aria-expanded={open}
      title={words}
      onClick={onOpen}
      data-bit={bit.id}
      data-testid={`bit-${bit.id}`}
      data-marks={bit.marks.map((mark) => mark.code).join(" ")}
    >
      <Silhouette shape={bit.shape} scale={SCALE} label={`Silhouette of ${bit.name}`} below={below} />
      <span className="block text-note leading-[16px] font-semibold">
        <Words text={bit.name} />
      </span>
      <span className="block text-note leading-tight text-ink-2">
        <Words text={`${bit.shank} shank`} />
      </span>
      {STATES[bit.state] ? (
        <b
          className={`mr-1 rounded px-1 text-note ${bit.state === "dull" ? "bg-hazard text-paper" : "striped"}`}
        >
          {STATES[bit.state]}
        </b>
      ) : null}
      {traps > 0 ? <b className="trap text-note text-hazard">{traps > 1 ? traps : ""}</b> : null}
    </button>
  );
}
