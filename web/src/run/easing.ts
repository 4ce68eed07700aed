/** What a person changes after trouble at the machine, put into the plan of the cut for the next run. */
import { api, type Easing, type Run } from "../api/client";
import { cutIn } from "../api/typed";
import { changed } from "../app/acts";
import { history } from "../app/undo";
import { leave } from "../board/editors";
import { problemOf } from "../ui/problems";

const LABELS: Record<Easing, string> = { lighter: "lighter passes", slower: "slower spindle" };

/** Why it could not be put into the plan, in words; null once it is there. */
export async function ease(run: Run, easing: Easing): Promise<string | null> {
  if (!run.cut_id || !run.of.job_id) return "The cut of this run is gone.";
  const kept = await api.cut(run.cut_id);
  if (kept.kind !== "ok") return problemOf(kept)?.message.metric ?? "It is not in the plan.";
  const was = cutIn(kept.data.cut);
  if (!(easing in was)) return "The plan of this cut has one depth and one speed: change it by hand.";
  const to = { ...was, [easing]: true };
  const answer = await api.saveCut(run.cut_id, kept.data.name, to, kept.data.version, kept.data.wanted);
  if (answer.kind !== "ok") return problemOf(answer)?.message.metric ?? "It is not in the plan.";
  leave(run.cut_id, answer.data.version);
  const label = `${LABELS[easing]} of ${kept.data.name}`;
  history.push(changed(label, { do: "cut", id: run.cut_id, job: run.of.job_id, to, was }));
  return null;
}
