import { describe, expect, it } from 'vitest';
import type { Catalogue, Shoot } from '../api/client';
import { byDay } from './byDay';

const kinds = [
  { id: 'open_shade', daylight: true },
  { id: 'light_tent', daylight: false },
] as unknown as Catalogue['kinds'];
const of = (design: object) => byDay(design as Shoot['design'], kinds);

describe('what daylight lights', () => {
  it('is a kind that never has a lamp, or one that stands in the shade now', () => {
    expect(of({ kind: 'open_shade' })).toBe(true);
    expect(of({ kind: 'light_tent', lit_by: 'lamps' })).toBe(false);
    expect(of({ kind: 'light_tent', lit_by: 'daylight' })).toBe(true);
    expect(of({ kind: 'unknown' })).toBe(false);
  });
});
