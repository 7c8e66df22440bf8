import { expect, test } from 'vitest';
import { bandOf, type Curves, develop, halfValue, toneTable } from './develop';

const curves: Curves = {
  middle_grey: 0.18,
  lowest: -12,
  steps_per_stop: 1,
  // one entry a stop from −12 to +6, straight in stops
  shown: Array.from({ length: 19 }, (_, i) => i / 18),
  bands: [
    { low: null, high: -0.5, colour: '#000010', label: 'dark' },
    { low: -0.5, high: 0.5, colour: '#204060', label: 'grey' },
    { low: 0.5, high: null, colour: '#ff8000', label: 'bright' },
  ],
};

/** Bits of the half float next below a value. */
function half(value: number): number {
  let bits = 0;
  for (let step = 16384; step >= 1; step /= 2) {
    if (bits + step < 31744 && halfValue(bits + step) <= value) bits += step;
  }
  return bits;
}

test('half floats are decoded', () => {
  expect(halfValue(0)).toBe(0);
  expect(halfValue(0x3c00)).toBe(1);
  expect(halfValue(0x4200)).toBe(3);
  expect(halfValue(0x0001)).toBeCloseTo(5.96e-8, 10);
  expect(halfValue(0x7bff)).toBe(65504);
});

test('one stop more of exposure is one step of the curve', () => {
  const one = toneTable(curves, 0.18);
  const two = toneTable(curves, 0.36);
  expect(one[half(1)]).toBe(Math.round((255 * 12) / 18));
  expect(two[half(1)]).toBe(Math.round((255 * 13) / 18));
  expect(one[half(2)]).toBe(two[half(1)]);
  expect(one[0]).toBe(0);
});

test('the stops view tells how far from middle grey', () => {
  expect(bandOf(curves, 0.18)).toBe(1);
  expect(bandOf(curves, 0.09)).toBe(0);
  expect(bandOf(curves, 0.36)).toBe(2);
  expect(bandOf(curves, 0)).toBe(0);
  const raw = {
    width: 2,
    height: 1,
    noise: 0,
    light: new Uint16Array(
      Array(3)
        .fill(half(1))
        .concat(Array(3).fill(half(8))),
    ),
  };
  const pixels = develop(raw, curves, 0.18, 'stops');
  expect([...pixels]).toEqual([0x20, 0x40, 0x60, 255, 0xff, 0x80, 0, 255]);
});
