/** The words by which this page goes on with runs. They end with the page: whoever comes back looks at collet and locks again. */
const hands = new Map<string, string>();

export const handOf = (runId: string): string | null => hands.get(runId) ?? null;

/** Whoever pauses looks again before going on. */
export const letGo = (runId: string) => void hands.delete(runId);

export const hold = (runId: string, hand: string) => void hands.set(runId, hand);
