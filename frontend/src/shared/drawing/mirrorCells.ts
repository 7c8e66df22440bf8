// From rows of part numbers to outlines of cells and a place for a label.

/** Path of the cells of one part, row by row in runs; one unit is one cell. */
export function cellPath(shown: number[][], part: number): string {
  let path = '';
  shown.forEach((row, y) => {
    let start = -1;
    for (let x = 0; x <= row.length; x++) {
      const here = x < row.length && row[x] === part;
      if (here && start < 0) start = x;
      if (!here && start >= 0) {
        path += `M${start} ${y}h${x - start}v1h${start - x}z`;
        start = -1;
      }
    }
  });
  return path;
}

/** The cell of a part that is nearest to the middle of all its cells, or null where there is none. */
export function labelPlace(shown: number[][], part: number): { x: number; y: number } | null {
  const cells = shown.flatMap((row, y) => row.flatMap((p, x) => (p === part ? [{ x, y }] : [])));
  if (!cells.length) return null;
  const mean = (pick: (c: { x: number; y: number }) => number) =>
    cells.reduce((sum, c) => sum + pick(c), 0) / cells.length;
  const [mx, my] = [mean((c) => c.x), mean((c) => c.y)];
  const away = (c: { x: number; y: number }) => (c.x - mx) ** 2 + (c.y - my) ** 2;
  return cells.reduce((best, c) => (away(c) < away(best) ? c : best));
}
