import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { formatLength, parseLength, type Units } from './length';

const vectors = JSON.parse(
  readFileSync(new URL('../../../../tests/length_vectors.json', import.meta.url), 'utf8'),
) as { parse: [string, number | null][]; format: [number, Units, string][] };

describe('lengths', () => {
  it.each(vectors.parse)('reads %s', (text, metres) => {
    const got = parseLength(text);
    if (metres === null) expect(got).toBeNull();
    else expect(got).toBeCloseTo(metres, 9);
  });
  it.each(vectors.format)('shows %d in %s as %s', (metres, units, text) => {
    expect(formatLength(metres, units)).toBe(text);
  });
  it('takes a bare number in the unit that is asked for', () => {
    expect(parseLength('30', 'mm')).toBeCloseTo(0.03, 12);
    expect(parseLength('12', 'in')).toBeCloseTo(0.3048, 12);
  });
});
