import { useQuery } from '@tanstack/react-query';
import type { Schemas } from '../api/client';
import { catalogueQuery } from '../api/queries';

export type Limit = Schemas['LimitAnswer'];

/** Limits of a number of the document, as the server publishes them. */
export function useLimit(path: string): Limit | undefined {
  const { data } = useQuery(catalogueQuery);
  return data?.limits.find((limit) => limit.path === path);
}
