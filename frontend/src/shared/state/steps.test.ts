import { expect, it } from 'vitest';
import { joined, type Step, stacks } from './steps';

const step = (id: string, of: Partial<Step> = {}): Step => ({ id, label: id, changes: [], ...of });
const ids = (steps: Step[]) => {
  const { undo, redo } = stacks(steps);
  return [undo.map((s) => s.id), redo.map((s) => s.id)];
};

it('takes back the newest and does it again', () => {
  const row = [step('a'), step('b'), step('u', { undoes: 'b' })];
  expect(ids(row)).toEqual([['a'], ['b']]);
  expect(ids([...row, step('r', { redoes: 'b' })])).toEqual([['a', 'b'], []]);
  expect(ids([...row, step('v', { undoes: 'a' })])).toEqual([[], ['b', 'a']]);
});

it('a new edit leaves nothing to do again', () => {
  expect(ids([step('a'), step('u', { undoes: 'a' }), step('c')])).toEqual([['c'], []]);
});

it('what it takes back may be too old to be known', () => {
  expect(ids([step('u', { undoes: 'long ago' }), step('a')])).toEqual([['a'], []]);
});

it('joins what the server knows with what waits, each once', () => {
  expect(joined([step('a'), step('b')], [step('b'), step('c')]).map((s) => s.id)).toEqual(['a', 'b', 'c']);
});
