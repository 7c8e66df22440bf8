// Wishes that were read off a photograph: in words with their ±, and as edits of the Brief.
import type { Schemas } from '../../shared/api/client';
import type { Edit } from '../../shared/state/store';
import { formatLength } from '../../shared/units/length';

export type ReadWish = Schemas['ReadWishResult'];
type Units = 'metric' | 'imperial';

const NAMES: Record<ReadWish['key'], string> = {
  key_side: 'Key from',
  key_height: 'Key height',
  contrast: 'Contrast',
  background: 'Background',
  shadow_edge: 'Shadow edge',
};

export const nameOf = (wish: ReadWish) => NAMES[wish.key];

/** From here on a key is from a side, and up to here not from behind. */
const ASIDE = 12;

export function sideOf(degrees: number): 'either' | 'left' | 'right' {
  if (Math.abs(degrees) < ASIDE || Math.abs(degrees) > 180 - ASIDE) return 'either';
  return degrees > 0 ? 'right' : 'left';
}

function sideWords(degrees: number): string {
  const around = Math.round(Math.abs(degrees));
  const side = sideOf(degrees);
  return side === 'either' ? `${around}° from the camera` : `${around}° to the ${side} of the camera`;
}

/** What was read, with its 95 % half-width; or why it could not be. */
export function wordsOf(wish: ReadWish, units: Units): string {
  const { value, error } = wish;
  if (value === null || error === null) return wish.problem;
  if (wish.key === 'key_side') return `${sideWords(value)}, ± ${Math.round(error)}°`;
  if (wish.key === 'key_height')
    return `${Math.abs(Math.round(value))}° ${value < 0 ? 'below' : 'over'} the eyes, ± ${Math.round(error)}°`;
  if (wish.key === 'shadow_edge') return `${formatLength(value, units)}, ± ${formatLength(error, units)}`;
  return `${value.toFixed(1)} stops, ± ${error.toFixed(1)}`;
}

const within = (value: number, low: number, high: number) => Math.min(Math.max(value, low), high);

/** The edits that make them the Brief's wishes, each within what it takes. */
export function editsOf(wishes: ReadWish[]): Edit[] {
  return wishes.flatMap(({ key, value }): Edit[] => {
    if (value === null) return [];
    const path = `brief.wanted.${key}`;
    if (key === 'key_side')
      return [
        { path, value: sideOf(value) },
        { path: 'brief.wanted.key_angle', value: Math.round(Math.abs(value)) },
      ];
    if (key === 'key_height') return [{ path, value: Math.round(within(value, -30, 90)) }];
    if (key === 'contrast') return [{ path, value: Math.round(within(value, 0, 8) * 10) / 10 }];
    if (key === 'background') return [{ path, value: Math.round(within(value, -8, 3) * 10) / 10 }];
    return [{ path, value: Math.round(within(value, 0.0005, 0.5) * 10000) / 10000 }];
  });
}
