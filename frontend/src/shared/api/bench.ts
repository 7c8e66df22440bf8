// The Bench: what readings tell, and keeping it on the Shelf.
import { queryOptions, useMutation, useQueryClient } from '@tanstack/react-query';
import { ApiProblem, answer, api, type Problem, type Schemas } from './client';

export type BenchAnswer = Schemas['BenchResult'];
export type Written = Record<string, unknown> & { of: string };
export type TakenFor = { generic: string | null; item: string | null };
export type Trace = Schemas['TraceResult'];
/** Sent as a field of the form beside the file, so that the description of the interface does not hold it. */
export type TraceAsked = {
  within: Schemas['Area'];
  corners: [number, number][];
  paper: [number, number];
  ruler: [number, number][];
  length: number;
};

export const benchQuery = (bench: Written, taken: TakenFor, enabled: boolean) =>
  queryOptions({
    queryKey: ['bench', bench, taken],
    queryFn: () => answer(api.POST('/api/bench', { body: { bench, ...taken } })),
    enabled,
    retry: false,
    staleTime: Number.POSITIVE_INFINITY,
  });

export function useKeep() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (body: Schemas['KeepRequest']) => answer(api.POST('/api/bench/keep', { body })),
    onSuccess: () => client.invalidateQueries({ queryKey: ['shelf'] }),
  });
}

export const useTrace = () =>
  useMutation({
    mutationFn: async ({ file, asked }: { file: File; asked: TraceAsked }) => {
      const body = new FormData();
      body.append('file', file);
      body.append('asked', JSON.stringify(asked));
      const response = await fetch('/api/bench/outline', { method: 'POST', body });
      const got: unknown = await response.json();
      if (!response.ok) throw new ApiProblem(response.status, got as Problem);
      return got as Trace;
    },
  });

/** An outline at its true size, saved as a file. */
export async function saveOutline(body: Schemas['OutlineFileRequest']): Promise<void> {
  const response = await fetch('/api/bench/outline/file', {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(body),
  });
  if (!response.ok) throw new ApiProblem(response.status, (await response.json()) as Problem);
  const url = URL.createObjectURL(await response.blob());
  const link = document.createElement('a');
  link.href = url;
  link.download = `${body.name}.${body.form ?? 'pdf'}`;
  link.click();
  URL.revokeObjectURL(url);
}
