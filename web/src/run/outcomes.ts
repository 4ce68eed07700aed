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

export const OUTCOMES = Object.keys(CAME_OUT) as CameOut[];
