import { useState } from "react";
import { api, type Problem } from "../api/client";
import { useRefresh } from "../api/queries";
import { changed } from "../app/acts";
import { history } from "../app/undo";
import { Dialog } from "../ui/Dialog";
import { problemOf } from "../ui/problems";

interface Props {
  id: string;
  name: string;
  onClose: () => void;
}

/** Another name for a job. */
export function RenameJob({ id, name, onClose }: Props) {
  const [typed, setTyped] = useState(name);
  const [problem, setProblem] = useState<Problem | null>(null);
  const refresh = useRefresh();
  return (
    <Dialog title={`Rename ${name}`} onClose={onClose}>
      <form
        className="flex flex-col gap-3"
        onSubmit={async (event) => {
          event.preventDefault();
          const answer = await api.saveJob(id, { name: typed.trim() });
          if (answer.kind !== "ok") return setProblem(problemOf(answer));
          const [to, was] = [{ name: answer.data.name }, { name }];
          history.push(changed(`renaming ${name}`, { do: "job", id, to, was }));
          await refresh();
          onClose();
        }}
      >
        <input
          className="field"
          aria-label="Name of the job"
          data-testid="job-rename"
          value={typed}
          onChange={(event) => setTyped(event.target.value)}
        />
        {problem ? (
          <p role="alert" className="text-cut">
            The name: {problem.message.metric}.
          </p>
        ) : null}
        <button type="submit" className="button button-main justify-center" disabled={!typed.trim()}>
          Keep the name
        </button>
      </form>
    </Dialog>
  );
}
