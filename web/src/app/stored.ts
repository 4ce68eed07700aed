/** What the browser keeps of this page: for the visit (until the tab is closed), or for good. Where it may keep nothing, nothing is. */

type Where = "visit" | "browser";

const shelf = (where: Where): Storage | null => {
  try {
    return where === "visit" ? window.sessionStorage : window.localStorage;
  } catch {
    return null;
  }
};

/** What was kept under a name; `fallback` where nothing was, or nothing that can be read. */
export function stored<T>(where: Where, name: string, fallback: T): T {
  try {
    const text = shelf(where)?.getItem(name);
    return text ? (JSON.parse(text) as T) : fallback;
  } catch {
    return fallback;
  }
}

/** Keeps something under a name; null lets go of it. */
export function store(where: Where, name: string, value: unknown): void {
  try {
    if (value === null || value === undefined) shelf(where)?.removeItem(name);
    else shelf(where)?.setItem(name, JSON.stringify(value));
  } catch {
    // No room, or not allowed: then it lives as long as the page.
  }
}
