import { expect, it } from 'vitest';
import type { Shoot } from './client';
import { predictAlike } from './log';

const set = (more: object = {}) =>
  ({
    title: 'Scroll',
    brief: { lamp: { power: 0.5, on: true }, room: { width: 4 } },
    design: { kind: 'book_light', width: 1 },
    second: {},
    meters: [{ name: 'cheek', x: 0.1 }],
    looks: [],
    rig: { wet: [] },
    ...more,
  }) as unknown as Shoot;

it('titles, looks and the rig change no prediction', () => {
  const other = { title: 'Bow', looks: [{ name: 'evening' }], rig: { wet: [{ name: 'wash basin' }] } };
  expect(predictAlike(set(), set(other))).toBe(true);
});

it('the order of what is written in it changes none either', () => {
  expect(predictAlike(set(), set({ brief: { room: { width: 4 }, lamp: { on: true, power: 0.5 } } }))).toBe(
    true,
  );
});

it.each([
  ['the lamp', { brief: { lamp: { power: 0.25, on: true }, room: { width: 4 } } }],
  ['the design', { design: { kind: 'book_light', width: 1.2 } }],
  ['a second modifier', { second: { rim: { kind: 'snoot' } } }],
  ['a meter', { meters: [{ name: 'cheek', x: 0.2 }] }],
])('%s does', (_, more) => {
  expect(predictAlike(set(), set(more))).toBe(false);
});
