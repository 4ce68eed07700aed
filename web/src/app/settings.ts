/** Changing the reader's unit, and the shop's own and its house rules: seen at once; what is the shop's is undone like any change. */
import { useQueryClient } from "@tanstack/react-query";
import { useCallback, useState } from "react";
import {
  api,
  type HouseRules,
  type Problem,
  type SettingsChange,
  type ShopView,
  type Unit,
} from "../api/client";
import { useRefresh } from "../api/queries";
import { problemOf } from "../ui/problems";
import { changed } from "./acts";
import { notifyOf } from "./notice";
import { reader } from "./reader";
import { history } from "./undo";

export function useShopSettings(shop: ShopView) {
  const queries = useQueryClient();
  const refresh = useRefresh();
  const [problem, setProblem] = useState<Problem | null>(null);

  const put = useCallback(
    async (change: SettingsChange) => {
      const answer = await api.saveSettings(change);
      if (answer.kind === "ok") {
        setProblem(null);
        queries.setQueryData(["shop"], answer.data);
        void refresh();
      } else {
        setProblem(problemOf(answer));
        if (answer.kind === "down") notifyOf("Not kept", answer);
      }
      return answer.kind === "ok";
    },
    [queries, refresh],
  );

  const change = useCallback(
    async (label: string, before: SettingsChange, after: SettingsChange) => {
      if (!(await put(after))) return;
      history.push(changed(label, { do: "settings", to: after, was: before }));
    },
    [put],
  );

  return {
    problem,
    /** What this reader sees and types. */
    readIn: (unit: Unit) => {
      reader.choose(unit);
      queries.setQueryData(["shop"], { ...shop, unit });
      void refresh();
    },
    changeUnit: (unit: Unit) => void change("unit", { unit: shop.own_unit }, { unit }),
    changeRules: (part: Partial<HouseRules>) =>
      void change("house rules", { rules: shop.rules }, { rules: { ...shop.rules, ...part } }),
  };
}
