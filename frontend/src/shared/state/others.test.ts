import { expect, it } from 'vitest';
import { withOne } from './others';

const one = (writer: string, at: number, stage = 'rig') => ({ writer, called: 'a phone', stage, at });

it('shows everybody once, where they are now', () => {
  const there = withOne(withOne([], one('x', 0)), one('x', 5000, 'prove'));
  expect(there.map((o) => o.stage)).toEqual(['prove']);
});

it('forgets who has not told for long', () => {
  const there = withOne(withOne([], one('x', 0)), one('y', 40_000));
  expect(there.map((o) => o.writer)).toEqual(['y']);
});
