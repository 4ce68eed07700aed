import { useState } from "react";
import type { CutItem, Outcome, Problem, Unit } from "../api/client";
import { Dialog } from "../ui/Dialog";
import { problemOf } from "../ui/problems";
import { inUnit } from "../ui/words";

interface Props {
  cut: CutItem;
  unit: Unit;
  onSave: (name: string) => Promise<Outcome<unknown>>;
  onClose: () => void;
}

/** Another name for a cut. */
export function RenameCut({ cut, unit, onSave, onClose }: Props) {
  const [name, setName] = useState(cut.name);
  const [problem, setProblem] = useState<Problem | null>(null);
  return (
    <Dialog title={`Rename ${cut.name}`} onClose={onClose}>
      <form
        className="flex flex-col gap-3"
        onSubmit={async (event) => {
          event.preventDefault();
          const answer = await onSave(name.trim());
          if (answer.kind === "ok") onClose();
          else setProblem(problemOf(answer));
        }}
      >
        <input
          className="field"
          aria-label="Name of the cut"
          data-testid="cut-rename"
          value={name}
          onChange={(event) => setName(event.target.value)}
        />
        {problem ? (
          <p role="alert" className="text-cut">
            {inUnit(problem.message, unit)}
          </p>
        ) : null}
        <button type="submit" className="button button-main justify-center" disabled={!name.trim()}>
          Keep the name
        </button>
      </form>
    </Dialog>
  );
}
