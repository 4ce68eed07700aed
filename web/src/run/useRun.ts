/** A run while somebody goes through it: steps are shown at once, and kept in their order as soon as the server answers. */

import { useCallback, useEffect, useRef, useState } from "react";
import { aWhile } from "../api/again";
import { api, type DoneStep, type Run, type RunStep } from "../api/client";
import { store, stored } from "../app/stored";
import { problemOf } from "../ui/problems";
import { handOf, hold } from "./hands";

type How = "done" | "left-out" | "back";
interface Act {
  step: string;
  how: How;
}

/** What was done and is not kept yet, and by whose word: it outlives the page, so that no step is lost. */
interface Left {
  hand: string;
  acts: Act[];
}

const leftAt = (runId: string) => `ranura-run-${runId}`;

export function useRun(run: Run, steps: readonly RunStep[]) {
  const [done, setDone] = useState<readonly DoneStep[]>(run.progress.done);
  const [hand, setHand] = useState(handOf(run.id));
  const [said, setSaid] = useState<string | null>(null);
  const [waiting, setWaiting] = useState(0);
  const queue = useRef<Act[]>([]);
  const sending = useRef(false);
  const shown = useRef(true);
  useEffect(() => {
    shown.current = true;
    return () => {
      shown.current = false;
    };
  }, []);

  /** Takes the run up here, after what the page before did is kept; from then on that page has it no longer. */
  const takeUp = useCallback(async () => {
    const left = stored<Left | null>("visit", leftAt(run.id), null);
    for (const each of left?.acts ?? []) {
      const kept = await api.stepRun(run.id, { hand: left?.hand ?? "", ...each });
      if (kept.kind === "down") return setSaid(kept.message);
      if (kept.kind !== "ok") break;
    }
    store("visit", leftAt(run.id), null);
    const taken = await api.takeUpRun(run.id);
    if (taken.kind !== "ok") return setSaid(problemOf(taken)?.message.metric ?? null);
    hold(run.id, taken.data.hand);
    setDone(taken.data.run.progress.done);
    setHand(taken.data.hand);
    setSaid(null);
  }, [run.id]);

  const send = useCallback(
    async (word: string) => {
      if (sending.current) return;
      sending.current = true;
      while (queue.current[0] && shown.current) {
        const answer = await api.stepRun(run.id, { hand: word, ...queue.current[0] });
        if (answer.kind === "down") {
          setSaid("Not kept yet: the server does not answer. Go on; it is kept as soon as it does.");
          await aWhile();
          continue;
        }
        if (answer.kind !== "ok") {
          queue.current = [];
          setSaid(problemOf(answer)?.message.metric ?? null);
          setHand(null);
          break;
        }
        queue.current.shift();
        store("visit", leftAt(run.id), { hand: word, acts: queue.current } satisfies Left);
        setSaid(null);
        setWaiting(queue.current.length);
      }
      sending.current = false;
    },
    [run.id],
  );

  const act = (one: Act) => {
    if (!hand) return;
    queue.current.push(one);
    store("visit", leftAt(run.id), { hand, acts: queue.current } satisfies Left);
    setWaiting(queue.current.length);
    void send(hand);
  };
  const now = steps[done.length] ?? null;
  const on = (how: "done" | "left-out") => {
    if (!now || (how === "left-out" && now.costs === null)) return;
    setDone([...done, { step: now.key, how }]);
    act({ step: now.key, how });
  };
  const back = () => {
    const last = done.at(-1);
    if (!last) return;
    setDone(done.slice(0, -1));
    act({ step: last.step, how: "back" });
  };
  return { done, now, hand, said, waiting, takeUp, on, back };
}
