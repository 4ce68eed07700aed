/** Whether the stretches are shown on which fibres lift; kept in this browser. */
import { useState } from "react";
import type { View } from "../api/client";
import { useCommand } from "../app/commands";
import { store, stored } from "../app/stored";

const KEY = "ranura.fibres";

export function useFibres(views: readonly View[]) {
  const [shown, setShown] = useState(() => stored("browser", KEY, true));
  const there = views.some((view) => view.outlines.some((each) => each.role === "lifts"));
  const toggle = () => {
    store("browser", KEY, shown ? false : null);
    setShown(!shown);
  };
  useCommand("fibres", toggle, there);
  return { shown, toggle, of: (view: View) => (shown ? view : without(view)) };
}

const without = (view: View): View => ({
  ...view,
  outlines: view.outlines.filter((each) => each.role !== "lifts"),
  marks: view.marks.filter((each) => each.kind !== "lift"),
});
