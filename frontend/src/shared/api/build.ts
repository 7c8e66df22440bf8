// What the Build stage asks the server for.
import { queryOptions, useMutation, useQueryClient } from '@tanstack/react-query';
import { answer, api, type Schemas, type Shoot } from './client';

const buildKey = (document: Shoot) => [document.design, document.brief, document.units];

export const buildQuery = (document: Shoot) =>
  queryOptions({
    queryKey: ['build', ...buildKey(document)],
    queryFn: () => answer(api.POST('/api/build', { body: { document } })),
    placeholderData: (previous) => previous,
    retry: false,
  });

export const changesQuery = (document: Shoot) =>
  queryOptions({
    queryKey: ['build', 'changes', ...buildKey(document)],
    queryFn: () => answer(api.POST('/api/build/changes', { body: { document } })),
    placeholderData: (previous) => previous,
    retry: false,
  });

export const adaptQuery = (document: Shoot, lamp: string) =>
  queryOptions({
    queryKey: ['build', 'adapt', lamp, ...buildKey(document)],
    queryFn: () => answer(api.POST('/api/build/adapt', { body: { document, lamp } })),
    retry: false,
  });

export const togetherQuery = (shoots: string[]) =>
  queryOptions({
    queryKey: ['build', 'together', shoots],
    queryFn: () => answer(api.POST('/api/build/together', { body: { shoots } })),
    retry: false,
  });

type List = 'build' | 'rig';

export const ticksQuery = (shoot: string, name: List) =>
  queryOptions({
    queryKey: ['ticks', shoot, name],
    queryFn: () =>
      answer(api.GET('/api/shoots/{shoot_id}/ticks/{name}', { params: { path: { shoot_id: shoot, name } } })),
    // another hand may tick on a phone meanwhile
    refetchInterval: 5000,
  });

/** Tick a line off: seen at once, taken back if the server does not take it. */
export function useTick(shoot: string, name: List) {
  const client = useQueryClient();
  const key = ticksQuery(shoot, name).queryKey;
  return useMutation({
    mutationFn: (line: Schemas['TickRequest']) =>
      answer(
        api.PUT('/api/shoots/{shoot_id}/ticks/{name}', {
          params: { path: { shoot_id: shoot, name } },
          body: line,
        }),
      ),
    onMutate: async (line) => {
      await client.cancelQueries({ queryKey: key });
      const before = client.getQueryData(key);
      const rest = (before ?? []).filter((k) => k !== line.key);
      client.setQueryData(key, line.done ? [...rest, line.key] : rest);
      return { before };
    },
    onError: (_error, _line, kept) => client.setQueryData(key, kept?.before),
    onSuccess: (now) => client.setQueryData(key, now),
  });
}
