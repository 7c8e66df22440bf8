import { expect, it } from 'vitest';
import { clock } from './clock';

it.each([
  [0, '0 min'],
  [0.4, '0 min'],
  [59.4, '59 min'],
  [59.6, '1 h'],
  [60, '1 h'],
  [65, '1 h 05 min'],
  [725, '12 h 05 min'],
  [1440, '24 h'],
  [2879, '47 h 59 min'],
  [2880, '2 days'],
  [5000, '3 days'],
])('%s minutes are %s', (minutes, words) => {
  expect(clock(minutes)).toBe(words);
});
