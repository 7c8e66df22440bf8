import { expect, it } from 'vitest';
import type { Catalogue, Shoot } from '../api/client';
import { changesBetween } from './merge';
import { allInWords, inWords } from './words';

const document = (more: object = {}) =>
  ({
    units: 'metric',
    title: 'Scroll',
    design: { kind: 'diffusion_frame', width: 1.2 },
    brief: { assumed: ['brief.room.width'], others: [{ key: 'light-1', name: 'rim', power: 0.5 }] },
    ...more,
  }) as unknown as Shoot;
const LIMITS = [
  { path: 'diffusion_frame:design.width', label: 'frame width', unit: 'm', low: 0.2, high: 6, default: 1 },
  { path: 'brief.others.*.power', label: 'power', unit: 'share', low: 0, high: 1, default: 1 },
] as Catalogue['limits'];

it('names a field by its label, with what was there and what is there now', () => {
  const after = document({ design: { kind: 'diffusion_frame', width: 1.5 }, title: '' });
  expect(allInWords(changesBetween(document(), after), after, LIMITS)).toEqual([
    { where: 'Title', was: 'Scroll', now: '–' },
    { where: 'Frame width', was: '1.20 m', now: '1.50 m' },
  ]);
});

it('calls the entries of lists by their names', () => {
  const rim = { key: 'light-1', name: 'rim', power: 0.25 };
  const hair = { key: 'light-2', name: 'hair' };
  const after = document({ brief: { assumed: [], others: [rim, hair] } });
  expect(allInWords(changesBetween(document(), after), after, LIMITS)).toEqual([
    { where: 'Rim: power', was: '50 %', now: '25 %' },
    { where: 'Hair', was: 'not there', now: 'hair' },
  ]);
  const gone = document({ brief: { assumed: [], others: [] } });
  expect(allInWords(changesBetween(document(), gone), document(), LIMITS)).toEqual([
    { where: 'Rim', was: 'rim', now: 'taken away' },
  ]);
});

it('says of a shot what it can without a document', () => {
  const change = { path: ['iso'], was: 400, value: 800, adds: false, removes: false };
  expect(inWords(change, null, LIMITS)).toEqual({ where: 'Iso', was: '400', now: '800' });
});

it('shows other feet and inches to who measures so', () => {
  const change = { path: ['design', 'width'], was: 1.2, value: null, adds: false, removes: false };
  expect(inWords(change, document({ units: 'imperial' }), LIMITS)).toMatchObject({ now: '–' });
});
