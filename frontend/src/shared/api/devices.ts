// The meter, the lamp and the camera that are connected.
import { queryOptions, useMutation, useQueryClient } from '@tanstack/react-query';
import { answer, api, type Shoot } from './client';

export const devicesQuery = queryOptions({
  queryKey: ['devices'],
  queryFn: () => answer(api.GET('/api/devices')),
  staleTime: 10_000,
});

/** Ask the meter, held at a place of the shoot. */
export const useMeter = (document: Shoot) =>
  useMutation({
    mutationFn: (held: string) => answer(api.POST('/api/meter', { body: { document, held } })),
  });

export function useLamp() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (body: { power: number; kelvin: number }) => answer(api.PUT('/api/devices/lamp', { body })),
    onSettled: () => client.invalidateQueries({ queryKey: devicesQuery.queryKey }),
  });
}
