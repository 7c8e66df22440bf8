// Showing and reading every kind of number that the document holds.
import { ACCEPTED, formatLength, parseLength, type Units } from './length';

export type Kind =
  | 'length'
  | 'millimetres'
  | 'stops'
  | 'share'
  | 'degrees'
  | 'number'
  | 'shutter'
  | 'aperture'
  | 'speed'
  | 'kelvin'
  | 'lux'
  | Plain;

/** Plain numbers with a unit that is always the same. */
type Plain =
  | 'lumens'
  | 'watts'
  | 'kilograms'
  | 'perMetre'
  | 'perArea'
  | 'celsius'
  | 'euro'
  | 'newton'
  | 'volt'
  | 'ampere'
  | 'wattHours'
  | 'joules'
  | 'squareMillimetres'
  | 'squareMetres'
  | 'airFlow'
  | 'minutes';
const PLAIN: Record<Plain, [unit: string, typed: RegExp, accepted: string]> = {
  lumens: ['lm', /\s*lm$/, 'an amount of light such as 5000 lm'],
  watts: ['W', /\s*w$/, 'a power such as 60 W'],
  kilograms: ['kg', /\s*kg$/, 'a weight such as 1.4 kg'],
  perMetre: ['kg/m', /\s*kg\/m$/, 'a weight such as 0.4 kg/m'],
  perArea: ['kg/m²', /\s*kg\/m[2²]$/, 'a weight such as 0.15 kg/m²'],
  celsius: ['°C', /\s*°?\s*c$/, 'a temperature such as 90 °C'],
  euro: ['€', /\s*(€|eur)$/, 'a price such as 12.50 €'],
  newton: ['N', /\s*n$/, 'a force such as 20 N'],
  joules: ['J', /\s*j$/, 'an energy such as 300 J'],
  volt: ['V', /\s*v$/, 'a voltage such as 230 V'],
  ampere: ['A', /\s*a$/, 'a current such as 16 A'],
  wattHours: ['Wh', /\s*wh$/, 'a charge such as 500 Wh'],
  squareMillimetres: ['mm²', /\s*mm[2²]$/, 'a cross section such as 1.5 mm²'],
  squareMetres: ['m²', /\s*m[2²]$/, 'an area such as 0.01 m²'],
  airFlow: ['m³/h', /\s*m[3³]\/h$/, 'air such as 30 m³/h'],
  minutes: ['min', /\s*min$/, 'minutes such as 45 min'],
};

/** Which kind of number a unit of the server's is. */
export const KIND_OF: Record<string, Kind> = {
  m: 'length',
  s: 'shutter',
  degree: 'degrees',
  share: 'share',
  stop: 'stops',
  count: 'number',
  number: 'number',
  K: 'kelvin',
  lx: 'lux',
  'm/s': 'speed',
  lm: 'lumens',
  W: 'watts',
  kg: 'kilograms',
  'kg/m': 'perMetre',
  'kg/m2': 'perArea',
  celsius: 'celsius',
  EUR: 'euro',
  N: 'newton',
  J: 'joules',
  V: 'volt',
  A: 'ampere',
  Wh: 'wattHours',
  mm2: 'squareMillimetres',
  m2: 'squareMetres',
  'm3/h': 'airFlow',
  min: 'minutes',
};

const DECIMAL = /^[+-]?\d+(?:[.,]\d+)?$/;

function decimal(text: string): number | null {
  const t = text.trim().replace('−', '-');
  return DECIMAL.test(t) ? Number(t.replace(',', '.')) : null;
}

/** A length to one side of a mark or the other; limits say where one side is all there is. */
function signed(text: string, units: Units): number | null {
  const [, sign = '', rest = ''] = /^\s*([-−–+]?)\s*(.*)$/s.exec(text) ?? [];
  const metres = parseLength(rest, units === 'metric' ? 'm' : 'in');
  return metres === null || sign === '' || sign === '+' ? metres : -metres;
}

