// Arguments of facts as text, in the units of the display; the same rules as src/wenlo/messages/values.py.
import type { Schemas } from '../api/client';
import { formatLength, METRES_PER_INCH, rounded, type Units } from '../units/length';

export type Fact = Schemas['FactResult'];
export type Argument = Schemas['ArgumentResult'];

/** A length that sixteenths of an inch miss by more than this share stays metric. */
const CLOSE = 0.04;

/** A number without zeros that say nothing. */
function trimmed(value: number, digits = 1): string {
  const text = rounded(value, digits);
  return text.includes('.') ? text.replace(/\.?0+$/, '') : text;
}

const millimetres = (metres: number) => `${trimmed(metres * 1000)} mm`;

/** A length as a tape has it; what sixteenths cannot say stays metric, as drills and thin sheet are sold. */
export function tape(metres: number, units: Units): string {
  const nearest = (Math.round((metres / METRES_PER_INCH) * 16) * METRES_PER_INCH) / 16;
  if (units === 'imperial' && Math.abs(nearest - metres) > CLOSE * Math.abs(metres))
    return millimetres(metres);
  return formatLength(metres, units);
}

const NUMBERS: Record<string, (value: number, units: Units) => string> = {
  length: tape,
  fine: (v, units) => (units === 'metric' ? millimetres(v) : formatLength(v, units)),
  drill: (v, units) => (units === 'metric' ? millimetres(v) : tape(v, units)),
  count: (v) => rounded(v, 0),
  angle: (v) => `${rounded((v * 180) / Math.PI, 0)}°`,
  celsius: (v) => `${rounded(v, 0)} °C`,
  force: (v) => `${rounded(v, 0)} N`,
  stops: (v) => trimmed(v, Math.abs(v) >= 3 ? 0 : 1),
};

/** A number, a size, a label or a choice as text. */
export function shown({ kind, value }: Argument, units: Units): string {
  if (kind === 'size' && Array.isArray(value))
    return value.map((side) => tape(Number(side), units)).join(' × ');
  if (typeof value === 'number') return NUMBERS[kind]?.(value, units) ?? String(value);
  return String(value);
}
