/** What the page knows of an instrument, and who waits for its next reading. */
import { useSyncExternalStore } from "react";
import { api, type InstrumentView, type Outcome, type Text } from "../api/client";
import { onInstrument } from "../api/news";
import { problemOf } from "../ui/problems";

export type Kind = InstrumentView["kind"];

export interface Listener {
  /** The field or position that it is for. */
  id: string;
  /** What the reading is for, in words. */
  label: string;
  take: (reading: NonNullable<InstrumentView["taken"]>) => void;
}

export interface Known {
  view: InstrumentView | null;
  /** What the next reading is for; null while nobody waits. */
  listening: string | null;
  target: string | null;
  /** The last reading that was taken, in words. */
  said: string | null;
  problem: Text | null;
}

type Api = Pick<typeof api, "instrument" | "plugInstrument" | "handInstrument" | "zeroInstrument">;

/**
 * One instrument. It is looked at when there is news of it, only while somebody listens; a reading goes to one listener once. When
 * the instrument is lost the listener stays: plugged in again, its next reading still arrives.
 */
export class Instrument {
  readonly kind: Kind;
  private readonly server: Api;
  private listener: Listener | null = null;
  private heard = 0;
  private readonly news: typeof onInstrument;
  private unhear: (() => void) | null = null;
  private readonly listeners = new Set<() => void>();
  private known: Known = { view: null, listening: null, target: null, said: null, problem: null };

  constructor(kind: Kind, server: Api = api, news = onInstrument) {
    this.kind = kind;
    this.server = server;
    this.news = news;
  }

  readonly snapshot = () => this.known;

  readonly subscribe = (listener: () => void) => {
    this.listeners.add(listener);
    return () => {
      this.listeners.delete(listener);
    };
  };

  /** The next reading goes to `listener`; plugs the instrument in if need be. */
  async listen(listener: Listener): Promise<void> {
    this.listener = listener;
    this.heard = Number.POSITIVE_INFINITY;
    this.tell({ listening: listener.label, target: listener.id, said: null });
    this.unhear ??= this.news(this.kind, () => void this.look());
    await this.plug();
    this.heard = this.known.view?.taken?.number ?? 0;
  }

  /** Nobody waits any more. */
  stop(): void {
    this.leave();
    this.tell({ listening: null, target: null, problem: null });
  }

  /** Plugs it in unless it is, and learns what it is doing now. */
  async plug(): Promise<void> {
    this.learn(await this.server.plugInstrument(this.kind));
  }

  /** What the hand does with a simulated instrument. */
  async hand(act: "hold" | "press" | "battery" | "off" | "drop", value: number | null = null): Promise<void> {
    this.learn(await this.server.handInstrument(this.kind, act, value));
  }

  async zero(): Promise<void> {
    this.learn(await this.server.zeroInstrument(this.kind));
  }

  private async look(): Promise<void> {
    if (this.listener) this.learn(await this.server.instrument(this.kind));
  }

  private leave(): void {
    this.listener = null;
    this.unhear?.();
    this.unhear = null;
  }

  private learn(answer: Outcome<InstrumentView>): void {
    if (answer.kind !== "ok") {
      this.tell({ problem: problemOf(answer)?.message ?? null });
      return;
    }
    const view = answer.data;
    if (this.known.view && view.turn < this.known.view.turn) return;
    this.tell({ view, problem: null });
    const { listener } = this;
    if (!listener || !view.taken || view.taken.number <= this.heard) return;
    this.heard = view.taken.number;
    this.leave();
    this.tell({ listening: null, target: null, said: `${view.taken.text} → ${listener.label}` });
    listener.take(view.taken);
  }

  private tell(change: Partial<Known>): void {
    this.known = { ...this.known, ...change };
    for (const listener of this.listeners) listener();
  }
}

export const caliper = new Instrument("caliper");
export const tachometer = new Instrument("tachometer");

export const useInstrument = (instrument: Instrument) =>
  useSyncExternalStore(instrument.subscribe, instrument.snapshot);
