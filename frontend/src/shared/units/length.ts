// Lengths as people write them; SI inside. The same cases are tested in Python and here
// (tests/length_vectors.json), so that the two edges agree.

export type Units = 'metric' | 'imperial';

export const METRES_PER_INCH = 0.0254;
export const ACCEPTED = 'a length such as 1.35 m, 135 cm, 1350 mm, 5\' 2 3/4" or 62 in';

const NUMBER = String.raw`(?:\d+(?:[.,]\d+)?|[.,]\d+)`;
const FRACTION = String.raw`\d+\s*/\s*\d+`;
const MIXED = `(?:${NUMBER}(?:\\s*[\\s-]\\s*${FRACTION})?|${FRACTION})`;
const METRIC = new RegExp(`^(${NUMBER})\\s*(mm|cm|m)?$`);
const IMPERIAL = new RegExp(
  `^(?:(${MIXED})\\s*(?:'|ft|feet|foot))?\\s*(?:(${MIXED})\\s*(?:"|''|in|inch|inches)?)?$`,
);
const VULGAR: Record<string, string> = {
  '½': '1/2',
  '¼': '1/4',
  '¾': '3/4',
  '⅛': '1/8',
  '⅜': '3/8',
  '⅝': '5/8',
  '⅞': '7/8',
};
const FACTOR: Record<string, number> = { mm: 1e-3, cm: 1e-2, m: 1 };

function mixed(text: string): number {
  let total = 0;
  for (const part of text.trim().split(/[\s-]+(?=\d+\s*\/)/)) {
    if (part.includes('/')) {
      const [a, b] = part.split('/').map(Number);
      if (!b || a === undefined) return Number.NaN;
      total += a / b;
    } else total += Number(part.replace(',', '.'));
  }
  return total;
}

/** Metres, or null when the text is not a length. */
export function parseLength(text: string, bare: 'mm' | 'cm' | 'm' | 'in' = 'm'): number | null {
  if (text.length > 60) return null;
  let t = text.replace(/[′’]/g, "'").replace(/[″”“]/g, '"').replace(/⁄/g, '/').trim().toLowerCase();
  for (const [symbol, fraction] of Object.entries(VULGAR)) t = t.replaceAll(symbol, ` ${fraction}`);
  t = t.trim();
  const metric = METRIC.exec(t);
  if (metric?.[1]) {
    const unit = metric[2] ?? bare;
    return Number(metric[1].replace(',', '.')) * (unit === 'in' ? METRES_PER_INCH : (FACTOR[unit] ?? 1));
  }
  const imperial = IMPERIAL.exec(t);
  if (t && imperial && (imperial[1] || imperial[2])) {
    const inches = (imperial[1] ? mixed(imperial[1]) * 12 : 0) + (imperial[2] ? mixed(imperial[2]) : 0);
    return Number.isFinite(inches) ? inches * METRES_PER_INCH : null;
  }
  return null;
}

function divisor(a: number, b: number): number {
  return b === 0 ? a : divisor(b, a % b);
}

/** A number with so many digits after the point; halves go away from zero, as in the papers. */
export function rounded(value: number, digits: number): string {
  const scale = 10 ** digits;
  const size = Math.floor(Math.abs(value) * scale + 0.5 + 1e-7) / scale;
  return (size === 0 ? 0 : Math.sign(value) * size).toFixed(digits);
}

/** For reading off a tape: whole millimetres below 1 m, metres above; or feet, inches and sixteenths. */
export function formatLength(metres: number, units: Units, fine = false): string {
  if (!Number.isFinite(metres)) return '–';
  if (units === 'metric') {
    if (fine) return `${rounded(metres * 1000, 1).replace(/\.0$/, '')} mm`;
    if (Math.abs(metres) < 0.9995) return `${rounded(metres * 1000, 0)} mm`;
    const text = rounded(metres, 3);
    return `${text.endsWith('0') ? text.slice(0, -1) : text} m`;
  }
  const sixteenths = Math.floor((Math.abs(metres) / METRES_PER_INCH) * 16 + 0.5 + 1e-7);
  const sign = metres < 0 && sixteenths ? '-' : '';
  const feet = Math.floor(sixteenths / 192);
  const inches = Math.floor((sixteenths % 192) / 16);
  const rest = sixteenths % 16;
  const d = divisor(rest, 16);
  const fraction = rest ? `${rest / d}/${16 / d}` : '';
  if (feet === 0)
    return `${sign}${[inches || !fraction ? String(inches) : '', fraction].filter(Boolean).join(' ')}"`;
  if (!inches && !rest) return `${sign}${feet}'`;
  return `${sign}${feet}' ${[String(inches), fraction].filter(Boolean).join(' ')}"`;
}

/** How far one press of an arrow key moves a length: 1 cm or half an inch; ten times as far with Shift. */
export function nudge(units: Units, coarse: boolean): number {
  return (units === 'metric' ? 0.01 : METRES_PER_INCH / 2) * (coarse ? 10 : 1);
}
