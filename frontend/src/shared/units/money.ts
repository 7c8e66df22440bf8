// Money in the shoot's currency.

export const CURRENCIES = [
  'EUR',
  'USD',
  'GBP',
  'CHF',
  'SEK',
  'NOK',
  'DKK',
  'PLN',
  'CZK',
  'JPY',
  'INR',
  'BRL',
  'CAD',
  'AUD',
];

/** An amount with its currency; cents where they matter. */
export function money(value: number, currency: string): string {
  const digits = Math.abs(value) >= 100 ? 0 : 2;
  return new Intl.NumberFormat('en', {
    style: 'currency',
    currency,
    currencyDisplay: 'narrowSymbol',
    minimumFractionDigits: digits,
    maximumFractionDigits: digits,
  })
    .format(value)
    .replace('-', '−');
}

/** A typed amount; a sentence says what is accepted. */
export function readMoney(text: string): number | string {
  const plain = text
    .replace(/[^\d.,−-]/g, '')
    .replace('−', '-')
    .trim();
  const dots = /,\d{1,2}$/.test(plain) ? plain.replace(/\./g, '').replace(',', '.') : plain.replace(/,/g, '');
  const value = Number(dots);
  if (!plain || !Number.isFinite(value) || value < 0 || value > 1e6)
    return `“${text.trim()}” is not a price; type one such as 12.50.`;
  return Math.round(value * 100) / 100;
}
