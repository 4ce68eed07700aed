import { describe, expect, it } from "vitest";
import { termsIn } from "./terms";

const term = (word: string) => ({ word, says: `what a ${word} is` });
const TERMS = ["backer", "bit", "compression bit", "down-cut", "face", "rim"].map(term);
const words = (...texts: string[]) => termsIn(texts, TERMS).map((each) => each.word);

describe("the words of the trade in a text", () => {
  it("are found whatever their capitals, hyphens and number", () => {
    expect(words("Backers at the far edge", "a Down cut")).toEqual(["backer", "down-cut"]);
  });

  it("are whole words", () => {
    expect(words("trimming the surface, orbits")).toEqual([]);
    expect(words("rim 14.6 of 48 m/s")).toEqual(["rim"]);
  });

  it("are the longest that fit, each once and in their order", () => {
    expect(words("a compression bit")).toEqual(["compression bit"]);
    expect(words("face, compression bit, bit, face")).toEqual(["bit", "compression bit", "face"]);
  });
});
