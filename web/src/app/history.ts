/** Undo and redo of what this window did, in every place: steps that are data, so that they outlive a page and a reload. */
import type { Act } from "./acts";
import { store, stored } from "./stored";

export interface Step {
  /** What was done, in words that follow "Undo: ". */
  label: string;
  undo: Act;
  redo: Act;
}

/** How an act ended: done; not done, and said why; or somebody else has changed the thing since. */
export type Done =
  | { kind: "done" }
  | { kind: "failed"; message: string }
  | { kind: "changed"; differences: readonly Difference[] };

/** A value that is not what it was after one's own change. */
export interface Difference {
  what: string;
  now: string;
  wanted: string;
}

export interface HistoryState {
  undo: string | null;
  redo: string | null;
  /** What an undo or redo came upon, until it is answered. */
  met: { label: string; done: Exclude<Done, { kind: "done" }>; way: Way } | null;
}

type Way = "undo" | "redo";
export type Perform = (act: Act, anyway: boolean) => Promise<Done>;

const NAME = "ranura-history";
const MOST = 100;

export class History {
  private past: readonly Step[];
  private future: readonly Step[];
  private met: HistoryState["met"] = null;
  private busy: Promise<void> = Promise.resolve();
  private readonly listeners = new Set<() => void>();
  private state: HistoryState;
  private readonly perform: Perform;

  constructor(perform: Perform) {
    this.perform = perform;
    const kept = stored<{ past: Step[]; future: Step[] }>("visit", NAME, { past: [], future: [] });
    this.past = kept.past;
    this.future = kept.future;
    this.state = this.seen();
  }

  readonly snapshot = () => this.state;

  readonly subscribe = (listener: () => void) => {
    this.listeners.add(listener);
    return () => {
      this.listeners.delete(listener);
    };
  };

  /** Something was done; what had been undone before can no longer be redone. */
  push(step: Step): void {
    this.past = [...this.past, step].slice(-MOST);
    this.future = [];
    this.tell();
  }

  undo(anyway = false): Promise<void> {
    return this.next("undo", anyway);
  }

  redo(anyway = false): Promise<void> {
    return this.next("redo", anyway);
  }

  /** What was met was looked at; the step stays. */
  leave(): void {
    this.met = null;
    this.tell();
  }

  /** What was met is done all the same. */
  goOn(): Promise<void> {
    const way = this.met?.way;
    this.leave();
    return way ? this.next(way, true) : Promise.resolve();
  }

  /** One at a time, in the order in which they were asked for. */
  private next(way: Way, anyway: boolean): Promise<void> {
    this.busy = this.busy.then(() => this.walk(way, anyway));
    return this.busy;
  }

  private async walk(way: Way, anyway: boolean): Promise<void> {
    const step = (way === "undo" ? this.past : this.future).at(-1);
    if (!step || this.met) return;
    const done = await this.perform(step[way], anyway);
    if (done.kind !== "done") this.met = { label: step.label, done, way };
    else if (way === "undo") {
      this.past = this.past.filter((each) => each !== step);
      this.future = [...this.future, step];
    } else {
      this.future = this.future.filter((each) => each !== step);
      this.past = [...this.past, step];
    }
    this.tell();
  }

  private seen(): HistoryState {
    return { undo: this.past.at(-1)?.label ?? null, redo: this.future.at(-1)?.label ?? null, met: this.met };
  }

  private tell(): void {
    this.state = this.seen();
    store("visit", NAME, { past: this.past, future: this.future });
    for (const listener of this.listeners) listener();
  }
}
