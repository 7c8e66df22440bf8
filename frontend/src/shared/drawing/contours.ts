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

/**
 * Where the middle column of the map, from the bright middle upward, first reaches each band: y in the unit square.
 * Labels nearer to the one before than `apart` are left out.
 */
export function bandLabels(map: number[][], apart: number): { stops: number; y: number }[] {
  const column = map.map((row) => -(row[Math.floor(row.length / 2)] ?? 0));
  const peak = column.indexOf(Math.min(...column));
  let last = Number.POSITIVE_INFINITY;
  return BANDS.flatMap((stops) => {
    const row = column.findIndex((value, i) => i > peak && value >= stops);
    const y = 1 - row / map.length;
    if (row < 0 || last - y < apart) return [];
    last = y;
    return [{ stops, y }];
  });
}
