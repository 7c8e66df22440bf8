import { describe, expect, it } from 'vitest';
import { BANDS, bandLabels, bands, contourLabels } from './contours';
import { fitScale } from './scale';

const none = { left: 0, right: 0, top: 0, bottom: 0 };

describe('scale', () => {
  it('is one scale for both directions, and true', () => {
    const s = fitScale({ left: 0, right: 4, bottom: 0, top: 2 }, { width: 800, height: 800 }, none);
    expect(s.perMetre).toBe(200);
    expect(s.x(1) - s.x(0)).toBeCloseTo(200);
    expect(s.y(0) - s.y(1)).toBeCloseTo(200);
    expect(s.metres(50)).toBeCloseTo(0.25);
  });
  it('keeps the whole of it inside its margins', () => {
    const margin = { left: 30, right: 10, top: 20, bottom: 40 };
    const s = fitScale({ left: -1, right: 3, bottom: 0, top: 2.4 }, { width: 500, height: 300 }, margin);
    expect(s.x(-1)).toBeGreaterThanOrEqual(30 - 1e-9);
    expect(s.x(3)).toBeLessThanOrEqual(490 + 1e-9);
    expect(s.y(2.4)).toBeGreaterThanOrEqual(20 - 1e-9);
    expect(s.y(0)).toBeLessThanOrEqual(260 + 1e-9);
  });
});

// A glow that falls by the square of the distance from the middle, six stops at the corners.
const size = 24;
const map = Array.from({ length: size }, (_, row) =>
  Array.from({ length: size }, (_, column) => {
    const [x, y] = [(column + 0.5) / size - 0.5, (row + 0.5) / size - 0.5];
    return -12 * (x * x + y * y);
  }),
);

describe('bands of the glow', () => {
  it('are one path a band, each inside the unit square', () => {
    const drawn = bands(map);
    expect(drawn.map((b) => b.stops)).toEqual([...BANDS]);
    for (const number of drawn[0]?.path.match(/[\d.]+/g) ?? []) {
      expect(Number(number)).toBeGreaterThanOrEqual(0);
      expect(Number(number)).toBeLessThanOrEqual(1);
    }
  });
  it('are empty where the sheet never gets that dark', () => {
    expect(bands(map).find((b) => b.stops === 4)?.path).not.toBe('');
    const flat = map.map((row) => row.map(() => 0));
    expect(bands(flat).every((b) => b.path === '')).toBe(true);
    expect(bands([])).toEqual([]);
  });
  it('are labelled where they are met going up, never two on one spot', () => {
    const labels = bandLabels(map, 0.04);
    expect(labels[0]?.stops).toBe(0.5);
    // −0.5 stops at a distance of √(0.5/12) = 0.204 from the middle
    expect(labels[0]?.y).toBeCloseTo(0.5 - 0.204, 1);
    for (let i = 1; i < labels.length; i++) {
      expect((labels[i - 1]?.y ?? 0) - (labels[i]?.y ?? 0)).toBeGreaterThanOrEqual(0.04);
    }
    expect(bandLabels(map, 2)).toHaveLength(1);
  });
});

describe('labels of a light map', () => {
  const ramp = Array.from({ length: 12 }, () => Array.from({ length: 41 }, (_, i) => 1 - i / 8));
  it('stand where the light is a whole number of stops from the key', () => {
    const labels = contourLabels(ramp);
    expect(labels.map((l) => l.stops)).toEqual([1, 0, -1, -2, -3, -4]);
    // the first and the last lie on the border and move one cell in
    for (const label of labels.slice(1, -1)) expect(label.x).toBeCloseTo((8 * (1 - label.stops) + 0.5) / 41);
  });
  it('are left out where a map is too small to hold any', () => {
    expect(contourLabels([])).toEqual([]);
    expect(contourLabels([[0], [1]])).toEqual([]);
  });
});
