import { describe, expect, it } from 'vitest';
import type { Entry } from '../journal/journal';
import { withWaitingItems, withWaitingShots, withWaitingTicks } from './lists';
import type { Shot } from './log';

const entry = (payload: object): Entry =>
  ({ id: 'e', order: 1, writer: 'w', made_at: '2026-11-29T10:00:00Z', ...payload }) as unknown as Entry;
const edit = (what: string, of: string, path: string[], value: unknown, more: object = {}) =>
  entry({
    kind: 'edit',
    what,
    of,
    changes: [{ path, was: null, value, adds: false, removes: false }],
    ...more,
  });
const shot = (number: number, notes = '') =>
  ({
    id: `s${number}`,
    shoot: 'a',
    number,
    version: 1,
    values: { notes },
    photographs: [],
  }) as unknown as Shot;

describe('lists with what waits', () => {
  it('shows words that are not sent yet, and leaves other shots alone', () => {
    const shots = [shot(1, 'dark'), shot(2)];
    const shown = withWaitingShots(shots, [edit('shot', 's1', ['notes'], 'dark, flag moved')], 'a');
    expect(shown.map((s) => s.values.notes)).toEqual(['dark, flag moved', '']);
    expect(shown[1]).toBe(shots[1]);
  });

  it('shows a shot that was taken while the server was away, once', () => {
    const taken = entry({ id: 's9', kind: 'shot', of: 'a', values: { notes: 'in the cellar' } });
    const words = edit('shot', 's9', ['notes'], 'in the cellar, at last');
    const shown = withWaitingShots([shot(1)], [taken, words], 'a');
    expect(shown.map((s) => [s.id, s.number, s.values.notes])).toEqual([
      ['s1', 1, ''],
      ['s9', 2, 'in the cellar, at last'],
    ]);
    expect(withWaitingShots([shot(1), { ...shot(2), id: 's9' }], [taken], 'a')).toHaveLength(2);
    expect(withWaitingShots([shot(1)], [taken], 'another shoot')).toHaveLength(1);
  });

  it('does not show what somebody is asked about', () => {
    const asked = edit('shot', 's1', ['notes'], 'mine', { asked: [] });
    expect(withWaitingShots([shot(1, 'theirs')], [asked], 'a')[0]?.values.notes).toBe('theirs');
  });

  it('ticks and takes ticks away', () => {
    const tick = (key: string, done: boolean, list = 'build') =>
      entry({ kind: 'tick', of: 'a', list, key, done });
    const waiting = [tick('cut', true), tick('drill', false), tick('sand', true, 'rig')];
    expect(withWaitingTicks(['drill', 'mark'], waiting, 'a', 'build')).toEqual(['mark', 'cut']);
  });

  it('shows items of the Shelf as they were changed', () => {
    const items = [{ id: 'i', item: { count: 1 } }] as unknown as Parameters<typeof withWaitingItems>[0];
    expect(withWaitingItems(items, [edit('item', 'i', ['count'], 3)])[0]?.item.count).toBe(3);
    expect(withWaitingItems(items, [])[0]).toBe(items[0]);
  });
});
