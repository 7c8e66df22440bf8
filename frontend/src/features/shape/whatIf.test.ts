// @vitest-environment happy-dom
import { expect, it } from 'vitest';
import { along } from './WhatIf';

it('reads a curve between its points as its line is drawn', () => {
  const at = [1, 2, 4];
  expect(along(at, [10, 20, 40], 1)).toBe(10);
  expect(along(at, [10, 20, 40], 1.5)).toBe(15);
  expect(along(at, [10, 20, 40], 3)).toBe(30);
});

it('says nothing outside a curve or where nothing is known', () => {
  expect(along([1, 2], [10, 20], 2.5)).toBeNull();
  expect(along([1, 2, 3], [10, null, 30], 1.5)).toBeNull();
  expect(along([], [], 1)).toBeNull();
});
