/** Reading from the server, the same everywhere; and the one rule for what is read again after something was written. */
import { keepPreviousData, useQuery, useQueryClient } from "@tanstack/react-query";
import { useCallback } from "react";
import { api, type Outcome, type Problem } from "./client";

class RefusedError extends Error {
  readonly problem: Problem;
  constructor(problem: Problem) {
    super(problem.message.metric);
    this.problem = problem;
  }
}

async function data<T>(asked: Promise<Outcome<T>>): Promise<T> {
  const answer = await asked;
  switch (answer.kind) {
    case "ok":
      return answer.data;
    case "down":
      throw new Error(answer.message);
    case "stale":
      throw new Error("a read is never stale");
    default:
      throw new RefusedError(answer.problem);
  }
}

/** Milliseconds until an answer that goes on is asked for again. */
const SOON = 250;

interface Reading<T> {
  /** What is asked, with all that its answer depends on. */
  key: readonly unknown[];
  ask: () => Promise<Outcome<T>>;
  enabled?: boolean;
  /** The last answer stands until the next one comes. */
  keeps?: boolean;
  /** It never changes while the page is open. */
  fixed?: boolean;
  /** An answer that is not the whole one yet: the next one goes on. */
  goesOn?: (answer: T) => boolean;
}

/** An answer of the server. A refusal is its `problem`; a server that is down is asked again until it answers. */
export function useReading<T>({
  key,
  ask,
  enabled = true,
  keeps = false,
  fixed = false,
  goesOn,
}: Reading<T>) {
  const found = useQuery({
    queryKey: key,
    // Nothing is cached as undefined.
    queryFn: async () => (await data(ask())) ?? null,
    retry: (_, error) => !(error instanceof RefusedError),
    enabled,
    ...(keeps ? { placeholderData: keepPreviousData } : {}),
    refetchInterval: ({ state }) => (state.data && goesOn?.(state.data) ? SOON : false),
    ...(fixed ? { staleTime: "static" as const } : {}),
  });
  return {
    /** The answer; while `settling`, that of the question before. */
    data: found.data ?? undefined,
    problem: found.error instanceof RefusedError ? found.error.problem : null,
    /** What a server says that does not answer. */
    down: found.data === undefined && found.failureReason ? found.failureReason.message : null,
    /** The answer to this question is still to come. */
    settling: found.isPlaceholderData || found.isPending,
  };
}

/** After anything was written, everything on the screen is read again, and all else when it is next looked at. */
export function useRefresh() {
  const queries = useQueryClient();
  return useCallback(() => queries.invalidateQueries(), [queries]);
}

export const useShop = () => useReading({ key: ["shop"], ask: api.shop });
export const useJobs = () => useReading({ key: ["jobs"], ask: api.jobs });
export const useJob = (id: string) => useReading({ key: ["job", id], ask: () => api.job(id) });
export const useRemoved = () => useReading({ key: ["removed"], ask: api.removed });
export const useForms = () => useReading({ key: ["tool-forms"], ask: api.toolForms, fixed: true });
export const useBits = () => useReading({ key: ["bits"], ask: api.bits });
export const useBit = (id: string) => useReading({ key: ["bit", id], ask: () => api.bit(id) });
export const useRouters = () => useReading({ key: ["routers"], ask: api.routers });
export const useThings = () => useReading({ key: ["things"], ask: api.things });
export const useRules = () => useReading({ key: ["rules"], ask: api.rules });
