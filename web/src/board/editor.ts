/**
 * Editing one cut: what is typed, the last good plan, what is wrong and where, and saving by itself.
 *
 * Plain TypeScript, no DOM. Typing asks for a plan (at most one question under way, the latest text wins); the save
 * follows shortly after the last valid state. Nothing typed is ever dropped: a refusal marks its field and the last good
 * plan stays; a server that is down is asked again until it answers; a cut that was changed elsewhere waits for a choice.
 */
import type { Change, CutForm, CutIn, CutItem, CutPlan, Outcome, Problem, Text } from "../api/client";
import { edited } from "../forms/draft";

type Saving = "saved" | "waiting" | "saving" | "refused" | "offline" | "conflict";

export interface EditorState {
  readonly draft: CutIn;
  readonly plan: CutPlan | null;
  /** What is asked of the cut, which is known of a refused one as well. */
  readonly form: CutForm | null;
  readonly problem: Problem | null;
  readonly saving: Saving;
  readonly down: string | null;
  readonly newer: NewerCut | null;
}

/** The cut as somebody else keeps it by now, and the sentence that says what it asks for. */
export interface NewerCut {
  readonly cut: CutIn;
  readonly version: number;
  readonly sentence: Text;
}

export interface Deps {
  plan: (cut: CutIn) => Promise<Outcome<CutPlan>>;
  /** The same plan with its proof, for one that came without since that takes long. */
  prove: (cut: CutIn) => Promise<Outcome<CutPlan>>;
  /** `wanted` keeps a cut that no tool here makes. */
  save: (cut: CutIn, version: number, wanted: boolean) => Promise<Outcome<CutItem>>;
  /** A state was saved: `before` is what had been saved until then. */
  saved: (before: CutIn, after: CutIn, item: CutItem) => void;
  toDraft: (newer: unknown) => NewerCut;
  /** What is typed over a version and not kept yet; null once all is. */
  remember: (unsaved: CutIn | null, version: number) => void;
  saveAfterMs: number;
  retryAfterMs: number;
}

const same = (a: CutIn, b: CutIn) => JSON.stringify(a) === JSON.stringify(b);

/** Whether the rest of a plan is to be asked for: its proof, or what would do instead of what it stops. */
const unfinished = (plan: CutPlan): boolean => plan.status === "unproven" || plan.untried;

export class CutEditor {
  private state: EditorState;
  private readonly listeners = new Set<() => void>();
  private keptDraft: CutIn;
  /** What choices took away, for when it is asked for again. */
  private aside: unknown = {};
  private version: number;
  /** The newest version that was seen: another than `version` only while an older state is brought back over it. */
  private newest: number;
  private asking = false;
  private askAgain = false;
  private proving = false;
  private savingNow = false;
  private silent = false;
  /** Whether what is typed is kept though no tool here makes it. */
  private wanted = false;
  private saveTimer: ReturnType<typeof setTimeout> | null = null;
  private retryTimer: ReturnType<typeof setTimeout> | null = null;
  private closed = false;
  private readonly deps: Deps;

  constructor(kept: { cut: CutIn; version: number; wanted?: boolean }, deps: Deps) {
    this.deps = deps;
    this.wanted = kept.wanted ?? false;
    this.keptDraft = kept.cut;
    this.version = kept.version;
    this.newest = kept.version;
    this.state = {
      draft: kept.cut,
      plan: null,
      form: null,
      problem: null,
      saving: "saved",
      down: null,
      newer: null,
    };
    void this.ask();
  }

  readonly snapshot = () => this.state;

  readonly subscribe = (listener: () => void) => {
    this.listeners.add(listener);
    return () => {
      this.listeners.delete(listener);
    };
  };

  /** Takes what was typed or chosen, and plans it; `usual` is set only where nothing was typed before. */
  edit(change: Change, usual: Change = {}): void {
    this.silent = false;
    const [draft, aside] = edited(this.state.draft, this.aside, change, usual);
    this.aside = aside;
    this.take(draft);
  }

