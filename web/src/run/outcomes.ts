/** How cuts come out, in words. */
import type { CameOut } from "../api/client";

export const CAME_OUT: Record<CameOut, string> = {
  clean: "clean",
  burnt: "burnt",
  torn: "torn",
  chatter: "chatter marks",
  bogged: "bogged down",
  "wrong-size": "wrong size",
};

/** What trouble on the way makes of a cut, as a first guess. */
export const OF_TROUBLE: Readonly<Record<string, CameOut>> = {
  burns: "burnt",
  tears: "torn",
  chatters: "chatter",
  bogs: "bogged",
  "wrong-size": "wrong-size",
};

/** What a place of the work came out like. */
export type Fault = Exclude<CameOut, "clean">;

export const OUTCOMES = Object.keys(CAME_OUT) as CameOut[];

export const FAULTS = OUTCOMES.filter((each): each is Fault => each !== "clean");
