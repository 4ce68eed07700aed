/** The unit that somebody reads and types in: chosen in this browser; until then it is the shop's own. */
import type { Unit } from "../api/client";
import { store, stored } from "./stored";

export const READER_UNIT = "ranura-unit";

export const reader = {
  unit: () => stored<Unit | null>("browser", READER_UNIT, null),
  /** Null goes back to the shop's own. */
  choose: (unit: Unit | null) => store("browser", READER_UNIT, unit),
};
