/** Reading the shop and its jobs. A refusal is an error of the query; a server that is down is asked again. */
import { useQuery } from "@tanstack/react-query";
import { api, type Outcome, type Problem } from "./client";

export class RefusedError extends Error {
  readonly problem: Problem;
  constructor(problem: Problem) {
    super(problem.message.metric);
    this.problem = problem;
  }
}

export async function data<T>(asked: Promise<Outcome<T>>): Promise<T> {
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

const retry = (_: number, error: Error) => !(error instanceof RefusedError);

export const useShop = () => useQuery({ queryKey: ["shop"], queryFn: () => data(api.shop()), retry });

export const useJobs = () => useQuery({ queryKey: ["jobs"], queryFn: () => data(api.jobs()), retry });

export const useJob = (id: string) =>
  useQuery({ queryKey: ["job", id], queryFn: () => data(api.job(id)), retry });

export const useForms = () =>
  useQuery({
    queryKey: ["forms"],
    queryFn: () => data(api.toolForms()),
    retry,
    staleTime: Number.POSITIVE_INFINITY,
  });

export const useBits = () => useQuery({ queryKey: ["bits"], queryFn: () => data(api.bits()), retry });

export const useBit = (id: string) =>
  useQuery({ queryKey: ["bit", id], queryFn: () => data(api.bit(id)), retry });

export const useRouters = () =>
  useQuery({ queryKey: ["routers"], queryFn: () => data(api.routers()), retry });

export const useThings = () => useQuery({ queryKey: ["things"], queryFn: () => data(api.things()), retry });

export const useRules = () => useQuery({ queryKey: ["rules"], queryFn: () => data(api.rules()), retry });
