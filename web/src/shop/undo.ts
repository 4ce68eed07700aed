import { useState } from "react";
import { api, type Unit } from "../api/client";
import { useRefresh } from "../api/queries";
import { problemOf } from "../ui/problems";
import { inUnit } from "../ui/words";

export interface Undo {
  /** Offers to go back to what `snapshot` answered before a file was taken. */
  offer: (before: string) => void;
  before: string | null;
  said: string;
  back: () => Promise<void>;
}

/** The shop as a file, before it is changed. */
export const snapshot = () => fetch("/api/files/shop.json").then((answer) => answer.text());

/** One step back after a file was taken: the shop's own file from before. */
export function useUndo(unit: Unit): Undo {
  const [before, setBefore] = useState<string | null>(null);
  const [said, setSaid] = useState("");
  const refresh = useRefresh();
  return {
    before,
    said,
    offer: (snapshot) => {
      setBefore(snapshot);
      setSaid("The file was taken into the shop.");
    },
    back: async () => {
      if (before === null) return;
      const answer = await api.replaceShop(before);
      if (answer.kind === "ok") {
        setBefore(null);
        await refresh();
      } else setSaid(inUnit(problemOf(answer)?.message ?? { metric: "", inch: "" }, unit));
    },
  };
}