  /**
   * Brings back an earlier or later state; the save it leads to is not news for the history. `left` is the version that this
   * window left the cut as: where somebody else has made a newer one, both are shown.
   */
  restore(draft: CutIn, left: number | null = null): void {
    this.silent = true;
    // What was kept once may be kept again.
    this.wanted = true;
    if (left !== null && left < this.version) this.version = left;
    this.take(draft);
  }

  /** Goes on with what was typed before and not kept, over the version that it was typed over. */
  resume(draft: CutIn, over: number): void {
    this.silent = false;
    this.version = Math.min(over, this.version);
    this.take(draft);
  }

  /** Keeps what no tool here makes, until there is one; so is what is typed over it. */
  keepAsWanted(): void {
    if (!this.state.problem?.lacks) return;
    this.wanted = true;
    void this.save();
  }

  /** Asks for the plan anew: the shop or the piece has changed. */
  replan(): void {
    void this.ask();
  }

  /**
   * The cut as the server has it was read again. A newer one is taken over when nothing typed would be lost by it;
   * otherwise the next save is refused as old, and the person chooses.
   */
  meet(kept: { cut: CutIn; version: number }): void {
    if (kept.version <= this.newest || this.savingNow) return;
    this.newest = kept.version;
    if (same(kept.cut, this.keptDraft)) this.version = kept.version;
    else if (this.state.saving === "saved") {
      this.version = kept.version;
      this.keptDraft = kept.cut;
      this.deps.remember(null, this.version);
      this.put({ draft: kept.cut });
      void this.ask();
    }
  }

  /** After a change elsewhere: goes on with the newer cut. */
  takeTheirs(): void {
    const theirs = this.state.newer;
    if (!theirs) return;
    this.version = this.newest = theirs.version;
    this.keptDraft = theirs.cut;
    this.deps.remember(null, this.version);
    this.put({ draft: theirs.cut, newer: null, saving: "saved", problem: null });
    void this.ask();
  }

  /** After a change elsewhere: saves this window's cut over the newer one. */
  keepMine(): void {
    if (!this.state.newer) return;
    this.version = this.newest = this.state.newer.version;
    this.keptDraft = this.state.newer.cut;
    this.put({ newer: null, saving: "waiting" });
    void this.save();
  }

  /**
   * Saves what is still waiting, planned or not: the server plans it once more before it keeps it. Asks for no plan any more;
   * a server that does not answer is asked again until it has kept what was typed.
   */
  close(): void {
    if (this.saveTimer) clearTimeout(this.saveTimer);
    if (this.retryTimer) clearTimeout(this.retryTimer);
    this.closed = true;
    const waiting = this.state.saving === "waiting" || this.state.saving === "offline";
    if (waiting && !same(this.state.draft, this.keptDraft)) void this.save();
  }

  get hasUnsaved(): boolean {
    return this.state.saving !== "saved";
  }

  private put(change: Partial<EditorState>): void {
    this.state = { ...this.state, ...change };
    for (const listener of this.listeners) listener();
  }

  private take(draft: CutIn): void {
    if (this.saveTimer) clearTimeout(this.saveTimer);
    this.saveTimer = null;
    this.put({ draft, saving: this.state.saving === "conflict" ? "conflict" : "waiting" });
    this.deps.remember(same(draft, this.keptDraft) ? null : draft, this.version);
    void this.ask();
  }

  private async ask(): Promise<void> {
    if (this.closed) return;
    if (this.asking) {
      this.askAgain = true;
      return;
    }
    this.asking = true;
    do {
      this.askAgain = false;
      const asked = this.state.draft;
      const answer = await this.deps.plan(asked);
      if (this.closed) break;
      if (!this.askAgain) this.settle(asked, answer);
    } while (this.askAgain);
    this.asking = false;
  }

