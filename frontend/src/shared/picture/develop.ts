// Pictures come as linear half floats, one of each lamp; here they are added up and get the exposure, the tone curve or the stops view.
import type { Schemas } from '../api/client';

export type Curves = Schemas['PictureCurves'];
/** A place on the subject's outline in shares of the picture, with the light on both sides by lamp. */
export type OutlinePlace = { place: string; at: [number, number]; inside: number[][]; outside: number[][] };
/** Half floats, lamp by lamp: RGB in rows from the top. */
export type RawPicture = {
  width: number;
  height: number;
  lamps: number;
  noise: number;
  light: Uint16Array;
  outline: OutlinePlace[];
};
export type Look = 'picture' | 'stops';

/** Value of a half float (IEEE 754 binary16) that is not negative. */
export function halfValue(bits: number): number {
  const exponent = (bits >> 10) & 31;
  const fraction = bits & 1023;
  return exponent === 0 ? fraction * 2 ** -24 : (1 + fraction / 1024) * 2 ** (exponent - 15);
}

const HALVES = 31744;
let values: Float32Array | null = null;

function halves(): Float32Array {
  if (!values) {
    values = new Float32Array(HALVES);
    for (let i = 0; i < HALVES; i++) values[i] = halfValue(i);
  }
  return values;
}

/** Screen value, 0 to 255, of every half float once it is multiplied by ``factor``. */
export function toneTable(curves: Curves, factor: number): Uint8ClampedArray {
  const table = new Uint8ClampedArray(HALVES);
  const { shown, lowest, steps_per_stop, middle_grey } = curves;
  const last = shown.length - 1;
  halves().forEach((value, i) => {
    const step = (Math.log2((value * factor) / middle_grey) - lowest) * steps_per_stop;
    const at = Math.min(Math.max(step, 0), last);
    const low = Math.floor(at);
    const a = shown[low] ?? 0;
    const b = shown[Math.min(low + 1, last)] ?? a;
    table[i] = 255 * (value > 0 ? a + (b - a) * (at - low) : 0);
  });
  return table;
}

/** The band of the stops view that a linear value falls in. */
export function bandOf(curves: Curves, linear: number): number {
  const stops = Math.log2(Math.max(linear, 1e-9) / curves.middle_grey);
  const found = curves.bands.findIndex((b) => b.high === null || stops < b.high);
  return found < 0 ? curves.bands.length - 1 : found;
}

function rgb(hex: string): [number, number, number] {
  const n = Number.parseInt(hex.slice(1), 16);
  return [n >> 16, (n >> 8) & 255, n & 255];
}

const SHIFT = 13;
const BIAS = (127 - 15) << 10;
const MOST = HALVES - 1;

/** The sum over lamps, each channel multiplied by its weight, as positions in a table of half floats. */
export function combined(raw: RawPicture, weights: number[][]): Uint16Array {
  const channels = 3 * raw.width * raw.height;
  const linear = halves();
  const sum = new Float32Array(channels);
  for (let lamp = 0; lamp < raw.lamps; lamp++) {
    const [r = 0, g = 0, b = 0] = weights[lamp] ?? [];
    if (r + g + b <= 0) continue;
    const start = lamp * channels;
    const factors = [r, g, b];
    for (let i = 0; i < channels; i++)
      sum[i] = (sum[i] ?? 0) + (factors[i % 3] ?? 0) * (linear[raw.light[start + i] ?? 0] ?? 0);
  }
  // a float without its last thirteen bits, its exponent moved, is the nearest half float below
  const bits = new Uint32Array(sum.buffer);
  const places = new Uint16Array(channels);
  for (let i = 0; i < channels; i++)
    places[i] = Math.min(Math.max(((bits[i] ?? 0) >>> SHIFT) - BIAS, 0), MOST);
  return places;
}

/** What each lamp's light in the picture is multiplied by: its colour at full power, its power, and whether it is on. */
export function lampWeights(colours: number[][], lamps: { power: number; on: boolean }[]): number[][] {
  return lamps.map((lamp, i) => (colours[i] ?? [1, 1, 1]).map((c) => (lamp.on ? c * lamp.power : 0)));
}

