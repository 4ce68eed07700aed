/** What the places beside the cuts share: the shop, its unit and its history. */
import { useMemo } from "react";
import type { ShopView } from "../api/client";
import { History } from "../app/history";
import { useShopSettings } from "../app/settings";

export function usePlace(shop: ShopView) {
  const history = useMemo(() => new History(), []);
  const settings = useShopSettings(shop, history);
  return { history, switchUnit: () => settings.changeUnit(shop.unit === "mm" ? "in" : "mm") };
}
