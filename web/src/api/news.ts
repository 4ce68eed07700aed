/** News from the server: that another window, or somebody else, has written, or an instrument has something to say. One stream a browser: the window that holds the lock
    listens and tells the others. */
import { useQueryClient } from "@tanstack/react-query";
import { useEffect } from "react";
import { READER_UNIT } from "../app/reader";
import { replanOpen } from "../board/editors";
import { WINDOW } from "./client";

interface Told {
  by?: string | null;
  instrument?: string;
}

/** Who wants to know that an instrument has something to say. */
const hearers = new Map<string, Set<() => void>>();

/** Calls `hear` whenever an instrument has changed, until the answer is called. */
export function onInstrument(kind: string, hear: () => void): () => void {
  const own = hearers.get(kind) ?? new Set();
  hearers.set(kind, own.add(hear));
  return () => void own.delete(hear);
}

const tellHearers = (kind?: string): void => {
  for (const [of, own] of hearers) if (kind === undefined || of === kind) for (const hear of own) hear();
};

const NAME = "ranura-news";
/** Writes that come at once are read once. */
const TOGETHER_MS = 150;

/** Calls `hear` for every write of anybody else, until the answer is called. */
function listen(hear: () => void): () => void {
  const channel = new BroadcastChannel(NAME);
  const ended = new AbortController();
  const take = (told: Told) => {
    if (told.instrument) tellHearers(told.instrument);
    else if (told.by !== WINDOW) hear();
    // After a gap in the stream.
    if (!told.instrument && told.by === null) tellHearers();
  };
  channel.onmessage = (event) => take(event.data as Told);
  const lead = () =>
    new Promise<void>((done) => {
      const source = new EventSource("/api/events");
      let lost = false;
      source.onmessage = (event) => {
        const told = JSON.parse(event.data) as Told;
        channel.postMessage(told);
        take(told);
      };
      source.onerror = () => {
        lost = true;
      };
      source.onopen = () => {
        // What was written while nobody listened is not told any more.
        if (lost) {
          channel.postMessage({ by: null });
          take({ by: null });
        }
        lost = false;
      };
      ended.signal.addEventListener("abort", () => {
        source.close();
        done();
      });
    });
  // Behind a proxy without https a browser has no locks: then every window listens for itself.
  if (navigator.locks) void navigator.locks.request(NAME, { signal: ended.signal }, lead).catch(() => {});
  else void lead();
  return () => {
    ended.abort();
    channel.close();
  };
}

/** Reads everything again after somebody else has written. */
export function News() {
  const queries = useQueryClient();
  useEffect(() => {
    let timer: ReturnType<typeof setTimeout> | null = null;
    // What is being asked for the first time would else be taken as it was before.
    const readAgain = () =>
      queries
        .cancelQueries()
        .then(() => queries.invalidateQueries())
        .then(replanOpen);
    const end = listen(() => {
      timer ??= setTimeout(() => {
        timer = null;
        void readAgain();
      }, TOGETHER_MS);
    });
    // Another window of this browser reads in another unit now.
    const chosen = (event: StorageEvent) => {
      if (event.key === READER_UNIT) void readAgain();
    };
    window.addEventListener("storage", chosen);
    return () => {
      if (timer) clearTimeout(timer);
      window.removeEventListener("storage", chosen);
      end();
    };
  }, [queries]);
  return null;
}
