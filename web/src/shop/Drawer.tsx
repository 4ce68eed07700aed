import { useVirtualizer } from "@tanstack/react-virtual";
import { Plus, Search } from "lucide-react";
import {
  memo,
  useCallback,
  useEffect,
  useLayoutEffect,
  useMemo,
  useRef,
  useState,
  useSyncExternalStore,
} from "react";
import { useNavigate, useParams } from "react-router";
import { api, type BitTile, type DrawerView, type ShopView, type Texts, type Unit } from "../api/client";
import { useBits, useShop } from "../api/queries";
import type { Step } from "../app/history";
import { Place } from "../app/Place";
import { Waiting } from "../app/Waiting";
import { Words } from "../ui/Words";
import { inUnit } from "../ui/words";
import { BitForm } from "./BitForm";
import { BitOpen } from "./BitOpen";
import { FirstQuestions } from "./FirstQuestions";
import { usePlace } from "./place";
import { type Row, rowsOf, SCALE, tileWidth } from "./rows";
import { ShoppingList } from "./ShoppingList";
import { Silhouette } from "./Silhouette";
import { WhichBit } from "./WhichBit";

/** The drawer: every bit as its silhouette, at one scale, in trays by what they make. */
export default function Drawer() {
  const shop = useShop();
  const bits = useBits();
  if (!shop.data || !bits.data)
    return <Waiting reason={(shop.failureReason ?? bits.failureReason)?.message ?? null} />;
  return <Trays shop={shop.data} drawer={bits.data} />;
}

type Panel = "which" | "buy";

const PANELS: readonly { name: Panel; says: string }[] = [
  { name: "which", says: "Which bit?" },
  { name: "buy", says: "What to buy" },
];

export type Adding = { texts: Texts; of: BitTile | null } | null;

function Trays({ shop, drawer }: { shop: ShopView; drawer: DrawerView }) {
  const { bitId } = useParams();
  const navigate = useNavigate();
  const { history, switchUnit } = usePlace(shop);
  const undoable = useSyncExternalStore(history.subscribe, history.snapshot);
  const [question, setQuestion] = useState("");
  const [away, setAway] = useState(false);
  const [adding, setAdding] = useState<Adding>(null);
  const [panel, setPanel] = useState<Panel | null>(null);
  const search = useRef<HTMLInputElement>(null);
  const found = useFound(question, drawer.bits);
  const shown = useMemo(
    () => drawer.bits.filter((bit) => bit.archived === away && (found === null || found.has(bit.id))),
    [drawer, found, away],
  );
  const open = useCallback(
    (id: string | null) => void navigate(id ? `/drawer/${id}` : "/drawer", { replace: true }),
    [navigate],
  );
  const push = useCallback((step: Step) => history.push(step), [history]);

  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      const typing = event.target instanceof HTMLElement && event.target.matches("input, select, textarea");
      if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === "z" && !typing) {
        event.preventDefault();
        return event.shiftKey ? history.redo() : history.undo();
      }
      if (event.key === "Escape" && !typing) return setAdding(null);
      if (typing || event.ctrlKey || event.metaKey || event.altKey) return;
      if (event.key === "/") {
        event.preventDefault();
        search.current?.focus();
      }
      if (event.key.toLowerCase() === "n") {
        event.preventDefault();
        setAdding({ texts: {}, of: null });
      }
    };
    window.addEventListener("keydown", onKey);
    return () => window.removeEventListener("keydown", onKey);
  }, [history]);

  const stored = drawer.bits.filter((bit) => bit.archived).length;
  return (
    <Place title="Drawer" shopName={shop.name} unit={shop.unit} onSwitch={switchUnit}>
      <search className="flex flex-wrap items-center gap-2 border-b border-rule px-4 py-2">
        <label className="relative flex max-w-md min-w-56 flex-1 items-center">
          <Search size={18} aria-hidden className="absolute left-2.5 text-ink-2" />
          <input
            ref={search}
            className="field pl-9!"
            value={question}
            placeholder="12.7 up · 6mm shank · dull · roundover"
            aria-label="Find bits"
            data-testid="find-bits"
            onChange={(event) => setQuestion(event.target.value)}
          />
        </label>
        <span className="text-[14px] text-ink-2" role="status" data-testid="bit-count">
          {found === null ? `${shown.length} bits` : `${shown.length} of ${drawer.bits.length} bits`}
        </span>
        {stored > 0 || away ? (
          <button
            type="button"
            className="button"
            aria-pressed={away}
            onClick={() => setAway(!away)}
            data-testid="show-away"
          >
            {away ? "Back to the drawer" : `${stored} put away`}
          </button>
        ) : null}
        {undoable.undo ? (
          <button type="button" className="button" onClick={() => history.undo()} data-testid="undo-drawer">
            Undo: <Words text={undoable.undo} />
          </button>
        ) : null}
        {PANELS.map((each) => (
          <button
            key={each.name}
            type="button"
            className={`button ${each.name === "which" ? "ml-auto" : ""}`}
            aria-expanded={panel === each.name}
            onClick={() => setPanel(panel === each.name ? null : each.name)}
            data-testid={`panel-${each.name}`}
          >
            {each.says}
          </button>
        ))}
        <button
          type="button"
          className="button button-main"
          onClick={() => setAdding({ texts: {}, of: null })}
          data-testid="add-bit"
        >
          <Plus size={18} aria-hidden /> Add a bit
        </button>
      </search>
      {adding ? (
        <BitForm
          key={adding.of?.id ?? (adding.texts.profile || "new")}
          start={adding.texts}
          change={adding.of}
          unit={shop.unit}
          onDone={(made) => {
            setAdding(null);
            if (made) open(made.id);
          }}
        />
      ) : null}
      {panel === "which" ? <WhichBit shop={shop} /> : null}
      {panel === "buy" ? <ShoppingList unit={shop.unit} currency={drawer.currency} /> : null}
      {drawer.bits.length === 0 && !adding ? (
        <FirstQuestions shop={shop} onSkip={() => setAdding({ texts: {}, of: null })} />
      ) : shown.length === 0 ? (
        <Nothing question={question} onClear={() => setQuestion("")} />
      ) : (
        <Shelf
          bits={shown}
          unit={shop.unit}
          currency={drawer.currency}
          openId={bitId ?? null}
          onOpen={open}
          onForm={setAdding}
          onDone={push}
        />
      )}
    </Place>
  );
}

