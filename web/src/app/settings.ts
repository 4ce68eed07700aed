/** Changing unit and house rules: seen at once, kept by the server, undone like any other change. */
import { useQueryClient } from "@tanstack/react-query";
import { useCallback, useState } from "react";
import { api, type HouseRules, type Problem, type ShopView, type Unit } from "../api/client";
import type { History } from "./history";

export function useShopSettings(shop: ShopView, history: History) {
  const queries = useQueryClient();
  const [problem, setProblem] = useState<Problem | null>(null);

  const put = useCallback(
    async (unit: Unit, rules: HouseRules) => {
      const answer = await api.saveSettings(unit, rules);
      if (answer.kind === "ok") {
        setProblem(null);
        queries.setQueryData(["shop"], answer.data);
        void queries.invalidateQueries({ queryKey: ["job"] });
      } else if (answer.kind === "refused") setProblem(answer.problem);
      else if (answer.kind === "down")
        setProblem({
          field: null,
          message: { metric: answer.message, inch: answer.message },
          partial: false,
        });
      return answer.kind === "ok";
    },
    [queries],
  );

  const change = useCallback(
    async (label: string, unit: Unit, rules: HouseRules) => {
      const before = { unit: shop.unit, rules: shop.rules };
      if (!(await put(unit, rules))) return;
      history.push({
        label,
        undo: () => void put(before.unit, before.rules),
        redo: () => void put(unit, rules),
      });
    },
    [history, put, shop],
  );

  return {
    problem,
    changeUnit: (unit: Unit) => void change("unit", unit, shop.rules),
    changeRules: (part: Partial<HouseRules>) =>
      void change("house rules", shop.unit, { ...shop.rules, ...part }),
  };
}