/** The stored value, or a sentence that says what is accepted. */
export function read(text: string, kind: Kind, units: Units): number | string {
  const t = text.trim().toLowerCase();
  const bad = (accepted: string) => `“${text.trim().slice(0, 24)}” is not understood; write ${accepted}.`;
  switch (kind) {
    case 'length':
      return signed(text, units) ?? bad(ACCEPTED);
    case 'millimetres':
      return (
        parseLength(text, units === 'metric' ? 'mm' : 'in') ?? bad('a length such as 25 mm, 3 cm or 1 1/4 in')
      );
    case 'stops':
      return decimal(t.replace(/\s*stops?$/, '')) ?? bad('stops, such as 1.5 or -2');
    case 'share': {
      const part = /^1\s*\/\s*(\d+)$/.exec(t);
      if (part?.[1] && Number(part[1]) > 0) return 1 / Number(part[1]);
      const stops = /\s*stops?$/.test(t) ? decimal(t.replace(/\s*stops?$/, '')) : null;
      if (stops !== null) return 2 ** stops;
      const value = decimal(t.replace(/\s*%$/, ''));
      return value === null ? bad('a percentage such as 25 %, a part such as 1/4, or −2 stops') : value / 100;
    }
    case 'degrees':
      return decimal(t.replace(/\s*(°|deg|degrees)$/, '')) ?? bad('an angle such as 45°');
    case 'aperture':
      return decimal(t.replace(/^f\s*\/?\s*/, '')) ?? bad('an f-number such as f/2.8');
    case 'shutter': {
      const fraction = /^1\s*\/\s*(\d+(?:[.,]\d+)?)\s*s?$/.exec(t);
      if (fraction?.[1] && Number(fraction[1]) > 0) return 1 / Number(fraction[1].replace(',', '.'));
      return decimal(t.replace(/\s*s$/, '')) ?? bad('a time such as 1/100 s or 0.5 s');
    }
    case 'speed':
      return decimal(t.replace(/\s*m\/s$/, '')) ?? bad('a speed such as 0.5 m/s');
    case 'kelvin':
      return decimal(t.replace(/\s*k$/, '')) ?? bad('a colour temperature such as 5600 K');
    case 'lux':
      return decimal(t.replace(/\s*(lx|lux)$/, '')) ?? bad('an illuminance such as 8000 lx');
    case 'number':
      return decimal(t.replace(/^iso\s*/, '')) ?? bad('a number');
    default: {
      const [, typed, accepted] = PLAIN[kind];
      return decimal(t.replace(typed, '')) ?? bad(accepted);
    }
  }
}

/** For reading; with its unit, and a real minus sign. */
export function show(value: number, kind: Kind, units: Units): string {
  return plain(value, kind, units).replace(/^-/, '−');
}

function plain(value: number, kind: Kind, units: Units): string {
  switch (kind) {
    case 'length':
    case 'millimetres':
      return formatLength(value, units);
    case 'stops':
      return `${value.toFixed(1)} ${Math.abs(value) === 1 ? 'stop' : 'stops'}`;
    case 'share':
      return `${Math.abs(value) < 0.1 ? Number((value * 100).toPrecision(2)) : Math.round(value * 1000) / 10} %`;
    case 'degrees':
      return `${Math.round(value * 10) / 10}°`;
    case 'aperture':
      return `f/${Math.round(value * 10) / 10}`;
    case 'shutter':
      return value >= 0.3 ? `${Math.round(value * 100) / 100} s` : `1/${Math.round(1 / value)} s`;
    case 'speed':
      return `${Math.round(value * 1000) / 1000} m/s`;
    case 'kelvin':
      return `${Math.round(value)} K`;
    case 'lux':
      return `${Math.abs(value) < 10 ? Number(value.toPrecision(2)) : Math.round(value)} lx`;
    case 'number':
      return String(Math.round(value * 100) / 100);
    case 'euro':
      return `${value.toFixed(2)} €`;
    default:
      return `${Math.round(value * 1000) / 1000} ${PLAIN[kind][0]}`;
  }
}
