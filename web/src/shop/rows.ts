/** Laying tiles in rows, tray by tray: plain arithmetic of widths, so that thousands of bits are laid out at once. */
import type { BitTile } from "../api/client";

export const SCALE = 1.7;
const LEAST_WIDTH = 92;
const GAP = 6;

const TRAYS = [
  { makes: "channels", title: "Channels: dadoes, grooves, slots" },
  { makes: "edges", title: "Edges: rounds, bevels, rabbets" },
  { makes: "templates", title: "Templates: trimming and patterns" },
  { makes: "joints", title: "Joints: dovetails, slots, locks" },
  { makes: "faces", title: "Faces: flattening" },
] as const;

export type Row =
  | { what: "tray"; key: string; title: string; count: number }
  | { what: "bits"; key: string; bits: readonly BitTile[]; height: number; width: number; lines: number }
  | { what: "open"; key: string; bit: BitTile };

/** The least width of a tile that leaves no strip at the right of a drawer `width` pixels wide. */
const leastWidth = (width: number) =>
  Math.max(LEAST_WIDTH, width / Math.max(1, Math.floor(width / (LEAST_WIDTH + GAP))) - GAP);

export const tileWidth = (bit: BitTile, width: number) =>
  Math.max(leastWidth(width), (bit.shape.width + 2) * SCALE + 12);

/** How wide a character of a name is on average, and how high a line, as the reader has set them, in pixels. */
export interface Type {
  character: number;
  line: number;
}

export const USUAL_TYPE: Type = { character: 6.5, line: 16 };
const MOST_LINES = 6;

const counted = new Map<string, number>();

/** How many lines a name takes in a tile: nearly so, and rather one too many. Counted once for each name and width. */
export function linesOf(name: string, width: number, { character }: Type = USUAL_TYPE): number {
  const fit = Math.max(1, Math.floor((width - 6) / character));
  const key = `${fit} ${name}`;
  const known = counted.get(key);
  if (known !== undefined) return known;
  let [lines, used] = [1, 0];
  for (const word of name.split(/\s+|(?<=-)/)) {
    if (used > 0 && used + 1 + word.length > fit) [lines, used] = [lines + 1, word.length];
    else used += (used > 0 ? 1 : 0) + word.length;
  }
  const found = Math.min(MOST_LINES, lines);
  counted.set(key, found);
  return found;
}

/** The rows of a drawer `width` pixels wide; the opened bit stands below its row. */
export function rowsOf(
  bits: readonly BitTile[],
  width: number,
  openId: string | null,
  type: Type = USUAL_TYPE,
): Row[] {
  const rows: Row[] = [];
  for (const tray of TRAYS) {
    const inside = bits.filter((bit) => bit.makes === tray.makes);
    if (inside.length === 0) continue;
    rows.push({ what: "tray", key: tray.makes, title: tray.title, count: inside.length });
    let line: BitTile[] = [];
    let used = 0;
    const close = () => {
      const first = line[0];
      if (!first) return;
      const lines = Math.max(...line.map((bit) => linesOf(bit.name, tileWidth(bit, width), type)));
      const height = Math.max(...line.map((bit) => bit.shape.height * SCALE));
      rows.push({ what: "bits", key: `row-${first.id}`, bits: line, height, width, lines });
      const open = line.find((bit) => bit.id === openId);
      if (open) rows.push({ what: "open", key: `open-${open.id}`, bit: open });
      line = [];
      used = 0;
    };
    for (const bit of inside) {
      const wide = tileWidth(bit, width) + GAP;
      if (used + wide > width + 0.5 && line.length > 0) close();
      line.push(bit);
      used += wide;
    }
    close();
  }
  return rows;
}

/** The bit that a key leads to from another one, and the row it hangs in; null where the key leads nowhere. */
export function nextBit(rows: readonly Row[], from: string, key: string): { id: string; row: number } | null {
  const places = rows.flatMap((row, at) =>
    row.what === "bits" ? row.bits.map((bit, column) => ({ id: bit.id, row: at, column })) : [],
  );
  const here = places.findIndex((each) => each.id === from);
  const now = places[here];
  if (!now) return null;
  const inRow = (row: number | undefined) => {
    const there = places.filter((each) => each.row === row);
    return there[Math.min(now.column, there.length - 1)];
  };
  const [before, after] = [places.slice(0, here), places.slice(here + 1)];
  const to = (() => {
    switch (key) {
      case "ArrowRight":
        return after[0];
      case "ArrowLeft":
        return before.at(-1);
      case "ArrowDown":
        return inRow(after.find((each) => each.row > now.row)?.row);
      case "ArrowUp":
        return inRow(before.findLast((each) => each.row < now.row)?.row);
      case "Home":
        return places[0];
      case "End":
        return places.at(-1);
      default:
        return undefined;
    }
  })();
  return to ? { id: to.id, row: to.row } : null;
}
