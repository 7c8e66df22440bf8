import { describe, expect, it } from 'vitest';
import { money, readMoney } from './money';

describe('money', () => {
  it('shows cents for small amounts, none for large ones', () => {
    expect(money(12.5, 'EUR')).toBe('€12.50');
    expect(money(1250.4, 'EUR')).toBe('€1,250');
    expect(money(-3, 'GBP')).toBe('−£3.00');
  });
  it('reads points, commas and signs', () => {
    expect(readMoney('12.50')).toBe(12.5);
    expect(readMoney('12,50 €')).toBe(12.5);
    expect(readMoney('1.250,00')).toBe(1250);
    expect(readMoney('1,250')).toBe(1250);
    expect(readMoney('$ 4')).toBe(4);
  });
  it('says what is accepted', () => {
    expect(readMoney('dear')).toContain('such as 12.50');
    expect(readMoney('-4')).toContain('such as 12.50');
    expect(readMoney('9999999')).toContain('such as 12.50');
  });
});
