/** The forms of pockets in words, and what their sizes are. */
import type { PocketIn } from "../api/client";

type Form = PocketIn["form"];

interface FormWords {
  name: string;
  article: string;
  length: string;
  across: string | null;
  round: boolean;
  /** Whether it has a place on the board, and is not a whole end or face of it. */
  placed: boolean;
}

export const FORMS: Record<Form, FormWords> = {
  mortise: { name: "mortise", article: "A", length: "Length", across: "Width", round: false, placed: true },
  slot: { name: "slot", article: "A", length: "Length", across: "Width", round: false, placed: true },
  recess: { name: "recess", article: "A", length: "Length", across: "Width", round: false, placed: true },
  outline: {
    name: "recess of own outline",
    article: "A",
    length: "Length",
    across: "Width",
    round: false,
    placed: true,
  },
  "cut-out": { name: "cut-out", article: "A", length: "Length", across: "Width", round: false, placed: true },
  disc: { name: "disc", article: "A", length: "Diameter", across: null, round: true, placed: true },
  hole: { name: "round hole", article: "A", length: "Diameter", across: null, round: true, placed: true },
  lap: {
    name: "half-lap or tenon cheek",
    article: "A",
    length: "Length",
    across: null,
    round: false,
    placed: false,
  },
  flatten: { name: "flattened face", article: "A", length: "", across: null, round: false, placed: false },
  ring: {
    name: "ring groove",
    article: "A",
    length: "Outer diameter",
    across: "Groove",
    round: true,
    placed: true,
  },
};

/** Forms that go right through unless the person says otherwise. */
export const THROUGH: ReadonlySet<Form> = new Set<Form>(["cut-out", "disc", "hole"]);

export const isForm = (what: string): what is Form => what in FORMS;
