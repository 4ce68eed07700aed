import { useState } from "react";
import { useNavigate } from "react-router";
import { api, type JobFileView, type Problem, type Unit } from "../api/client";
import { useRefresh } from "../api/queries";
import { added } from "../app/acts";
import { history } from "../app/undo";
import { Dialog } from "../ui/Dialog";
import { problemOf } from "../ui/problems";
import { inUnit } from "../ui/words";

interface Props {
  unit: Unit;
  onClose: () => void;
}

/** A job from a file: what it brings is shown first. */
export function JobIn({ unit, onClose }: Props) {
  const [text, setText] = useState<string | null>(null);
  const [view, setView] = useState<JobFileView | null>(null);
  const [problem, setProblem] = useState<Problem | null>(null);
  const navigate = useNavigate();
  const refresh = useRefresh();
  const look = async (file: File | undefined) => {
    if (!file) return;
    const read = await file.text();
    const answer = await api.previewJob(read);
    setProblem(problemOf(answer));
    setView(answer.kind === "ok" ? answer.data : null);
    setText(answer.kind === "ok" ? read : null);
  };
  const take = async () => {
    if (text === null) return;
    const answer = await api.takeJob(text);
    if (answer.kind !== "ok") return setProblem(problemOf(answer));
    history.push(added(`the job ${answer.data.view.name}`, "jobs", answer.data.id));
    await refresh();
    void navigate(`/jobs/${answer.data.id}/page`);
  };
  return (
    <Dialog title="A job from a file" onClose={onClose}>
      <div className="flex flex-col gap-3">
        <input
          type="file"
          className="field"
          accept=".json,application/json"
          aria-label="The job's file"
          data-testid="job-file"
          onChange={(event) => void look(event.target.files?.[0])}
        />
        {problem ? (
          <p role="alert" className="text-cut">
            {inUnit(problem.message, unit)}.
          </p>
        ) : null}
        {view ? (
          <div data-testid="job-file-view">
            <p>
              <b>{view.name}</b>: {view.boards} boards, {view.cuts} cuts.
            </p>
            {view.found.length > 0 ? <p>You have already: {view.found.join(", ")}.</p> : null}
            {view.added.length > 0 ? <p>Comes with it into your shop: {view.added.join(", ")}.</p> : null}
            {view.left_open > 0 ? (
              <p>
                {view.left_open} tools or outlines that its cuts name are nowhere to be found: Ranura chooses
                other tools, you choose the outline anew.
              </p>
            ) : null}
          </div>
        ) : null}
        <button
          type="button"
          className="button button-main justify-center"
          disabled={text === null}
          onClick={() => void take()}
          data-testid="take-job"
        >
          Take it in
        </button>
      </div>
    </Dialog>
  );
}
