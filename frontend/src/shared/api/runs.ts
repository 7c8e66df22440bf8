// Long work: asked for, followed while it goes on, and given up when nobody looks any more.
import { keepPreviousData, type QueryKey, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { ApiProblem, answer, api, type Schemas } from './client';

type Run = Schemas['RunAnswer'];
type Call = (signal: AbortSignal) => Promise<{ data?: Run; error?: unknown; response: Response }>;
export type Progress<P> = { done: number; total: number; parts: P[] };

const LOOK_AGAIN = 120;

const pause = (ms: number) => new Promise((go) => setTimeout(go, ms));

/** Start a run and follow it to its answer; an ApiProblem when it fails or something newer took its place. */
export async function follow<A, P>(
  start: Call,
  signal: AbortSignal,
  onProgress: (progress: Progress<P>) => void,
): Promise<A> {
  let run = await answer(start(signal));
  const path = { params: { path: { run_id: run.id } } };
  const parts: P[] = [];
  const stop = () => void api.DELETE('/api/runs/{run_id}', path).catch(() => undefined);
  signal.addEventListener('abort', stop);
  try {
    while (run.state === 'waiting' || run.state === 'running') {
      await pause(LOOK_AGAIN);
      signal.throwIfAborted();
      const query = { since: parts.length };
      run = await answer(api.GET('/api/runs/{run_id}', { params: { ...path.params, query }, signal }));
      parts.push(...(run.parts as P[]));
      onProgress({ done: run.done, total: run.total, parts: [...parts] });
    }
  } finally {
    signal.removeEventListener('abort', stop);
  }
  if (run.state === 'done') return run.answer as A;
  const superseded = {
    code: 'superseded',
    message: 'Something newer took the place of this.',
    fields: [],
    current_version: null,
  };
  throw new ApiProblem(run.problem ? 422 : 409, run.problem ?? superseded);
}

/** Long work as a query: its answer, how far it is, the parts that are ready, and a way to stop it. */
export function useRun<A extends object, P = never>(
  key: QueryKey,
  start: Call,
  options: { staleTime: number; enabled?: boolean; keep?: boolean },
) {
  const client = useQueryClient();
  const [progress, setProgress] = useState<Progress<P>>({ done: 0, total: 0, parts: [] });
  const query = useQuery<A, Error, A, QueryKey>({
    queryKey: key,
    queryFn: ({ signal }) => {
      setProgress({ done: 0, total: 0, parts: [] });
      return follow<A, P>(start, signal, setProgress);
    },
    retry: (count, error) => error instanceof ApiProblem && error.problem.code === 'superseded' && count < 2,
    staleTime: options.staleTime,
    enabled: options.enabled ?? true,
    ...(options.keep ? { placeholderData: keepPreviousData } : {}),
  });
  return { ...query, progress, stop: () => void client.cancelQueries({ queryKey: key }) };
}
