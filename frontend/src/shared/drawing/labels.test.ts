import { describe, expect, it } from 'vitest';
import { clearOf, GRIP } from './labels';

describe('the place of a number', () => {
  it('stays where it is when no handle is near', () => {
    expect(clearOf({ x: 100, y: 50 }, 56, 22, [{ x: 100, y: 90 }])).toEqual({ x: 100, y: 50 });
  });

  it('moves the least that frees it of a handle at its end', () => {
    // half the label and half a grip beside the handle: 28 + 14 from it
    expect(clearOf({ x: 382, y: 212 }, 56, 22, [{ x: 354, y: 212 }])).toEqual({ x: 354 + 28 + GRIP, y: 212 });
  });

  it('moves up from a dimension that is shorter than its number', () => {
    const grips = [
      { x: 417, y: 165 },
      { x: 393, y: 189 },
    ];
    const { x, y } = clearOf({ x: 405, y: 168 }, 58, 22, grips);
    expect(x).toBe(405);
    expect(y).toBeLessThanOrEqual(165 - 11 - GRIP);
    expect(y).toBeGreaterThan(165 - 11 - GRIP - 2);
  });

  it('stays with its line where handles are on all sides', () => {
    const all = Array.from({ length: 60 * 60 }, (_, i) => ({ x: (i % 60) * 6, y: Math.floor(i / 60) * 6 }));
    expect(clearOf({ x: 180, y: 180 }, 56, 22, all)).toEqual({ x: 180, y: 180 });
  });
});
