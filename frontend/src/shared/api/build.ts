// What the Build stage asks the server for.
import { queryOptions } from '@tanstack/react-query';
import { answer, api, type Shoot } from './client';

const buildKey = (document: Shoot) => [document.design, document.brief, document.units];

export const buildQuery = (document: Shoot) =>
  queryOptions({
    queryKey: ['build', ...buildKey(document)],
    queryFn: () => answer(api.POST('/api/build', { body: { document } })),
    placeholderData: (previous) => previous,
    retry: false,
  });

export const assemblyQuery = (document: Shoot) =>
  queryOptions({
    queryKey: ['build', 'assembly', ...buildKey(document)],
    queryFn: () => answer(api.POST('/api/build/assembly', { body: { document } })),
    placeholderData: (previous) => previous,
    retry: false,
  });

export const picturesQuery = (document: Shoot) =>
  queryOptions({
    queryKey: ['build', 'pictures', ...buildKey(document)],
    queryFn: () => answer(api.POST('/api/build/pictures', { body: { document } })),
    placeholderData: (previous) => previous,
    retry: false,
  });

export const viewsQuery = (document: Shoot) =>
  queryOptions({
    queryKey: ['build', 'views', ...buildKey(document)],
    queryFn: () => answer(api.POST('/api/build/views', { body: { document } })),
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
    // another hand may tick on a phone meanwhile, and be told of or not
    refetchInterval: 15_000,
  });
