import { contours } from 'd3-contour';

/** Bands in stops below the brightest patch; each darker than the one before it. */
export const BANDS = [0.5, 1, 1.5, 2, 3, 4] as const;

export type Band = { stops: number; path: string };

/** Regions at least as dark as each band, as SVG paths in the unit square (y downward). Row 0 is the bottom. */
export function bands(map: number[][]): Band[] {
  const height = map.length;
  const width = map[0]?.length ?? 0;
  if (!width) return [];
  const values = [...map].reverse().flatMap((row) => row.map((stops) => -stops));
  const draw = contours().size([width, height]);
  return BANDS.map((stops) => ({
    stops,
    path: draw
      .contour(values, stops)
      .coordinates.flatMap((polygon) =>
        polygon.map(
          (ring) =>
            `M${ring.map(([x, y]) => `${((x ?? 0) / width).toFixed(4)} ${((y ?? 0) / height).toFixed(4)}`).join('L')}Z`,
        ),
      )
      .join(''),
  }));
}
