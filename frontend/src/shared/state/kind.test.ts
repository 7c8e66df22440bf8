import { describe, expect, it } from 'vitest';
import type { Schemas, Shoot } from '../api/client';
import { inDesign, inOrder } from './kind';

type Row = Schemas['RankedResult'];
const row = (kind: string, penalty: number | null) =>
  ({ kind, penalty, lamp: 'bulb_15', design: { kind } }) as unknown as Row;

describe('kinds that are ranked', () => {
  it('stand with the best first and those that cannot serve last, whatever the order they came in', () => {
    const order = inOrder([row('tent', null), row('card', 1.2), row('frame', 0.3)]);
    expect(order.map((r) => r.kind)).toEqual(['frame', 'card', 'tent']);
  });

  it('are tried on a copy of the document, with the lamp that lights them', () => {
    const document = { brief: { lamp: { id: 'chip_60', power: 0.5 } }, design: { kind: 'frame' } };
    const tried = inDesign(document as unknown as Shoot, row('card', 1));
    expect(tried.design.kind).toBe('card');
    expect(tried.brief.lamp).toEqual({ id: 'bulb_15', power: 0.5 });
    expect(document.brief.lamp.id).toBe('chip_60');
  });
});
