/** Undo and redo for one visit of the page: a list of steps that know how to go back and forth. */

export interface Step {
  label: string;
  undo: () => void;
  redo: () => void;
}

export class History {
  private past: readonly Step[] = [];
  private future: readonly Step[] = [];
  private readonly listeners = new Set<() => void>();
  private state: { undo: string | null; redo: string | null } = { undo: null, redo: null };

  readonly snapshot = () => this.state;

  readonly subscribe = (listener: () => void) => {
    this.listeners.add(listener);
    return () => {
      this.listeners.delete(listener);
    };
  };

  /** Something was done; what had been undone before can no longer be redone. */
  push(step: Step): void {
    this.past = [...this.past, step];
    this.future = [];
    this.tell();
  }

  undo(): void {
    const step = this.past.at(-1);
    if (!step) return;
    this.past = this.past.slice(0, -1);
    this.future = [...this.future, step];
    step.undo();
    this.tell();
  }

  redo(): void {
    const step = this.future.at(-1);
    if (!step) return;
    this.future = this.future.slice(0, -1);
    this.past = [...this.past, step];
    step.redo();
    this.tell();
  }

  private tell(): void {
    this.state = { undo: this.past.at(-1)?.label ?? null, redo: this.future.at(-1)?.label ?? null };
    for (const listener of this.listeners) listener();
  }
}
