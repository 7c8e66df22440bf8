import { expect, test } from 'vitest';
import {
  bandOf,
  type Curves,
  combined,
  DIFFERENCE_BANDS,
  develop,
  differenceOf,
  halfValue,
  lampWeights,
  separation,
  toneTable,
} from './develop';

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
    lamps: 1,
    outline: [],
    light: new Uint16Array(
      Array(3)
        .fill(half(1))
        .concat(Array(3).fill(half(8))),
    ),
  };
  const pixels = develop(raw, curves, 0.18, 'stops');
  expect([...pixels]).toEqual([0x20, 0x40, 0x60, 255, 0xff, 0x80, 0, 255]);
});

test('lamps add up, each by its colour, power and switch', () => {
  const raw = {
    width: 1,
    height: 1,
    noise: 0,
    lamps: 2,
    outline: [],
    light: new Uint16Array([1, 2, 4, 8, 8, 8].map(half)),
  };
  const value = (weights: number[][]) => [...combined(raw, weights)].map(halfValue);
  expect(value([[1, 1, 1]])).toEqual([1, 2, 4]);
  expect(
    value([
      [1, 1, 1],
      [0.5, 0.25, 0],
    ]),
  ).toEqual([5, 4, 4]);
  const weights = lampWeights(
    [
      [1, 1, 1],
      [2, 1, 0.5],
    ],
    [
      { power: 0.5, on: true },
      { power: 1, on: false },
    ],
  );
  expect(weights).toEqual([
    [0.5, 0.5, 0.5],
    [0, 0, 0],
  ]);
  expect(value(weights)).toEqual([0.5, 1, 2]);
});

test('separation counts stops across the outline, lamp by lamp', () => {
  const grey = (v: number) => [v, v, v];
  const place = {
    place: 'top',
    at: [0.5, 0.2] as [number, number],
    inside: [grey(4), grey(0)],
    outside: [grey(1), grey(3)],
  };
  expect(separation(place, [grey(1), grey(0)])).toBeCloseTo(2);
  expect(separation(place, [grey(1), grey(1)])).toBeCloseTo(0);
  expect(separation(place, [grey(0), grey(1)])).toBeNull();
});

test('differences are told in bands of stops, whatever the lamps', () => {
  const picture = (values: number[]) => ({
    width: values.length,
    height: 1,
    lamps: 1,
    noise: 0,
    outline: [],
    light: new Uint16Array(values.flatMap((v) => [half(v), half(v), half(v)])),
  });
  const a = picture([1, 1, 1, 1]);
  const b = picture([1, 2, 0.25, 16]);
  const { pixels } = differenceOf(a, [[1, 1, 1]], b, [[1, 1, 1]]);
  const seen = [0, 1, 2, 3].map(
    (i) =>
      DIFFERENCE_BANDS.find((band) => Number.parseInt(band.colour.slice(1, 3), 16) === pixels[4 * i])?.label,
  );
  expect(seen).toEqual(['same', '+1', '−2', '+3']);
  const { pixels: halved } = differenceOf(a, [[1, 1, 1]], a, [[0.5, 0.5, 0.5]]);
  expect(halved[0]).toBe(0x7f);
});
