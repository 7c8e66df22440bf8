// How each kind of entry is sent.
import { ApiProblem, answer, api, type Schemas } from '../api/client';
import { formWith } from '../api/files';
import { thisCalled, thisDevice } from './device';
import type { EditEntry, Entry, Outcome } from './journal';
import { fileOf } from './keep';

/** How what an entry belongs to stands now. */
export type Answered =
  | { what: 'shoot'; shoot: Schemas['ShootAnswer'] }
  | { what: 'shot'; shot: Schemas['ShotAnswer'] }
  | { what: 'item'; item: Schemas['ItemAnswer'] }
  | { what: 'ticks'; done: string[] };

/** A server that says nothing for so long is away. */
const PATIENCE_MS = 30_000;
const UPLOAD_PATIENCE_MS = 300_000;
const soon = () => ({ signal: AbortSignal.timeout(PATIENCE_MS) });

const asSent = (e: EditEntry): Schemas['Edit'] => ({
  id: e.id,
  base: e.base,
  writer: e.writer,
  label: e.label.slice(0, 120),
  changes: e.changes,
  undoes: e.undoes ?? null,
  redoes: e.redoes ?? null,
  made_at: e.made_at,
});

/** Edits of one shoot, shot or item, in their order. */
export async function sendEdits(entries: EditEntry[]): Promise<{ outcomes: Outcome[]; answer: Answered }> {
  const { what, of } = entries[0] as EditEntry;
  const body = { device: thisDevice(), called: thisCalled(), edits: entries.map(asSent) };
  if (what === 'shoot') {
    const got = await answer(
      api.POST('/api/shoots/{shoot_id}/edits', { params: { path: { shoot_id: of } }, body, ...soon() }),
    );
    return { outcomes: got.outcomes, answer: { what, shoot: got.shoot } };
  }
  if (what === 'shot') {
    const got = await answer(
      api.POST('/api/shots/{shot_id}/edits', { params: { path: { shot_id: of } }, body, ...soon() }),
    );
    return { outcomes: got.outcomes, answer: { what, shot: got.shot } };
  }
  const got = await answer(
    api.POST('/api/shelf/{item_id}/edits', { params: { path: { item_id: of } }, body, ...soon() }),
  );
  return { outcomes: got.outcomes, answer: { what, item: got.item } };
}

/** A tick, a new shot, or a photograph. */
export async function sendOne(
  entry: Exclude<Entry, { kind: 'edit' }>,
  held: Blob | undefined,
): Promise<Answered> {
  if (entry.kind === 'tick') {
    const done = await answer(
      api.PUT('/api/shoots/{shoot_id}/ticks/{name}', {
        params: { path: { shoot_id: entry.of, name: entry.list } },
        body: { key: entry.key, done: entry.done },
        ...soon(),
      }),
    );
    return { what: 'ticks', done };
  }
  if (entry.kind === 'shot') {
    const shot = await answer(
      api.POST('/api/shoots/{shoot_id}/shots', {
        params: { path: { shoot_id: entry.of } },
        body: { id: entry.id, values: entry.values },
        ...soon(),
      }),
    );
    return { what: 'shot', shot };
  }
  const file = held ?? (await fileOf(entry.id));
  if (!file)
    throw new ApiProblem(410, {
      code: 'gone',
      message: `${entry.name} is not kept in this browser any more; add it again.`,
      fields: [],
      current_version: null,
    });
  const sent = {
    signal: AbortSignal.timeout(UPLOAD_PATIENCE_MS),
    ...formWith({ file: new File([file], entry.name, { type: file.type }) }),
  };
  const photograph = entry.id;
  if (entry.on === 'item') {
    const params = { path: { item_id: entry.of }, query: { photograph } };
    return {
      what: 'item',
      item: await answer(api.POST('/api/shelf/{item_id}/photographs', { params, ...sent })),
    };
  }
  const params = { path: { shot_id: entry.of }, query: { keep_position: entry.place, photograph } };
  return {
    what: 'shot',
    shot: await answer(api.POST('/api/shots/{shot_id}/photographs', { params, ...sent })),
  };
}
