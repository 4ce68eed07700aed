/** Which words of the trade stand in some texts. */

interface Term {
  word: string;
  says: string;
}

/** The terms that some texts use, also in the plural; of two that overlap the longer one. */
export function termsIn<T extends Term>(texts: readonly string[], terms: readonly T[]): T[] {
  let left = ` ${texts.join(" ; ").toLowerCase().replaceAll("-", " ")} `;
  const found = new Set<T>();
  for (const term of terms.toSorted((a, b) => b.word.length - a.word.length)) {
    const word = term.word
      .toLowerCase()
      .replaceAll("-", " ")
      .replace(/[.*+?^${}()|[\]\\]/g, "\\$&");
    const without = left.replace(new RegExp(`(?<=[^\\p{L}])${word}(?:s|es)?(?=[^\\p{L}])`, "gu"), ";");
    if (without === left) continue;
    left = without;
    found.add(term);
  }
  return terms.filter((term) => found.has(term));
}
