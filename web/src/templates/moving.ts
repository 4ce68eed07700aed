/** Moving the corners of an outline: what is dragged, what is kept, and its undo. */
import { useEffect, useRef, useState } from "react";
import { api, type KeptOutline, type LengthIn, type Problem } from "../api/client";
import { useReading, useRefresh } from "../api/queries";
import { changed, type TypedCorners } from "../app/acts";
import { useCommand } from "../app/commands";
import { history } from "../app/undo";
import { problemOf } from "../ui/problems";
import { asTyped, type Loops, type Which } from "./corners";

/** The figures of a corner that are typed. */
export type Figure = "along" | "up" | "radius";
type TypedFigures = Partial<Record<Figure, LengthIn>>;

export interface Moving {
  /** None while corners are not moved, or cannot be. */
  loops: Loops | null;
  can: boolean;
  chosen: Which | null;
  /** What was typed for the chosen corner and is not kept yet. */
  typed: TypedFigures;
  problem: Problem | null;
  onToggle: () => void;
  onChoose: (which: Which) => void;
  onDrag: (loops: Loops) => void;
  onType: (figure: Figure, value: LengthIn) => void;
  onKeep: (corners: TypedCorners) => void;
}

export function useMoving(outline: KeptOutline): Moving {
  const [moving, setMoving] = useState(false);
  const [draft, setDraft] = useState<Loops | null>(null);
  const [chosen, setChosen] = useState<Which | null>(null);
  const [typed, setTyped] = useState<TypedFigures>({});
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
    setTyped({});
  };
  useCommand("move-corners", toggle, known !== null);
  // What is let go while another change is being kept waits for that one, and is undone to it.
  const before = useRef<TypedCorners | null>(null);
  const line = useRef<Promise<unknown>>(Promise.resolve());
  useEffect(() => {
    before.current = known && asTyped(known);
  }, [known]);
  const keep = async (corners: TypedCorners, sent: TypedFigures) => {
    const was = before.current ?? [];
    const answer = await api.moveCorners(outline.id, corners, version.current);
    if (answer.kind !== "ok") return setProblem(problemOf(answer));
    setProblem(null);
    version.current = answer.data.version;
    const now = await api.corners(outline.id);
    if (now.kind === "ok" && now.data.loops) {
      const to = asTyped(now.data.loops as Loops);
      before.current = to;
      history.push(changed(`moving a corner of ${outline.name}`, { do: "corners", id: outline.id, to, was }));
    }
    await refresh();
    setTyped((typed) => stillTyped(typed, sent));
  };
  return {
    loops: moving ? (draft ?? known) : null,
    can: known !== null,
    chosen,
    typed,
    problem,
    onToggle: toggle,
    onChoose: (which) => {
      setChosen(which);
      if (which.loop !== chosen?.loop || which.corner !== chosen.corner) setTyped({});
    },
    onDrag: (loops) => {
      setDraft(loops);
      setTyped({});
    },
    onType: (figure, value) => setTyped({ ...typed, [figure]: value }),
    onKeep: (corners) => {
      line.current = line.current.then(() => keep(corners, typed));
    },
  };
}

/** What was typed after the figures were sent that are kept now. */
const stillTyped = (typed: TypedFigures, sent: TypedFigures): TypedFigures =>
  Object.fromEntries(Object.entries(typed).filter(([figure, value]) => sent[figure as Figure] !== value));
