import { describe, expect, it } from 'vitest';
import { LIGHT_LEVELS } from '../../shared/drawing/LightBands';
import { bandOf, coloursOf, plainColour, type SetSolid, toned } from './setView';

const levels = LIGHT_LEVELS.map((level) => level.from);
const bands = levels.map((_, i) => [i / 10, i / 10, i / 10] as [number, number, number]);
const solid: SetSolid = {
  id: 'board',
  sort: 'built',
  points: [0, 0, 0, 1, 0, 0, 0, 1, 0],
  triangles: [0, 1, 2],
  colour: [0.9, 0.9, 0.9],
  opacity: 1,
  shines: false,
  light: [0.9, 0.9, 0.9, 0.45, 0.45, 0.45, 0, 0, 0],
  stops: [0, -1, -12],
};

describe('the set in three dimensions', () => {
  it('shows more light brighter, black as black, and never more than white', () => {
    expect(toned(0)).toBe(0);
    expect(toned(-1)).toBe(0);
    expect(toned(0.9)).toBeGreaterThan(toned(0.45));
    expect(toned(1000)).toBeLessThanOrEqual(1);
  });

  it('puts a place into the band of the plan’s light', () => {
    expect(bandOf(2, levels)).toBe(0);
    expect(bandOf(0, levels)).toBe(1);
    expect(bandOf(-1, levels)).toBe(2);
    expect(bandOf(-4, levels)).toBe(5);
    expect(bandOf(-12, levels)).toBe(6);
  });

  it('colours every place by its light or its stops, and none without', () => {
    expect(coloursOf(solid, 'light', levels, bands)).toHaveLength(9);
    expect(coloursOf(solid, 'stops', levels, bands)).toEqual([0.1, 0.1, 0.1, 0.2, 0.2, 0.2, 0.6, 0.6, 0.6]);
    expect(coloursOf(solid, 'plain', levels, bands)).toBeNull();
    expect(coloursOf({ ...solid, light: [], stops: [] }, 'light', levels, bands)).toBeNull();
  });

  it('keeps black things visible without light', () => {
    expect(Math.min(...plainColour({ colour: [0, 0, 0] }))).toBeGreaterThan(0);
  });
});
