/** A joint on the screen: what is typed of it, what it comes to, and keeping it. */
import { useEffect, useRef, useState } from "react";
import {
  api,
  type Change,
  type JointIn,
  type JointItem,
  type JointView,
  type PieceIn,
  type Problem,
} from "../api/client";
import { useReading, useRefresh } from "../api/queries";
import { changed } from "../app/acts";
import { history } from "../app/undo";
import { edited } from "../forms/draft";
import { problemOf } from "../ui/problems";

/** ms after the last edit that can be made, until it is kept. */
const AFTER = 500;

interface Kept {
  joint: JointIn;
  version: number;
}

const keptOf = (item: JointItem): Kept => ({ joint: item.joint as JointIn, version: item.version });

export function useJoint(item: JointItem, first: PieceIn, second: PieceIn) {
  const refresh = useRefresh();
  const [kept, setKept] = useState<Kept>(keptOf(item));
  const [draft, setDraft] = useState<JointIn>(kept.joint);
  const [aside, setAside] = useState<unknown>({});
  const [wrong, setWrong] = useState<Problem | null>(null);
  const dirty = draft !== kept.joint;
  // Undone here or changed elsewhere: it takes the place of what stood here, but not of what is typed.
  const newer = item.version > kept.version ? keptOf(item) : null;
  if (newer && !dirty) {
    setKept(newer);
    setDraft(newer.joint);
  }
  const found = useReading({
    key: ["joint-plan", draft, first, second],
    ask: () => api.planJoint({ joint: draft, first, second }),
    keeps: true,
  });
  // What it came to last stays in sight while what is typed cannot be.
  const [last, setLast] = useState<JointView | null>(null);
  if (found.data && found.data !== last) setLast(found.data);
  const waits = dirty && !newer && !found.settling && !found.problem;
  const save = async () => {
    const answer = await api.saveJoint(item.id, item.name, draft, kept.version);
    if (answer.kind !== "ok") return setWrong(problemOf(answer));
    const to = answer.data.joint as JointIn;
    history.push(changed(`changing ${item.name}`, { do: "joint", id: item.id, to, was: kept.joint }));
    setWrong(null);
    setKept({ joint: draft, version: answer.data.version });
    await refresh();
  };
  const late = useRef<(() => Promise<void>) | null>(null);
  late.current = dirty && !newer && !found.problem ? save : null;
  // biome-ignore lint/correctness/useExhaustiveDependencies: it is kept so long after the draft stood still
  useEffect(() => {
    if (!waits) return;
    const timer = setTimeout(() => void late.current?.(), AFTER);
    return () => clearTimeout(timer);
  }, [waits, draft]);
  // Who leaves before that has it kept all the same.
  useEffect(() => () => void late.current?.(), []);
  return {
    draft,
    view: found.data ?? last,
    problem: found.problem ?? wrong,
    saving: !dirty ? "saved" : found.problem ? "not saved" : "saving",
    /** What somebody else keeps by now, where something is typed here. */
    newer: newer && dirty ? newer : null,
    onMine: () => newer && setKept(newer),
    onTheirs: () => {
      if (!newer) return;
      setKept(newer);
      setDraft(newer.joint);
    },
    /** Gives up what was changed by hand in a cut of the joint. */
    takeBack: (member: string, number: number) =>
      setDraft({
        ...draft,
        changes: (draft.changes ?? []).filter((each) => each.member !== member || each.number !== number),
      }),
    edit: (change: Change, usual?: Change) => {
      const [made, left] = edited(draft, aside, change, usual);
      setDraft(made);
      setAside(left);
    },
  };
}
