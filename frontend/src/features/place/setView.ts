// Colours of the set in three dimensions: as it is lit, in stops from the key, or plain.
import type { Schemas } from '../../shared/api/client';

export type SetSolid = Schemas['SetSolidResult'];
export type Shading = 'light' | 'stops' | 'plain';

export const SHADINGS: { value: Shading; label: string; title: string }[] = [
  { value: 'light', label: 'light', title: 'As it is lit: what each surface sends to the eye' },
  { value: 'stops', label: 'stops', title: 'The light on each surface in stops from the key' },
  { value: 'plain', label: 'plain', title: 'Without its light' },
];

type Rgb = [number, number, number];

/** What a white that is lit as the key is comes to in the picture; brighter things close up to white. */
const EXPOSURE = 1.5;

/** A linear value as it is shown: dark as it is, bright with a shoulder. */
export const toned = (value: number): number => 1 - Math.exp(-EXPOSURE * Math.max(value, 0));

/** The band of `levels` that a place falls in, the first the brightest; each level begins that many stops under the key. */
export function bandOf(stops: number, levels: number[]): number {
  let band = 0;
  for (const [i, from] of levels.entries()) if (-stops >= from) band = i;
  return band;
}

/** Linear colours of all places of a solid, in a row. */
export function coloursOf(
  solid: SetSolid,
  shading: Shading,
  levels: number[],
  bands: Rgb[],
): number[] | null {
  if (shading === 'plain' || !solid.light?.length || !solid.stops?.length) return null;
  if (shading === 'light') return solid.light.map(toned);
  return solid.stops.flatMap((stop) => bands[bandOf(stop, levels)] ?? [0.5, 0.5, 0.5]);
}

/** The colour of a material without light, light enough that its shape is seen. */
export const plainColour = ({ colour }: Pick<SetSolid, 'colour'>): Rgb => {
  const [red = 0, green = 0, blue = 0] = colour;
  return [Math.max(red, 0.03), Math.max(green, 0.03), Math.max(blue, 0.03)];
};
