// Arguments of facts as text, in the units of the display; the same rules as src/wenlo/messages/values.py.
import type { Schemas } from '../api/client';
import { formatLength, METRES_PER_INCH, rounded, type Units } from '../units/length';

export type Fact = Schemas['FactResult'];
export type Argument = Schemas['ArgumentResult'];

/** Says a message of values.ftl. */
export type Words = (code: string, given: Record<string, string | number>) => string;

/** A length that sixteenths of an inch miss by more than this share stays metric. */
const CLOSE = 0.04;

/** A difference of light that stands for none at all, and one that no camera shows. [stop] */
export const NO_LIGHT = 99;
const DEEPEST = 12;

const THIRDS = 3;

/** A number without zeros that say nothing. */
function trimmed(value: number, digits = 1): string {
  const text = rounded(value, digits);
  return text.includes('.') ? text.replace(/\.?0+$/, '') : text;
}

/** A number with so many digits that mean something, in full. */
export function significant(value: number, digits: number): string {
  if (value === 0) return '0';
  const places = digits - 1 - Math.floor(Math.log10(Math.abs(value)));
  if (places >= 0) return rounded(value, places);
  return rounded(Number(rounded(value * 10 ** places, 0)) * 10 ** -places, 0);
}

/** A reading and its half-width, both to the first digit of the half-width. */
export function withHalfWidth(value: number, half: number): string {
  if (!(half > 0)) return significant(value, 3);
  const places = -Math.floor(Math.log10(half));
  const step = 10 ** -places;
  const toStep = (number: number) => rounded(Number(rounded(number / step, 0)) * step, Math.max(places, 0));
  return `${toStep(value)} ± ${toStep(half)}`;
}

/** Text of an amount with the sign of its value, which nothing has that is shown as zero. */
function signed(text: string, value: number): string {
  return /^[0.]*$/.test(text) ? text : `${value > 0 ? '+' : '−'}${text}`;
}

const millimetres = (metres: number) => `${trimmed(metres * 1000)} mm`;

const degrees = (radians: number) => (radians * 180) / Math.PI;

/** A length as a tape has it; what sixteenths cannot say stays metric, as drills and thin sheet are sold. */
export function tape(metres: number, units: Units): string {
  const nearest = (Math.round((metres / METRES_PER_INCH) * 16) * METRES_PER_INCH) / 16;
  if (units === 'imperial' && Math.abs(nearest - metres) > CLOSE * Math.abs(metres))
    return millimetres(metres);
  return formatLength(metres, units);
}

function stops(value: number, say: Words, sign: boolean): string {
  if (Math.abs(value) >= NO_LIGHT) return say('value_no-light', {});
  const size = rounded(Math.abs(value), 1);
  const text = sign || value < 0 ? signed(size, value) : size;
  return say('value_stops', { text, count: Number(size) });
}

function power(value: number, say: Words): string {
  if (value <= 0) return say('value_no-light', {});
  const clicks = Math.round(Math.log2(value) * THIRDS);
  const whole = Math.floor(clicks / THIRDS);
  const thirds = clicks - whole * THIRDS;
  const part = whole < 0 ? `1/${2 ** -whole}` : say('value_times-full', { text: String(2 ** whole) });
  const base = whole === 0 ? say('value_full', {}) : part;
  return thirds === 0 ? base : `${base} + ${thirds}/3`;
}

const NUMBERS: Record<string, (value: number, units: Units, say: Words) => string> = {
  length: tape,
  fine: (v, units) => (units === 'metric' ? millimetres(v) : formatLength(v, units)),
  drill: (v, units) => (units === 'metric' ? millimetres(v) : tape(v, units)),
  count: (v) => rounded(v, 0),
  tenth: (v) => rounded(v, 1).replace('-', '−'),
  hundredth: (v) => rounded(v, 2),
  rough: (v) => significant(v, 3),
  share: (v) => `${rounded(v * 100, Math.abs(v) >= 0.0995 || v === 0 ? 0 : 1)} %`,
  angle: (v) => `${rounded(degrees(v), 0)}°`,
  turn: (v) => `${signed(rounded(Math.abs(degrees(v)), 0), v)}°`,
  celsius: (v) => `${rounded(v, 0)} °C`,
  kelvin: (v) => `${rounded(v / 100, 0)}00 K`,
  force: (v) => `${rounded(v, 0)} N`,
  mass: (v) => `${rounded(v, Math.abs(v) < 10 ? 2 : 1)} kg`,
  speed: (v) => `${trimmed(v, 3)} m/s`,
  luminance: (v) => `${significant(v, 2)} cd/m²`,
  stops: (v) => trimmed(v, Math.abs(v) >= 3 ? 0 : 1),
  in_stops: (v, _, say) => stops(v, say, false),
  by_stops: (v, _, say) => stops(v, say, true),
  deep_stops: (v, _, say) =>
    v >= DEEPEST ? say('value_over', { text: stops(DEEPEST, say, false) }) : stops(v, say, false),
  power: (v, _, say) => power(v, say),
};

/** A number, a size, a label or a choice as text. */
export function shown({ kind, value }: Argument, units: Units, say: Words): string {
  if (value === null) return '–';
  if (Array.isArray(value) && kind === 'size')
    return value.map((side) => tape(Number(side), units)).join(' × ');
  if (Array.isArray(value) && kind === 'reading') return withHalfWidth(Number(value[0]), Number(value[1]));
  if (typeof value === 'number') return NUMBERS[kind]?.(value, units, say) ?? String(value);
  return String(value);
}
