/** A server that does not answer is asked again after a while. */
const AGAIN_MS = 1000;

export const aWhile = () => new Promise((done) => setTimeout(done, AGAIN_MS));
