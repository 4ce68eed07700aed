/** A state that outlives the part of the page that shows it: what was typed into a dialog is there when it is opened again. */
import { useCallback, useState } from "react";
import { store, stored } from "../app/stored";

const PREFIX = "ranura-typed ";

export interface Kept<T> {
  value: T;
  put: (change: Partial<T>) => void;
  /** Lets go of it, once it was kept elsewhere. */
  letGo: () => void;
  /** Throws away what was typed before. */
  anew: () => void;
  /** It was typed before, and is here again. */
  resumed: boolean;
}

/** Puts something there as if it had been typed. */
export const keepTyped = <T extends object>(name: string, value: T) => store("visit", PREFIX + name, value);

export function useKept<T extends object>(name: string, begun: () => T): Kept<T> {
  const [resumed, setResumed] = useState(() => stored<T | null>("visit", PREFIX + name, null) !== null);
  const [value, setValue] = useState<T>(() => stored<T | null>("visit", PREFIX + name, null) ?? begun());
  const put = useCallback(
    (change: Partial<T>) =>
      setValue((before) => {
        const made = { ...before, ...change };
        store("visit", PREFIX + name, made);
        return made;
      }),
    [name],
  );
  const letGo = useCallback(() => {
    store("visit", PREFIX + name, null);
    setResumed(false);
  }, [name]);
  const anew = () => {
    letGo();
    setValue(begun());
  };
  return { value, put, letGo, anew, resumed };
}

/** Says that what was typed before is here again, and offers to begin anew. */
export function Resumed({ kept }: { kept: Pick<Kept<object>, "resumed" | "anew"> }) {
  if (!kept.resumed) return null;
  return (
    <p className="flex flex-wrap items-center gap-x-3 text-small text-ink-2" data-testid="resumed">
      What you typed before is still here.
      <button type="button" className="quiet" onClick={kept.anew}>
        Begin anew
      </button>
    </p>
  );
}