  private settle(asked: CutIn, answer: Outcome<CutPlan>): void {
    switch (answer.kind) {
      case "ok":
        this.wanted = false;
        this.put({ plan: answer.data, form: answer.data.form, problem: null, down: null });
        if (unfinished(answer.data)) void this.prove();
        if (this.state.saving === "conflict") return;
        if (same(asked, this.keptDraft)) {
          this.version = this.newest;
          this.put({ saving: "saved" });
        } else this.saveSoon();
        return;
      case "refused":
      case "missing":
        this.put({
          problem: answer.problem,
          form: (answer.kind === "refused" ? answer.form : null) ?? this.state.form,
          down: null,
          saving: same(asked, this.keptDraft) ? "saved" : "refused",
        });
        if (same(asked, this.keptDraft)) {
          this.wanted = answer.problem.lacks ?? false;
          this.leavePlan();
        } else if (this.savable) this.saveSoon();
        return;
      case "stale":
        return;
      case "down":
        this.retry(answer.message, () => void this.ask());
        return;
      default:
        answer satisfies never;
    }
  }

  /** Asks for the proof of what is shown and for ways out of its stops, one at a time; what has changed meanwhile is asked for again. */
  private async prove(): Promise<void> {
    if (this.proving) return;
    this.proving = true;
    while (!this.closed && this.state.plan && unfinished(this.state.plan)) {
      const shown = this.state.plan;
      const answer = await this.deps.prove(this.state.draft);
      if (answer.kind === "down") this.retry(answer.message, () => void this.ask());
      if (answer.kind !== "ok") break;
      if (this.state.plan !== shown) continue;
      // Where only ways out were missing the plan is the same, and what goes on with it stays.
      const { remedies, untried } = answer.data;
      const plan = shown.status === "unproven" ? answer.data : { ...shown, remedies, untried };
      this.put({ plan, form: plan.form });
    }
    this.proving = false;
  }

  /** What is kept and lacks a tool has no plan: the one before it is another cut's. */
  private leavePlan(): void {
    if (this.wanted && this.state.problem?.lacks) this.put({ plan: null });
  }

  /** Whether the server would keep what is typed. */
  private get savable(): boolean {
    return !this.state.problem || (this.wanted && (this.state.problem.lacks ?? false));
  }

  private saveSoon(): void {
    this.put({ saving: "waiting" });
    if (this.saveTimer) clearTimeout(this.saveTimer);
    this.saveTimer = setTimeout(() => void this.save(), this.deps.saveAfterMs);
  }

  private async save(): Promise<void> {
    this.saveTimer = null;
    if (this.savingNow) {
      this.saveSoon();
      return;
    }
    const draft = this.state.draft;
    const before = this.keptDraft;
    const silent = this.silent;
    this.savingNow = true;
    this.put({ saving: "saving" });
    const answer = await this.deps.save(draft, this.version, this.wanted);
    this.savingNow = false;
    switch (answer.kind) {
      case "ok":
        this.version = this.newest = answer.data.version;
        this.keptDraft = draft;
        this.deps.remember(same(this.state.draft, draft) ? null : this.state.draft, this.version);
        if (!silent) this.deps.saved(before, draft, answer.data);
        else this.deps.saved(draft, draft, answer.data);
        this.put({ down: null });
        if (same(this.state.draft, draft)) {
          this.put({ saving: "saved" });
          this.leavePlan();
        } else if (this.savable) this.saveSoon();
        return;
      case "stale": {
        const newer = this.deps.toDraft(answer.newer);
        if (same(newer.cut, draft)) {
          // What waited has been sent by another window already.
          this.version = this.newest = newer.version;
          this.keptDraft = draft;
          this.deps.remember(same(this.state.draft, draft) ? null : this.state.draft, this.version);
          this.put({ down: null });
          if (same(this.state.draft, draft)) this.put({ saving: "saved" });
          else this.saveSoon();
        } else this.put({ saving: "conflict", newer });
        return;
      }
      case "refused":
      case "missing":
        this.put({ saving: "refused", problem: answer.problem });
        return;
      case "down":
        this.retry(answer.message, () => void this.save());
        return;
      default:
        answer satisfies never;
    }
  }

  private retry(message: string, again: () => void): void {
    this.put({ down: message, saving: this.state.saving === "saved" ? "saved" : "offline" });
    if (this.retryTimer) clearTimeout(this.retryTimer);
    this.retryTimer = setTimeout(again, this.deps.retryAfterMs);
  }
}
