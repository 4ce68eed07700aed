/** What a person changes after trouble at the machine, put into the plan of the cut for the next run. */
import { api, type CutIn, type Easing, type PieceIn, type Run } from "../api/client";
import { cutIn, pieceIn } from "../api/typed";
import { changed } from "../app/acts";
import { history } from "../app/undo";
import { leave } from "../board/editors";
import { problemOf } from "../ui/problems";

const LABELS: Record<Easing, string> = { lighter: "lighter passes", slower: "slower spindle" };

const NOT_THERE = "It is not in the plan.";
const NOTHING_LESS = "This cut takes no less, or turns no slower, than it is planned: change it by hand.";

/** Whether two cuts are set up differently. */
async function differ(piece: PieceIn, one: CutIn, two: CutIn, cutId: string): Promise<boolean> {
  const plans = await Promise.all([one, two].map((cut) => api.plan(piece, cut, cutId)));
  const [first, second] = plans.map((plan) => (plan.kind === "ok" ? JSON.stringify(plan.data.slip) : null));
  return first !== second;
}

/** Why it could not be put into the plan, in words; null once it is there. */
export async function ease(run: Run, easing: Easing): Promise<string | null> {
  if (!run.cut_id || !run.of.job_id) return "The cut of this run is gone.";
  const id = run.cut_id;
  const [kept, job] = await Promise.all([api.cut(id), api.job(run.of.job_id)]);
  if (kept.kind !== "ok") return problemOf(kept)?.message.metric ?? NOT_THERE;
  const item =
    job.kind === "ok" ? job.data.pieces.find((each) => each.cuts.some((cut) => cut.id === id)) : null;
  const was = cutIn(kept.data.cut);
  const to = { ...was, [easing]: true };
  if (!item || !(easing in was) || !(await differ(pieceIn(item.piece), was, to, id))) return NOTHING_LESS;
  const answer = await api.saveCut(id, kept.data.name, to, kept.data.version, kept.data.wanted);
  if (answer.kind !== "ok") return problemOf(answer)?.message.metric ?? NOT_THERE;
  leave(id, answer.data.version);
  const label = `${LABELS[easing]} of ${kept.data.name}`;
  history.push(changed(label, { do: "cut", id, job: run.of.job_id, to, was }));
  return null;
}
