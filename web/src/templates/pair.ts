/** What follows a template, as this browser chose it last. */
import { store, stored } from "../app/stored";

/** A bushing and a bit, or a bit with a bearing, by their ids. */
export interface Chosen {
  guide: string | null;
  bit: string | null;
}

const KEY = "ranura.template-pair";

export const rememberPair = (pair: Chosen) => store("browser", KEY, pair);
export const rememberedPair = () => stored<Chosen>("browser", KEY, { guide: null, bit: null });
