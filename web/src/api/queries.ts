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

const retry = (_: number, error: Error) => !(error instanceof RefusedError);

export const useShop = () => useQuery({ queryKey: ["shop"], queryFn: () => data(api.shop()), retry });

export const useJobs = () => useQuery({ queryKey: ["jobs"], queryFn: () => data(api.jobs()), retry });

export const useJob = (id: string) =>
  useQuery({ queryKey: ["job", id], queryFn: () => data(api.job(id)), retry });
