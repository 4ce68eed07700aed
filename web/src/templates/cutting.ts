/** From an outline to a cut: the dialog of a new cut begins with it, in the job that was open last. */
import { useNavigate } from "react-router";
import { api, type CutIn, type KeptOutline } from "../api/client";
import { lastJob } from "../app/lastJob";
import { notify, notifyOf } from "../app/notice";
import { edited } from "../forms/draft";
import { keepNewCut } from "../jobs/NewCut";

export function useCutting(outline: KeptOutline) {
  const navigate = useNavigate();
  return async () => {
    const jobs = await api.jobs();
    if (jobs.kind !== "ok") return notifyOf("Not begun", jobs);
    const open = jobs.data.find((each) => each.id === lastJob.id()) ?? jobs.data[0];
    const job = open ? await api.job(open.id) : null;
    if (job && job.kind !== "ok") return notifyOf("Not begun", job);
    const piece = job?.data.pieces.find((each) => each.cuts.length === 0) ?? job?.data.pieces[0];
    if (!job || !piece) return notify("A job with a board comes first: add one under Jobs");
    const starts = await api.starts(piece.id);
    if (starts.kind !== "ok") return notifyOf("Not begun", starts);
    const start = starts.data.find((each) => each.key === `template-${outline.intent}`);
    const choices = start?.form.first.flatMap((blank) => (blank.takes === "choice" ? blank.choices : []));
    const answer = choices?.find((each) => each.change.outline === outline.id);
    if (!start || !answer) return notify("This outline cannot be cut from a template");
    const [draft] = edited(start.cut, {}, answer.change);
    keepNewCut(job.data.id, piece.id, start.key, draft as CutIn, answer.change);
    return navigate(`/jobs/${job.data.id}`, { state: { open: "cut" } });
  };
}
