// Others in the same shoot: what they change comes by itself, and who is there is seen.
import { useQueryClient } from '@tanstack/react-query';
import { useEffect } from 'react';
import { create } from 'zustand';
import { api } from '../api/client';
import { thisCalled, writer } from '../journal/device';
import { refresh } from './store';

type There = { writer: string; called: string; stage: string; at: number };
type Told = {
  target?: string;
  writer?: string;
  version?: number;
  list?: string;
  called?: string;
  stage?: string;
  again?: true;
};

/** Somebody who has not told for so long is gone. */
const GONE_MS = 25_000;
const TELL_MS = 10_000;

export const useThere = create<{ there: There[] }>(() => ({ there: [] }));

/** Who is there after somebody told that they are, without those who have not told for long. */
export function withOne(there: There[], one: There): There[] {
  return [...there.filter((o) => o.writer !== one.writer && one.at - o.at < GONE_MS), one];
}

/** Take in what is told of a shoot. */
function hear(told: Told, client: ReturnType<typeof useQueryClient>): void {
  if (told.writer === writer) return;
  if (told.called && told.writer) {
    const one = { writer: told.writer, called: told.called, stage: told.stage ?? '', at: Date.now() };
    useThere.setState({ there: withOne(useThere.getState().there, one) });
    return;
  }
  if (told.list === 'shots') void client.invalidateQueries({ queryKey: ['shots', told.target] });
  else if (told.list) void client.invalidateQueries({ queryKey: ['ticks', told.target] });
  if (told.version !== undefined || told.again) void refresh();
}

/** Listen while a shoot is looked at, and tell others that one is there. */
export function useOthers(id: string | null, stage: string): void {
  const client = useQueryClient();
  useEffect(() => {
    if (!id) return;
    let feed: EventSource | null = null;
    const listen = () => {
      feed?.close();
      feed = null;
      // a page that nobody sees leaves the connection to those that are seen
      if (document.visibilityState !== 'visible') return;
      feed = new EventSource(`/api/events?shoot=${id}`);
      feed.onmessage = (event: MessageEvent<string>) => hear(JSON.parse(event.data) as Told, client);
    };
    listen();
    document.addEventListener('visibilitychange', listen);
    return () => {
      document.removeEventListener('visibilitychange', listen);
      feed?.close();
      useThere.setState({ there: [] });
    };
  }, [id, client]);
  useEffect(() => {
    if (!id) return;
    const tell = () => {
      if (document.visibilityState !== 'visible') return;
      const body = { writer, called: thisCalled(), stage };
      void api
        .POST('/api/shoots/{shoot_id}/presence', { params: { path: { shoot_id: id } }, body })
        .catch(() => {
          // who is there is told again soon
        });
      const { there } = useThere.getState();
      const left = there.filter((o) => Date.now() - o.at < GONE_MS);
      if (left.length !== there.length) useThere.setState({ there: left });
    };
    tell();
    const telling = setInterval(tell, TELL_MS);
    return () => clearInterval(telling);
  }, [id, stage]);
}
