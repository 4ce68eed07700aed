/** What the places beside the cuts share: the shop, its unit, and refreshing all that hangs on a tool. */
import { useQueryClient } from "@tanstack/react-query";
import { useMemo } from "react";
import type { ShopView } from "../api/client";
import { History } from "../app/history";
import { useShopSettings } from "../app/settings";

export function usePlace(shop: ShopView) {
  const history = useMemo(() => new History(), []);
  const settings = useShopSettings(shop, history);
  return { history, switchUnit: () => settings.changeUnit(shop.unit === "mm" ? "in" : "mm") };
}

const HANGING = ["shop", "bits", "bit", "routers", "things", "job", "rules"] as const;

/** After a change of the shop's tools everything that shows or plans with them is asked for again. */
export function useRefresh() {
  const queries = useQueryClient();
  return () => Promise.all(HANGING.map((key) => queries.invalidateQueries({ queryKey: [key] })));
}
