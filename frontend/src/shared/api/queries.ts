import { queryOptions } from '@tanstack/react-query';
import { rememberLimits } from '../state/limits';
import { ApiProblem, answer, api, type GaugeKey, type Schemas, type Shoot } from './client';
import { useRun } from './runs';

const mapEditor = crypto.randomUUID();

export const catalogueQuery = queryOptions({
  queryKey: ['catalogue'],
  queryFn: async () => {
    const found = await answer(api.GET('/api/catalogue'));
    rememberLimits(found.limits);
    return found;
  },
  staleTime: Number.POSITIVE_INFINITY,
});

export const curvesQuery = queryOptions({
  queryKey: ['picture-curves'],
  queryFn: () => answer(api.GET('/api/picture-curves')),
  staleTime: Number.POSITIVE_INFINITY,
});

export const shootsQuery = queryOptions({
  queryKey: ['shoots'],
  queryFn: () => answer(api.GET('/api/shoots')),
});

export const shelfFormQuery = (units: Shoot['units']) =>
  queryOptions({
    queryKey: ['shelf-form', units],
    queryFn: () => answer(api.GET('/api/shelf/form', { params: { query: { units } } })),
    staleTime: Number.POSITIVE_INFINITY,
  });

export const shelfQuery = (units: Shoot['units']) =>
  queryOptions({
    queryKey: ['shelf', units],
    queryFn: () => answer(api.GET('/api/shelf', { params: { query: { units } } })),
    staleTime: 10_000,
  });

export const useFlags = (document: Shoot, enabled: boolean) =>
  useRun<Schemas['FlagsResult']>(
    ['flags', document.brief, document.design, document.units],
    (signal) => api.POST('/api/flags', { body: { document, editor: mapEditor }, signal }),
    { staleTime: 60_000, enabled, keep: true },
  );

export const useAtHand = (document: Shoot | null) =>
  useRun<Schemas['AtHandResult'], Schemas['AtHandLine']>(
    ['at-hand', document?.brief, document?.units],
    (signal) =>
      api.POST('/api/shelf/at-hand', { body: { document: document as Shoot, editor: mapEditor }, signal }),
    { staleTime: 300_000, enabled: document !== null },
  );

export const becomesQuery = (document: Shoot, of: { item?: string; generic?: string; version?: number }) =>
  queryOptions({
    queryKey: ['becomes', document.brief, document.design, document.units, of],
    queryFn: ({ signal }) =>
      answer(
        api.POST('/api/shelf/becomes', {
          body: { document, item: of.item ?? null, generic: of.generic ?? null },
          signal,
        }),
      ),
    staleTime: 300_000,
    retry: false,
  });

export const versionsQuery = (id: string, version: number) =>
  queryOptions({
    queryKey: ['shelf-versions', id, version],
    queryFn: () => answer(api.GET('/api/shelf/{item_id}/versions', { params: { path: { item_id: id } } })),
  });

export const lightMapQuery = (
  document: Shoot,
  layer: Schemas['LightMapResult']['layer'] | 'none',
  thing = 0,
) =>
  queryOptions({
    queryKey: ['light-map', layer, thing, document.brief, document.design, document.second],
    queryFn: ({ signal }) => {
      if (layer === 'none') return null;
      return answer(
        api.POST('/api/light-map', { body: { document, layer, thing, editor: mapEditor }, signal }),
      );
    },
    placeholderData: (previous) => previous,
    staleTime: 60_000,
    retry: (count, error) => error instanceof ApiProblem && error.problem.code === 'superseded' && count < 2,
  });

/** The set in three dimensions, plain or with its light; the one before stays until the next has come. */
export const setViewQuery = (document: Shoot, light: boolean) =>
  queryOptions({
    queryKey: ['set-view', light, document.brief, document.design, document.second, document.rig],
    queryFn: ({ signal }) =>
      answer(
        api.POST('/api/set-view', {
          body: { document, light, editor: `${mapEditor}-${light ? 'lit' : 'plain'}` },
          signal,
        }),
      ),
    placeholderData: (previous) => previous,
    staleTime: 60_000,
    retry: (count, error) => error instanceof ApiProblem && error.problem.code === 'superseded' && count < 2,
  });

export const useRanking = (document: Shoot, enabled = true) =>
  useRun<Schemas['RankingResult'], Schemas['RankedResult']>(
    ['kinds', document.brief, document.units],
    (signal) => api.POST('/api/kinds', { body: { document, editor: mapEditor }, signal }),
    { staleTime: 300_000, enabled },
  );

export const useCurve = (document: Shoot, parameter: string) =>
  useRun<Schemas['CurveResult']>(
    ['curve', parameter, document.design, document.brief],
    (signal) => api.POST('/api/curve', { body: { document, parameter, editor: mapEditor }, signal }),
    { staleTime: 60_000, keep: true },
  );

export const useMaterialRow = (document: Shoot, parameter: string) =>
  useRun<Schemas['RowResult']>(
    ['material-row', parameter, document.design, document.brief],
    (signal) => api.POST('/api/material-row', { body: { document, parameter, editor: mapEditor }, signal }),
    { staleTime: 60_000, keep: true },
  );

export const reflectionsQuery = (document: Shoot) =>
  queryOptions({
    queryKey: ['reflections', document.brief, document.design, document.units],
    queryFn: ({ signal }) =>
      answer(api.POST('/api/reflections', { body: { document, editor: mapEditor }, signal })),
    placeholderData: (previous) => previous,
    staleTime: 60_000,
    retry: (count, error) => error instanceof ApiProblem && error.problem.code === 'superseded' && count < 2,
  });

export const adviceQuery = (document: Shoot, gauge: GaugeKey) =>
  queryOptions({
    queryKey: ['advice', gauge, document.brief, document.design, document.units],
    queryFn: () => answer(api.POST('/api/advice', { body: { document, gauge } })),
    retry: false,
  });

const PLACE_STALE_MS = 60_000;

export const flowQuery = (document: Shoot, lamp: number | null) =>
  queryOptions({
    queryKey: ['flow', lamp, document.brief, document.design, document.second],
    queryFn: ({ signal }) =>
      lamp === null
        ? null
        : answer(api.POST('/api/flow', { body: { document, lamp, editor: mapEditor }, signal })),
    placeholderData: (previous) => previous,
    staleTime: PLACE_STALE_MS,
    enabled: lamp !== null,
    retry: false,
  });

export const balanceQuery = (document: Shoot, enabled: boolean) =>
  queryOptions({
    queryKey: ['balance', document.brief, document.design, document.second],
    queryFn: ({ signal }) =>
      answer(api.POST('/api/balance', { body: { document, editor: mapEditor }, signal })),
    placeholderData: (previous) => previous,
    staleTime: PLACE_STALE_MS,
    enabled,
    retry: false,
  });
