// The Bench: what readings tell, and keeping it on the Shelf.
import { queryOptions, useMutation, useQueryClient } from '@tanstack/react-query';
import { answer, api, type Schemas } from './client';
import { formWith, saveAs } from './files';

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
    // pairs come out of the client's types as lists
    mutationFn: ({ file, asked }: { file: File; asked: TraceAsked }) =>
      answer(
        api.POST('/api/bench/outline', formWith({ file, asked: JSON.stringify(asked) })),
      ) as Promise<Trace>,
  });

/** An outline at its true size, saved as a file. */
export async function saveOutline(body: Schemas['OutlineFileRequest']): Promise<void> {
  const file = await answer(api.POST('/api/bench/outline/file', { body, parseAs: 'blob' }));
  saveAs(file, `${body.name}.${body.form ?? 'pdf'}`);
}
