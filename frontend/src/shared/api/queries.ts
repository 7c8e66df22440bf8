import { queryOptions } from '@tanstack/react-query';
import { answer, api, type GaugeKey, type Shoot } from './client';

export const catalogueQuery = queryOptions({
  queryKey: ['catalogue'],
  queryFn: () => answer(api.GET('/api/catalogue')),
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

export const buildQuery = (document: Shoot) =>
  queryOptions({
    queryKey: ['build', document.design, document.brief.carrying_length, document.units],
    queryFn: () => answer(api.POST('/api/build', { body: { document } })),
    placeholderData: (previous) => previous,
    retry: false,
  });

export const adviceQuery = (document: Shoot, gauge: GaugeKey) =>
  queryOptions({
    queryKey: ['advice', gauge, document.brief, document.design, document.units],
    queryFn: () => answer(api.POST('/api/advice', { body: { document, gauge } })),
    retry: false,
  });
