/** Many questions, asked one after another: whoever asks about something else in their place waits for one of them at most. */

import { useEffect, useState } from "react";
import { useStable } from "../ui/stable";
import { aWhile } from "./again";
import type { Outcome } from "./client";

const NONE: ReadonlyMap<string, never> = new Map<string, never>();

/** What is known by now of each of `ones`, `about` something (null asks nothing); a server that is down is asked again until it
    answers, and what is refused stays unknown. */
export function useOneByOne<T>(
  about: string | null,
  ones: readonly string[],
  ask: (one: string) => Promise<Outcome<T>>,
): ReadonlyMap<string, T> {
  const [found, setFound] = useState<{ of: string; known: ReadonlyMap<string, T> } | null>(null);
  const asked = useStable(ask);
  const of = about === null ? null : [about, ...ones].join("\n");
  useEffect(() => {
    if (of === null) return;
    let gone = false;
    const look = async () => {
      for (const one of of.split("\n").slice(1)) {
        let answer = await asked(one);
        while (answer.kind === "down" && !gone) {
          await aWhile();
          answer = await asked(one);
        }
        if (gone) return;
        if (answer.kind !== "ok") continue;
        const value = answer.data;
        setFound((before) => ({
          of,
          known: new Map([...(before?.of === of ? before.known : NONE), [one, value]]),
        }));
      }
    };
    void look();
    return () => {
      gone = true;
    };
  }, [of, asked]);
  return found && found.of === of ? found.known : NONE;
}
