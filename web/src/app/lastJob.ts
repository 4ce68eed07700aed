/** The job that was open last in this browser: it opens first. */
import { store, stored } from "./stored";

const NAME = "ranura-last-job";

export const lastJob = {
  keep: (id: string) => store("browser", NAME, id),
  id: (): string | null => stored<string | null>("browser", NAME, null),
};