/** The ids of what a question finds among `bits`; null while nothing is asked. The last answer stands until the next one comes. */
function useFound(question: string, bits: readonly BitTile[]): ReadonlySet<string> | null {
  const [found, setFound] = useState<ReadonlySet<string> | null>(null);
  const asked = question.trim();
  // biome-ignore lint/correctness/useExhaustiveDependencies: other bits are searched again
  useEffect(() => {
    if (!asked) return setFound(null);
    let latest = true;
    void api.findBits(asked).then((answer) => {
      if (latest && answer.kind === "ok") setFound(new Set(answer.data));
    });
    return () => {
      latest = false;
    };
  }, [asked, bits]);
  return found;
}

function Nothing({ question, onClear }: { question: string; onClear: () => void }) {
  return (
    <main className="flex flex-1 flex-col items-center justify-center gap-3 p-8 text-center">
      <h2 className="text-[22px] font-bold">{question ? "No bit is like that" : "Nothing here"}</h2>
      {question ? (
        <button type="button" className="button" onClick={onClear}>
          Show all bits
        </button>
      ) : null}
    </main>
  );
}

interface ShelfProps {
  bits: readonly BitTile[];
  unit: Unit;
  currency: string;
  openId: string | null;
  onOpen: (id: string | null) => void;
  onForm: (form: Adding) => void;
  onDone: (step: Step) => void;
}

/** Rail, shank, marks and the room around them, and a line of a name. */
const [AROUND, LINE] = [56, 16];

/** Stays as it is while a question is typed, until other bits are found. */
const Shelf = memo(function Shelf({ bits, unit, currency, openId, onOpen, onForm, onDone }: ShelfProps) {
  const box = useRef<HTMLDivElement>(null);
  const [width, setWidth] = useState(0);
  useLayoutEffect(() => {
    const element = box.current;
    if (!element) return;
    const watch = new ResizeObserver(() => setWidth(element.clientWidth - 32));
    watch.observe(element);
    return () => watch.disconnect();
  }, []);
  const rows = useMemo(() => (width > 0 ? rowsOf(bits, width, openId) : []), [bits, width, openId]);
  const virtual = useVirtualizer({
    count: rows.length,
    getScrollElement: () => box.current,
    estimateSize: (index) => {
      const row = rows[index];
      return row?.what === "bits" ? row.height + AROUND + row.lines * LINE : row?.what === "open" ? 420 : 38;
    },
    overscan: 1,
  });
  const opened = rows.findIndex((row) => row.what === "open");
  // biome-ignore lint/correctness/useExhaustiveDependencies: only when another bit is opened
  useEffect(() => {
    if (opened > 0) virtual.scrollToIndex(opened - 1, { align: "start" });
  }, [openId, opened > 0]);
  return (
    <main ref={box} className="min-h-0 flex-1 overflow-y-auto px-4" data-testid="drawer">
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
                onDone={onDone}
              />
            </div>
          ) : null;
        })}
      </div>
    </main>
  );
});

interface RowProps extends Omit<ShelfProps, "bits"> {
  row: Row;
}

const OneRow = memo(function OneRow({ row, unit, currency, openId, onOpen, onForm, onDone }: RowProps) {
  switch (row.what) {
    case "tray":
      return (
        <h2 className="flex items-baseline gap-2 pt-3 pb-1.5 text-[15px] font-bold">
          {row.title} <span className="label">{row.count}</span>
        </h2>
      );
    case "bits":
      return (
        <div className="flex items-start gap-1.5 border-t-[5px] border-clamp pb-2">
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
          onDone={onDone}
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
      data-testid={`bit-${bit.id}`}
      data-marks={bit.marks.map((mark) => mark.code).join(" ")}
    >
      <Silhouette shape={bit.shape} scale={SCALE} label={`Silhouette of ${bit.name}`} below={below} />
      <span className="block max-h-[48px] overflow-hidden text-[13.5px] leading-[16px] font-semibold">
        <Words text={bit.name} />
      </span>
      <span className="block text-[12.5px] leading-tight text-ink-2">
        <Words text={`${bit.shank} shank`} />
      </span>
      {STATES[bit.state] ? (
        <b
          className={`mr-1 rounded px-1 text-[12px] ${bit.state === "dull" ? "bg-hazard text-paper" : "striped"}`}
        >
          {STATES[bit.state]}
        </b>
      ) : null}
      {traps > 0 ? <b className="trap text-[12px] text-hazard">{traps > 1 ? traps : ""}</b> : null}
    </button>
  );
}
