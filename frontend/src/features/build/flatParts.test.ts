import { expect, it } from 'vitest';
import type { Build } from '../../shared/api/client';
import { placed } from './FlatParts';

const piece = (label: string, a: number, b: number) =>
  ({ label, cut: [a, b], form: 'cloth', note: '' }) as unknown as Build['cloth'][number];

it('draws all pieces on one scale inside the drawing, none over another', () => {
  const parts = placed([piece('S1', 1, 2), piece('S2', 0.5, 0.5), piece('S3', 0.3, 0.1)], 400, 300);
  expect(parts.map((p) => p.piece.label)).toEqual(['S1', 'S2', 'S3']);
  const scale = (parts[0]?.w ?? 0) / 2;
  for (const { w, h, piece: p } of parts) {
    expect(w).toBeCloseTo(Math.max(...p.cut) * scale);
    expect(h).toBeCloseTo(Math.min(...p.cut) * scale);
  }
  for (const a of parts) {
    expect(a.x + a.w).toBeLessThanOrEqual(400);
    expect(a.y + a.h).toBeLessThanOrEqual(300);
    for (const b of parts)
      if (a !== b)
        expect(a.x + a.w <= b.x || b.x + b.w <= a.x || a.y + a.h <= b.y || b.y + b.h <= a.y).toBe(true);
  }
});

it('draws nothing when there is nothing', () => {
  expect(placed([], 400, 300)).toEqual([]);
});
