/** Moving the corners of an outline: what is dragged, what is kept, and its undo. */
import { useEffect, useRef, useState } from "react";
import { api, type KeptOutline, type Problem } from "../api/client";
import { useReading, useRefresh } from "../api/queries";
import { changed, type TypedCorners } from "../app/acts";
import { useCommand } from "../app/commands";
import { history } from "../app/undo";
import { problemOf } from "../ui/problems";
import { asTyped, type Loops, type Which } from "./corners";

export interface Moving {
  /** None while corners are not moved, or cannot be. */
  loops: Loops | null;
  can: boolean;
  chosen: Which | null;
  problem: Problem | null;
  onToggle: () => void;
  onChoose: (which: Which) => void;
  onDrag: (loops: Loops) => void;
  onKeep: (typed: TypedCorners) => void;
}

export function useMoving(outline: KeptOutline): Moving {
  const [moving, setMoving] = useState(false);
  const [draft, setDraft] = useState<Loops | null>(null);
  const [chosen, setChosen] = useState<Which | null>(null);
  const [problem, setProblem] = useState<Problem | null>(null);
  const refresh = useRefresh();
  // Of what was kept last: the next change may come before the outline was read again.
  const version = useRef(outline.version);
  useEffect(() => {
    version.current = outline.version;
  }, [outline.version]);
  const found = useReading({
    key: ["corners", outline.id, outline.version],
    ask: () => api.corners(outline.id),
    keeps: true,
  });
  const known = (found.data?.loops ?? null) as Loops | null;
  // biome-ignore lint/correctness/useExhaustiveDependencies: what was dragged is kept, or somebody else changed it
  useEffect(() => setDraft(null), [found.data]);
  const toggle = () => {
    setMoving(!moving);
    setDraft(null);
    setProblem(null);
    setChosen(null);
  };
  useCommand("move-corners", toggle, known !== null);
  // What is let go while another change is being kept waits for that one, and is undone to it.
  const before = useRef<TypedCorners | null>(null);
  const line = useRef<Promise<unknown>>(Promise.resolve());
  useEffect(() => {
    before.current = known && asTyped(known);
  }, [known]);
  const keep = async (typed: TypedCorners) => {
    const was = before.current ?? [];
    const answer = await api.moveCorners(outline.id, typed, version.current);
    if (answer.kind !== "ok") return setProblem(problemOf(answer));
    setProblem(null);
    version.current = answer.data.version;
    const now = await api.corners(outline.id);
    if (now.kind === "ok" && now.data.loops) {
      const to = asTyped(now.data.loops as Loops);
      before.current = to;
      history.push(changed(`moving a corner of ${outline.name}`, { do: "corners", id: outline.id, to, was }));
    }
    return refresh();
  };
  return {
    loops: moving ? (draft ?? known) : null,
    can: known !== null,
    chosen,
    problem,
    onToggle: toggle,
    onChoose: setChosen,
    onDrag: setDraft,
    onKeep: (typed) => {
      line.current = line.current.then(() => keep(typed));
    },
  };
}
