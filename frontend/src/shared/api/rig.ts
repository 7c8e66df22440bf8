// What the Rig stage asks the server for.
import { queryOptions } from '@tanstack/react-query';
import { answer, api, type Schemas, type Shoot } from './client';

export type Rig = Schemas['RigResult'];
export type Holding = Rig['holdings'][number];

export const rigQuery = (document: Shoot) =>
  queryOptions({
    queryKey: ['rig', document.rig, document.design, document.second, document.brief, document.units],
    queryFn: () => answer(api.POST('/api/rig', { body: { document } })),
    placeholderData: (previous) => previous,
    retry: false,
  });
