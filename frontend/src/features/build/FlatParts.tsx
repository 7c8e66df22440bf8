// Boards and cloth to cut, each with its label and size, all on one scale.
import type { Build } from '../../shared/api/client';
import { useSize } from '../../shared/ui/useSize';
import { formatLength, type Units } from '../../shared/units/length';

const GAP = 14;
const LETTERS = 30;

type Placed = { x: number; y: number; w: number; h: number; piece: Build['cloth'][number] };

/** Rows from left to right; the largest scale at which all rows fit. */
export function placed(pieces: Build['cloth'], width: number, height: number): Placed[] {
  for (let scale = 400; scale > 4; scale *= 0.94) {
    const rows: Placed[] = [];
    let [x, y, tallest] = [0, 0, 0];
    for (const piece of pieces) {
      const [a = 0, b = 0] = piece.cut;
      const [w, h] = [Math.max(a, b) * scale, Math.min(a, b) * scale];
      if (x > 0 && x + w > width) {
        x = 0;
        y += tallest + GAP + LETTERS;
        tallest = 0;
      }
      rows.push({ x, y, w, h, piece });
      x += Math.max(w, 84) + GAP;
      tallest = Math.max(tallest, h);
    }
    if (y + tallest + LETTERS <= height && rows.every((r) => r.x + r.w <= width)) return rows;
  }
  return [];
}

export function FlatParts({ build, units }: { build: Build; units: Units }) {
  const [ref, size] = useSize<HTMLDivElement>();
  const parts = placed(build.cloth, size.width - 8, size.height - 8);
  return (
    <div ref={ref} className="drawing" data-testid="flat-parts">
      {build.cloth.length === 0 ? <p className="faint">Nothing flat has to be cut for it.</p> : null}
      {parts.length ? (
        <svg
          width={size.width}
          height={size.height}
          role="img"
          aria-label="Boards and cloth to cut, on one scale"
        >
          <title>Boards and cloth to cut, on one scale</title>
          {parts.map(({ x, y, w, h, piece }) => {
            const [a = 0, b = 0] = piece.cut;
            return (
              <g key={piece.label} transform={`translate(${x + 4} ${y + 4})`}>
                <title>{piece.note}</title>
                <rect width={w} height={h} className={piece.form === 'board' ? 'piece' : 'cloth-piece'} />
                <text x={4} y={h + 12} className="piece-label">
                  {piece.label}
                </text>
                <text x={4} y={h + 25} className="piece-length">
                  {formatLength(Math.max(a, b), units)} × {formatLength(Math.min(a, b), units)}
                </text>
              </g>
            );
          })}
        </svg>
      ) : null}
    </div>
  );
}
