// Lists as the server holds them, with what the journal has not sent yet on top.
import { type QueryClient, useQuery } from '@tanstack/react-query';
import { useMemo } from 'react';
import { type EditEntry, type Entry, type Settled, useJournal } from '../journal/journal';
import { withChanges } from '../journal/merge';
import { ticksQuery } from './build';
import type { Schemas } from './client';
import { newer, type Shot, shotsQuery } from './log';

const editsOf = (entries: Entry[], what: EditEntry['what'], of: string): EditEntry[] =>
  entries.filter((e): e is EditEntry => e.kind === 'edit' && e.what === what && e.of === of && !e.asked);

/** Something with the edits that wait for it. */
const edited = <T>(value: T, edits: EditEntry[]): T =>
  edits.reduce((v, e) => withChanges(v, e.changes), value);

/** The shots of a shoot with those that were taken and written to while the server was away. */
export function withWaitingShots(shots: Shot[], entries: Entry[], shoot: string): Shot[] {
  const known = new Set(shots.map((s) => s.id));
  const fresh = entries.flatMap((e) => (e.kind === 'shot' && e.of === shoot && !known.has(e.id) ? [e] : []));
  const last = shots.at(-1)?.number ?? 0;
  const taken = fresh.map(
    (e, k): Shot => ({
      id: e.id,
      shoot,
      number: last + 1 + k,
      version: 1,
      revision: 0,
      taken_at: e.made_at,
      values: e.values,
      photographs: [],
    }),
  );
  return [...shots, ...taken].map((shot) => {
    const edits = editsOf(entries, 'shot', shot.id);
    return edits.length ? { ...shot, values: edited(shot.values, edits) } : shot;
  });
}

/** Keys that are ticked, with ticks that wait. */
export function withWaitingTicks(done: string[], entries: Entry[], shoot: string, list: string): string[] {
  const found = new Set(done);
  for (const e of entries)
    if (e.kind === 'tick' && e.of === shoot && e.list === list) {
      if (e.done) found.add(e.key);
      else found.delete(e.key);
    }
  return [...found];
}

/** Items of the Shelf with edits that wait. */
export function withWaitingItems(items: Schemas['ItemAnswer'][], entries: Entry[]): Schemas['ItemAnswer'][] {
  return items.map((item) => {
    const edits = editsOf(entries, 'item', item.id);
    return edits.length ? { ...item, item: edited(item.item, edits) } : item;
  });
}

export function useShots(shoot: string) {
  const { data, error } = useQuery(shotsQuery(shoot));
  const entries = useJournal((s) => s.entries);
  const shots = useMemo(() => data && withWaitingShots(data, entries, shoot), [data, entries, shoot]);
  return { shots, error };
}

export function useTicks(shoot: string, list: 'build' | 'rig'): Set<string> {
  const { data } = useQuery(ticksQuery(shoot, list));
  const entries = useJournal((s) => s.entries);
  return useMemo(
    () => new Set(withWaitingTicks(data ?? [], entries, shoot, list)),
    [data, entries, shoot, list],
  );
}

/** Put what the server answered into the lists that are kept here. */
export function putInLists(client: QueryClient, { entry, answer }: Settled): void {
  if (answer?.what === 'shot') {
    const { shot } = answer;
    client.setQueryData(shotsQuery(shot.shoot).queryKey, (all) => {
      if (!all) return all;
      const now = newer(
        shot,
        all.find((s) => s.id === shot.id),
      );
      return [...all.filter((s) => s.id !== shot.id), now].sort((a, b) => a.number - b.number);
    });
  } else if (answer?.what === 'ticks' && entry.kind === 'tick')
    client.setQueryData(ticksQuery(entry.of, entry.list).queryKey, answer.done);
  else if (answer?.what === 'item') {
    const { item } = answer;
    client.setQueriesData<Schemas['ItemAnswer'][]>({ queryKey: ['shelf'] }, (all) =>
      all?.map((i) => (i.id === item.id ? { ...item, words: i.words } : i)),
    );
  }
}
