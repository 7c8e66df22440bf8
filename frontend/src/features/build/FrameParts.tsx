// The finished frame with the label of every piece where it goes, true to scale.
import type { Build, FrameShoot } from '../../shared/api/client';
import { fitScale } from '../../shared/drawing/scale';
import { useSize } from '../../shared/ui/useSize';
import { formatLength } from '../../shared/units/length';
import css from './build.module.css';

type Place = { name: string; x1: number; y1: number; x2: number; y2: number };

export function FrameParts({ build, document }: { build: Build; document: FrameShoot }) {
  const [ref, size] = useSize<HTMLDivElement>();
  const { design, units } = document;
  const w = design.width / 2;
  const top = design.top_height;
  const low = top - design.height;
  // Feet point out of the page; they are drawn turned into it so that their length can be seen.
  const foot = design.foot_length / 2;
  const skew = 0.32;
  const s = fitScale(
    { left: -w - foot * 0.9 - 0.12, right: w + foot * 0.9 + 0.12, bottom: -foot * skew, top },
    size,
    { left: 6, right: 6, top: 24, bottom: 12 },
  );
  const places: Place[] = [
    { name: 'rail', x1: -w, y1: top, x2: w, y2: top },
    { name: 'rail', x1: -w, y1: low, x2: w, y2: low },
    { name: 'side', x1: -w, y1: low, x2: -w, y2: top },
    { name: 'side', x1: w, y1: low, x2: w, y2: top },
    { name: 'leg', x1: -w, y1: 0, x2: -w, y2: low },
    { name: 'leg', x1: w, y1: 0, x2: w, y2: low },
    { name: 'upright', x1: -w, y1: 0, x2: -w, y2: top },
    { name: 'upright', x1: w, y1: 0, x2: w, y2: top },
    ...[-w, w].flatMap((x) => [
      { name: 'half of a foot', x1: x, y1: 0, x2: x + foot * 0.8, y2: foot * skew },
      { name: 'half of a foot', x1: x, y1: 0, x2: x - foot * 0.8, y2: -foot * skew },
      { name: 'foot', x1: x - foot * 0.8, y1: -foot * skew, x2: x + foot * 0.8, y2: foot * skew },
    ]),
  ];
  const pieces = build.bars
    .flatMap((bar) => bar.pieces)
    .sort((a, b) => a.label.localeCompare(b.label, 'en', { numeric: true }));
  const byName = Map.groupBy(pieces, (p) => p.name);
  const drawn = [...Map.groupBy(places, (p) => p.name)].flatMap(([name, spots]) => {
    const labels = (byName.get(name) ?? []).map((p) => p.label);
    if (!labels.length) return [];
    const each = labels.length / spots.length;
    return spots.map((spot, i) => ({ ...spot, labels: labels.slice(i * each, (i + 1) * each) }));
  });
  return (
    <div ref={ref} className="drawing">
      {size.width > 0 ? (
        <svg
          width={size.width}
          height={size.height}
          role="img"
          aria-label="The frame with the label of every piece"
        >
          <rect
            x={s.x(-w)}
            y={s.y(top)}
            width={s.x(w) - s.x(-w)}
            height={s.y(low) - s.y(top)}
            className={css.sheetFill}
          />
          {drawn.map((d) => (
            <path
              key={d.labels.join()}
              d={`M${s.x(d.x1)} ${s.y(d.y1)} L${s.x(d.x2)} ${s.y(d.y2)}`}
              className="member"
            />
          ))}
          {drawn.flatMap((d) =>
            d.labels.map((label, i) => {
              const t = (i + 0.5) / d.labels.length;
              return (
                <g
                  key={label}
                  transform={`translate(${s.x(d.x1 + (d.x2 - d.x1) * t)} ${s.y(d.y1 + (d.y2 - d.y1) * t)})`}
                  className={css.tag}
                >
                  <rect x={-13} y={-9} width={26} height={18} rx={9} />
                  <text y={4} textAnchor="middle">
                    {label}
                  </text>
                </g>
              );
            }),
          )}
          <text x={s.x(0)} y={s.y((top + low) / 2)} textAnchor="middle" className="faint">
            {formatLength(design.width, units)} × {formatLength(design.height, units)}
          </text>
        </svg>
      ) : null}
    </div>
  );
}
