// The set on the Place stage: what is chosen, and the server's answers about it, kept in step with the document.
import { useEffect } from 'react';
import { create } from 'zustand';
import { ApiProblem, answer, api, type Schemas, type Shoot } from '../api/client';
import { useShoot } from './store';

export type PlaceAnswer = Schemas['PlaceResult'];

type State = {
  place: PlaceAnswer | null;
  stale: boolean;
  problem: string | null;
  /** Paths of what is chosen, the first one first. */
  chosen: string[];
  /** Lamp whose light is followed, by its place among the lamps; null for none. */
  followed: number | null;
  /** Lines that something just moved was drawn to. */
  guides: { x?: number; y?: number }[];
};

export const usePlace = create<State>(() => ({
  place: null,
  stale: false,
  problem: null,
  chosen: [],
  followed: null,
  guides: [],
}));

export const choose = (key: string, also = false): void =>
  usePlace.setState(({ chosen }) => ({
    chosen: !also ? [key] : chosen.includes(key) ? chosen.filter((k) => k !== key) : [...chosen, key],
  }));

export const chooseNone = (): void => usePlace.setState({ chosen: [], guides: [] });

const editor = crypto.randomUUID();
const SETTLE_MS = 120;
let busy = false;
let next: { document: Shoot; effort: 'draft' | 'fine' } | null = null;

async function pump(): Promise<void> {
  if (busy || !next) return;
  const job = next;
  next = null;
  busy = true;
  try {
    const place = await answer(api.POST('/api/place', { body: { ...job, editor } }));
    usePlace.setState({ place, stale: next !== null, problem: null });
  } catch (error) {
    if (!(error instanceof ApiProblem)) throw error;
    if (error.problem.code !== 'superseded') usePlace.setState({ stale: true, problem: error.message });
  } finally {
    busy = false;
    void pump();
  }
}

/** A draft while something is dragged, the fine answer when it rests. */
export function usePlaceInStep(): void {
  const document = useShoot((s) => s.document);
  const dragging = useShoot((s) => s.dragging);
  useEffect(() => {
    if (!document) return;
    const ask = (effort: 'draft' | 'fine') => {
      next = { document, effort };
      usePlace.setState({ stale: true });
      void pump();
    };
    if (dragging) {
      ask('draft');
      return;
    }
    const timer = setTimeout(() => ask('fine'), SETTLE_MS);
    return () => clearTimeout(timer);
  }, [document, dragging]);
}
