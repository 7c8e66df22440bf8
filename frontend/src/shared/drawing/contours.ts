import { contours } from 'd3-contour';

/** Bands in stops below the brightest patch; each darker than the one before it. */
export const BANDS = [0.5, 1, 1.5, 2, 3, 4] as const;

export type Band = { stops: number; path: string };

/** Regions at least as dark as each band below the brightest, as SVG paths; see `regions`. */
export const bands = (map: number[][]): Band[] => regions(map, BANDS);

/** Regions at least so many stops down, as SVG paths in the unit square (y downward). Row 0 is the bottom. */
export function regions(map: number[][], levels: readonly number[]): Band[] {
  const height = map.length;
  const width = map[0]?.length ?? 0;
  if (!width) return [];
  const values = [...map].reverse().flatMap((row) => row.map((stops) => -stops));
  const draw = contours().size([width, height]);
  return levels.map((stops) => ({
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

/** Whole stops that occur in a map, each at the place where the light is nearest to it, away from the borders. */
export function contourLabels(map: number[][]): { stops: number; x: number; y: number }[] {
  const rows = map.length;
  const columns = map[0]?.length ?? 0;
  const found = new Map<number, { off: number; x: number; y: number }>();
  for (let row = 1; row < rows - 1; row++)
    for (let column = 1; column < columns - 1; column++) {
      const value = map[row]?.[column] ?? 0;
      const stops = Math.round(value);
      const off = Math.abs(value - stops);
      if (stops >= -5 && stops <= 2 && off < (found.get(stops)?.off ?? 0.3))
        found.set(stops, { off, x: (column + 0.5) / columns, y: 1 - (row + 0.5) / rows });
    }
  const placed: { stops: number; x: number; y: number }[] = [];
  for (const [stops, at] of [...found].sort((a, b) => b[0] - a[0]))
    if (placed.every((p) => Math.hypot(p.x - at.x, p.y - at.y) > 0.12))
      placed.push({ stops, x: at.x, y: at.y });
  return placed;
}
