/** A joint on the screen: what is typed of it, what it comes to, and keeping it. */
import { useEffect, useState } from "react";
import { api, type Change, type JointIn, type JointItem, type PieceIn, type Problem } from "../api/client";
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

export function useJoint(item: JointItem, first: PieceIn, second: PieceIn) {
  const refresh = useRefresh();
  const [kept, setKept] = useState<Kept>({ joint: item.joint as JointIn, version: item.version });
  const [draft, setDraft] = useState<JointIn>(kept.joint);
  const [aside, setAside] = useState<unknown>({});
  const [wrong, setWrong] = useState<Problem | null>(null);
  // Undone here, or changed elsewhere: what is kept by now takes the place of what stood here.
  if (item.version > kept.version) {
    setKept({ joint: item.joint as JointIn, version: item.version });
    setDraft(item.joint as JointIn);
  }
  const found = useReading({
    key: ["joint-plan", draft, first, second],
    ask: () => api.planJoint({ joint: draft, first, second }),
    keeps: true,
  });
  const waits = draft !== kept.joint && !found.settling && !found.problem;
  useEffect(() => {
    if (!waits) return;
    const timer = setTimeout(async () => {
      const answer = await api.saveJoint(item.id, item.name, draft, kept.version);
      if (answer.kind !== "ok") return setWrong(problemOf(answer));
      const to = answer.data.joint as JointIn;
      history.push(changed(`changing ${item.name}`, { do: "joint", id: item.id, to, was: kept.joint }));
      setWrong(null);
      setKept({ joint: draft, version: answer.data.version });
      await refresh();
    }, AFTER);
    return () => clearTimeout(timer);
  }, [waits, draft, kept, item, refresh]);
  return {
    draft,
    view: found.data ?? null,
    problem: found.problem ?? wrong,
    saving: draft === kept.joint ? "saved" : found.problem ? "not saved" : "saving",
    edit: (change: Change, usual?: Change) => {
      const [made, left] = edited(draft, aside, change, usual);
      setDraft(made);
      setAside(left);
    },
  };
}
