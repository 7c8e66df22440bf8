// What the thing mirrors, shown or not; the picture, the drawings and the words share it.
import { useQuery } from '@tanstack/react-query';
import { create } from 'zustand';
import type { Schemas } from '../api/client';
import { reflectionsQuery } from '../api/queries';
import { useShoot } from './store';

export type Mirrors = Schemas['ReflectionsResult'];

type State = { shown: boolean; show: (shown: boolean) => void };

export const useMirrorView = create<State>((set) => ({ shown: false, show: (shown) => set({ shown }) }));

/** What the thing mirrors while that is shown; null for people, and before it is known. */
export function useMirrors(): { mirrors: Mirrors | null; stale: boolean; error: Error | null } {
  const document = useShoot((s) => s.document);
  const shown = useMirrorView((s) => s.shown);
  const query = useQuery({
    ...reflectionsQuery(document ?? ({} as never)),
    enabled: shown && document !== null,
  });
  return { mirrors: shown ? (query.data ?? null) : null, stale: query.isFetching, error: query.error };
}
