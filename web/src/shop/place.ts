/** What the places beside the cuts share: the shop and its unit. */
import type { ShopView } from "../api/client";
import { useShopSettings } from "../app/settings";

export function usePlace(shop: ShopView) {
  const settings = useShopSettings(shop);
  return { switchUnit: () => settings.readIn(shop.unit === "mm" ? "in" : "mm") };
}