const luminance = (rgb: number[]) => 0.2126 * (rgb[0] ?? 0) + 0.7152 * (rgb[1] ?? 0) + 0.0722 * (rgb[2] ?? 0);

/** Stops of the subject over what is behind it at a place of its outline; null in the dark. */
export function separation(place: OutlinePlace, weights: number[][]): number | null {
  const sum = (rows: number[][]) =>
    rows.reduce((total, row, lamp) => total + luminance(row.map((x, k) => x * (weights[lamp]?.[k] ?? 0))), 0);
  const [inside, outside] = [sum(place.inside), sum(place.outside)];
  return inside > 0 && outside > 0 ? Math.log2(inside / outside) : null;
}

/** Pixels for a canvas. */
export function develop(
  raw: RawPicture,
  curves: Curves,
  factor: number,
  look: Look,
  weights: number[][] = [[1, 1, 1]],
): Uint8ClampedArray<ArrayBuffer> {
  const count = raw.width * raw.height;
  const pixels = new Uint8ClampedArray(4 * count);
  const light = combined(raw, weights);
  if (look === 'picture') {
    const table = toneTable(curves, factor);
    for (let i = 0; i < count; i++) {
      for (let k = 0; k < 3; k++) pixels[4 * i + k] = table[light[3 * i + k] ?? 0] ?? 255;
      pixels[4 * i + 3] = 255;
    }
    return pixels;
  }
  const linear = halves();
  const colours = curves.bands.map((b) => rgb(b.colour));
  for (let i = 0; i < count; i++) {
    const seen = [0, 1, 2].map((k) => linear[light[3 * i + k] ?? 0] ?? 0);
    const colour = colours[bandOf(curves, luminance(seen) * factor)] ?? [0, 0, 0];
    for (let k = 0; k < 3; k++) pixels[4 * i + k] = colour[k] ?? 0;
    pixels[4 * i + 3] = 255;
  }
  return pixels;
}

/** Bands of a difference in stops: dark blue is less, brown is more, pale is the same; AA-safe beside each other. */
export const DIFFERENCE_BANDS = [
  { below: -2.5, colour: '#12324f', label: '−3' },
  { below: -1.5, colour: '#2c5f8a', label: '−2' },
  { below: -0.5, colour: '#7fa9c9', label: '−1' },
  { below: 0.5, colour: '#f2eee4', label: 'same' },
  { below: 1.5, colour: '#e3b77a', label: '+1' },
  { below: 2.5, colour: '#b8742a', label: '+2' },
  { below: Number.POSITIVE_INFINITY, colour: '#6e3a0c', label: '+3' },
];
const DARK = 1e-4;

/** The second picture against the first, pixel by pixel, in bands of stops. */
export function differenceOf(
  a: RawPicture,
  weightsA: number[][],
  b: RawPicture,
  weightsB: number[][],
): { pixels: Uint8ClampedArray<ArrayBuffer>; bands: typeof DIFFERENCE_BANDS } {
  const count = a.width * a.height;
  const linear = halves();
  const [first, second] = [combined(a, weightsA), combined(b, weightsB)];
  const pixels = new Uint8ClampedArray(4 * count);
  const colours = DIFFERENCE_BANDS.map((band) => rgb(band.colour));
  const at = (places: Uint16Array, i: number) =>
    Math.max(luminance([0, 1, 2].map((k) => linear[places[3 * i + k] ?? 0] ?? 0)), DARK);
  for (let i = 0; i < count; i++) {
    const stops = Math.log2(at(second, i) / at(first, i));
    const colour = colours[DIFFERENCE_BANDS.findIndex((band) => stops < band.below)] ?? [0, 0, 0];
    for (let k = 0; k < 3; k++) pixels[4 * i + k] = colour[k] ?? 0;
    pixels[4 * i + 3] = 255;
  }
  return { pixels, bands: DIFFERENCE_BANDS };
}
