import { useState } from "react";
import type { Outcome, Problem } from "../api/client";
import { Dialog } from "../ui/Dialog";
import { problemOf } from "../ui/problems";

interface Props {
  /** What is renamed, as in "job". */
  what: string;
  name: string;
  onSave: (name: string) => Promise<Outcome<unknown>>;
  onClose: () => void;
}

/** Another name for something. */
export function Rename({ what, name, onSave, onClose }: Props) {
  const [typed, setTyped] = useState(name);
  const [problem, setProblem] = useState<Problem | null>(null);
  return (
    <Dialog title={`Rename ${name}`} onClose={onClose}>
      <form
        className="flex flex-col gap-3"
        onSubmit={async (event) => {
          event.preventDefault();
          const answer = await onSave(typed.trim());
          if (answer.kind === "ok") onClose();
          else setProblem(problemOf(answer));
        }}
      >
        <input
          className="field"
          aria-label={`Name of the ${what}`}
          data-testid={`${what}-rename`}
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
