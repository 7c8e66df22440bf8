import { describe, expect, it } from 'vitest';
import { type HandleDrawn, pulled } from './HandleLayer';

const height: HandleDrawn = {
  view: 'front',
  path: 'design.height',
  label: 'Frame height',
  value: 1.2,
  low: 0.3,
  high: 3.5,
  at: [0, 1.9],
  per_unit: [0, 1],
  linked: [{ path: 'design.top_height', value: 1.9, per_unit: 1 }],
};

describe('a handle that is pulled', () => {
  it('moves its value along its own way, with all that goes with it', () => {
    expect(pulled(height, 0.7, 0.25)).toEqual([
      { path: 'design.height', value: 1.45 },
      { path: 'design.top_height', value: 2.15 },
    ]);
  });
  it('stops at its limits, and what goes with it stops too', () => {
    expect(pulled(height, 0, 9)).toEqual([
      { path: 'design.height', value: 3.5 },
      { path: 'design.top_height', value: 4.2 },
    ]);
    expect(pulled(height, 0, -9)[0]).toEqual({ path: 'design.height', value: 0.3 });
  });
  it('follows the hand where it goes half as far as its value: a side about its middle', () => {
    const width = { ...height, path: 'design.width', per_unit: [0.5, 0], linked: [] };
    expect(pulled(width, 0.1, 0)).toEqual([{ path: 'design.width', value: 1.4 }]);
  });
  it('goes by the part of the pull that lies along an inclined way', () => {
    const inclined = { ...height, per_unit: [0.6, 0.8], linked: [] };
    expect(pulled(inclined, 0.06, 0.08)[0]?.value).toBeCloseTo(1.3, 9);
    expect(pulled(inclined, 0.08, -0.06)[0]?.value).toBeCloseTo(1.2, 9);
  });
  it('that leads nowhere on this view changes nothing', () => {
    expect(pulled({ ...height, per_unit: [0, 0] }, 1, 1)).toEqual([]);
  });
});
