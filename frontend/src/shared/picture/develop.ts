// Pictures come as linear half floats; here they get the exposure, the tone curve or the stops view.
import type { Schemas } from '../api/client';

export type Curves = Schemas['PictureCurves'];
export type RawPicture = { width: number; height: number; noise: number; light: Uint16Array };
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

/** Pixels for a canvas. */
export function develop(
  raw: RawPicture,
  curves: Curves,
  factor: number,
  look: Look,
): Uint8ClampedArray<ArrayBuffer> {
  const count = raw.width * raw.height;
  const pixels = new Uint8ClampedArray(4 * count);
  const { light } = raw;
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
    const [r, g, b] = [0, 1, 2].map((k) => linear[light[3 * i + k] ?? 0] ?? 0) as [number, number, number];
    const colour = colours[bandOf(curves, (0.2126 * r + 0.7152 * g + 0.0722 * b) * factor)] ?? [0, 0, 0];
    for (let k = 0; k < 3; k++) pixels[4 * i + k] = colour[k] ?? 0;
    pixels[4 * i + 3] = 255;
  }
  return pixels;
}
