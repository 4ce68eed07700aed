/** What is typed of a cut, by paths into its JSON, as in `depth`, `mate.thickness` or `more.1`. */
import type { Change } from "../api/client";

const steps = (path: string) => path.split(".");

/** What stands at a path; undefined where nothing does. */
export function valueAt(cut: unknown, path: string): unknown {
  return steps(path).reduce<unknown>(
    (inner, step) =>
      inner !== null && typeof inner === "object" ? (inner as Record<string, unknown>)[step] : undefined,
    cut,
  );
}

/** The cut with another value at a path; null at a place of a list takes the place out. */
export function withValue<T>(cut: T, path: string, value: unknown): T {
  return placed(cut, steps(path), value) as T;
}

function placed(inner: unknown, path: readonly string[], value: unknown): unknown {
  const [step, ...rest] = path;
  if (step === undefined) return value;
  if (Array.isArray(inner)) {
    const place = Number(step);
    if (rest.length === 0 && value === null) return inner.filter((_, index) => index !== place);
    const list = [...inner];
    list[place] = placed(inner[place], rest, value);
    return list;
  }
  const known = inner !== null && typeof inner === "object" ? (inner as Record<string, unknown>) : {};
  return { ...known, [step]: placed(known[step], rest, value) };
}

/**
 * What an edit makes of a cut: its changes, and what is usual where nothing is there. What a change takes away is set aside,
 * and comes back, instead of what is usual, where it is asked for again.
 */
export function edited<T>(cut: T, aside: unknown, change: Change, usual: Change = {}): [T, unknown] {
  let kept = aside;
  let made = cut;
  for (const [path, value] of Object.entries(change)) {
    const before = valueAt(made, path);
    if (value === null && before !== null && before !== undefined && !Array.isArray(listAt(made, path)))
      kept = withValue(kept, path, before);
    made = withValue(made, path, value);
  }
  for (const [path, value] of Object.entries(usual))
    if ((valueAt(made, path) ?? null) === null) made = withValue(made, path, valueAt(kept, path) ?? value);
  return [made, kept];
}

/** What holds the last step of a path. */
const listAt = (cut: unknown, path: string) =>
  valueAt({ "": cut }, ["", ...steps(path).slice(0, -1)].join("."));
