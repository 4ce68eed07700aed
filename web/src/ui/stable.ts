/** A function that stays the same one while what it does follows the last render: what is drawn again need not be for its sake.
    It is for events and effects, which come after a render. */
import { useCallback, useInsertionEffect, useRef } from "react";

export function useStable<A extends unknown[], R>(run: (...args: A) => R): (...args: A) => R {
  const latest = useRef(run);
  useInsertionEffect(() => {
    latest.current = run;
  });
  return useCallback((...args: A) => latest.current(...args), []);
}
