import { describe, expect, it } from 'vitest';
import { type FieldLine, shown, typed } from './ValueField';

const field = (more: Partial<FieldLine>): FieldLine => ({
  name: 'kerf',
  label: 'kerf',
  kind: 'number',
  unit: 'm',
  low: 0,
  high: 0.01,
  optional: false,
  options: [],
  ...more,
});

describe('a value of an item', () => {
  it.each([
    ['2.5 mm', 0.0025],
    ['1/16 in', 0.0015875],
    ['1 m', 'Kerf must be between'],
    ['thin', '“thin” is not understood'],
    ['', 'Kerf is missing.'],
  ])('reads %s', (text, wanted) => {
    const got = typed(text, field({}), 'metric');
    if (typeof wanted === 'number') expect(got).toBeCloseTo(wanted, 9);
    else expect(got).toContain(wanted);
  });

  it('may stay empty where it is optional', () => {
    expect(typed(' ', field({ optional: true }), 'metric')).toBeNull();
    expect(typed('–', field({ optional: true }), 'metric')).toBeNull();
  });

  it('shows small things to a tenth of a millimetre', () => {
    expect(shown(0.0025, field({}), 'metric')).toBe('2.5 mm');
    expect(shown(1.35, field({}), 'metric')).toBe('1.35 m');
    expect(shown(0.13, field({ unit: 'kg/m2' }), 'metric')).toBe('0.13 kg/m²');
  });
});
