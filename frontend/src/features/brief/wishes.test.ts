import { describe, expect, it } from 'vitest';
import type { Catalogue, Shoot } from '../../shared/api/client';
import { wishesOf } from './wishes';

const USES = [
  {
    id: 'listing',
    wishes: [
      { path: 'brief.wanted.contrast', value: 1, usual: 2.5 },
      { path: 'brief.wanted.background', value: 0, usual: -2 },
    ],
  },
  { id: 'film', wishes: [{ path: 'brief.wanted.contrast', value: 2, usual: 2.5 }] },
  { id: 'mood', wishes: [] },
] as Catalogue['uses'];

const shoot = (assumed: string[]) => ({ brief: { assumed } }) as unknown as Shoot;
const BOTH = ['brief.wanted.contrast', 'brief.wanted.background'];

describe('what a picture is for', () => {
  it('sets the wishes that nobody has answered', () => {
    expect(wishesOf(shoot(BOTH), USES, 'listing')).toEqual([
      { path: 'brief.wanted.contrast', value: 1 },
      { path: 'brief.wanted.background', value: 0 },
    ]);
  });

  it('never touches an answer', () => {
    expect(wishesOf(shoot(['brief.wanted.background']), USES, 'listing')).toEqual([
      { path: 'brief.wanted.background', value: 0 },
    ]);
    expect(wishesOf(shoot([]), USES, 'listing')).toEqual([]);
  });

  it('takes back what another use had set', () => {
    expect(wishesOf(shoot(BOTH), USES, 'film')).toEqual([
      { path: 'brief.wanted.contrast', value: 2 },
      { path: 'brief.wanted.background', value: -2 },
    ]);
    expect(wishesOf(shoot(BOTH), USES, 'mood')).toContainEqual({ path: 'brief.wanted.contrast', value: 2.5 });
  });
});
