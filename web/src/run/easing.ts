/** What a person changes after trouble at the machine, put into the plan of the cut for the next run. */
import { api, type CutIn, type Easing, type PieceIn, type Run } from "../api/client";
import { cutIn, pieceIn } from "../api/typed";
import { changed } from "../app/acts";
import { history } from "../app/undo";
import { leave } from "../board/editors";
import { problemOf } from "../ui/problems";

const LABELS: Record<Easing, string> = {
  lighter: "lighter passes",
  slower: "slower spindle",
  gentler: "slower pace",
};

const NOT_THERE = "It is not in the plan.";
const NOTHING_LESS =
  "This cut takes no less, turns no slower, or is led no slower than it is planned: change it by hand.";

/** Another bit with its router, by their ids, and its name. */
export interface OtherBit {
  bit_id: string;
  router_id: string;
  name: string;
}

/** What is changed in a cut: eased, or made with another bit. */
export type Change = Easing | OtherBit;

const labelOf = (change: Change) => (typeof change === "string" ? LABELS[change] : change.name);

/** The cut of a run as it is kept, and the board that it is in; why there is none, in words. */
async function cutOf(run: Run) {
  if (!run.cut_id || !run.of.job_id) return "The cut of this run is gone.";
  const id = run.cut_id;
  const [kept, job] = await Promise.all([api.cut(id), api.job(run.of.job_id)]);
  if (kept.kind !== "ok") return problemOf(kept)?.message.metric ?? NOT_THERE;
  const item =
    job.kind === "ok" ? job.data.pieces.find((each) => each.cuts.some((cut) => cut.id === id)) : null;
  if (!item) return NOT_THERE;
  return { id, job: run.of.job_id, kept: kept.data, was: cutIn(kept.data.cut), piece: pieceIn(item.piece) };
}

/** Whether two cuts are set up differently. */
async function differ(piece: PieceIn, one: CutIn, two: CutIn, cutId: string): Promise<boolean> {
  const plans = await Promise.all([one, two].map((cut) => api.plan(piece, cut, cutId)));
  const [first, second] = plans.map((plan) => (plan.kind === "ok" ? JSON.stringify(plan.data.slip) : null));
  return first !== second;
}

/** The bits that could make the cut of a run too, the best first; in words why there are none. */
export async function otherBits(run: Run): Promise<OtherBit[] | string> {
  const found = await cutOf(run);
  if (typeof found === "string") return found;
  const plan = await api.plan(found.piece, found.was, found.id);
  if (plan.kind !== "ok") return problemOf(plan)?.message.metric ?? NOT_THERE;
  const { offers, bit_id } = plan.data;
  const bits = new Map(
    offers
      .filter((offer) => offer.bit_id !== bit_id)
      .map((offer) => [
        offer.bit_id,
        { bit_id: offer.bit_id, router_id: offer.router_id, name: offer.bit_name },
      ]),
  );
  return bits.size > 0 ? [...bits.values()].slice(0, 3) : "No other bit here makes this cut.";
}

/** Why it could not be put into the plan, in words; null once it is there. */
export async function ease(run: Run, change: Change): Promise<string | null> {
  const found = await cutOf(run);
  if (typeof found === "string") return found;
  const { id, job, kept, was, piece } = found;
  const more =
    typeof change === "string" ? { [change]: true } : { bit_id: change.bit_id, router_id: change.router_id };
  const to = { ...was, ...more } as CutIn;
  const can = typeof change !== "string" || change in was;
  if (!can || !(await differ(piece, was, to, id))) return NOTHING_LESS;
  const answer = await api.saveCut(id, kept.name, to, kept.version, kept.wanted);
  if (answer.kind !== "ok") return problemOf(answer)?.message.metric ?? NOT_THERE;
  leave(id, answer.data.version);
  history.push(changed(`${labelOf(change)} of ${kept.name}`, { do: "cut", id, job, to, was }));
  return null;
}
