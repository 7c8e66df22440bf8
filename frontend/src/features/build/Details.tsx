// What the pieces need besides cutting: holes and fasteners, templates at full size, parts to print.
import type { Build } from '../../shared/api/client';
import { formatLength, type Units } from '../../shared/units/length';
import css from './build.module.css';

/** A piece's end with its holes, to scale. */
function HoleDrawing({ hole }: { hole: Build['holes'][number] }) {
  const reach = Math.max(...hole.along, 0.02) * 1.5;
  const s = 110 / Math.max(reach, 0.06);
  const tall = Math.max(2 * hole.across, 0.018) * s;
  return (
    <svg className="hole-drawing" width={116} height={Math.min(tall, 60) + 8} aria-hidden="true">
      <path d={`M114 2 H4 V${Math.min(tall, 60) + 4} H114`} className="piece" />
      {hole.along
        .filter((x) => x * s < 112)
        .map((x) => (
          <circle
            key={x}
            cx={4 + x * s}
            cy={2 + hole.across * s}
            r={Math.max((hole.diameter / 2) * s, 1.6)}
            className={css.hole}
          />
        ))}
    </svg>
  );
}

export function Holes({ build, units }: { build: Build; units: Units }) {
  const at = (x: number) => formatLength(x, units, true);
  if (!build.holes.length)
    return <p className="faint-words">Nothing is drilled: it is held by joints, tape, clamps or cloth.</p>;
  return (
    <ul className={css.holes}>
      {build.holes.map((h) => (
        <li key={h.name + h.pieces.join() + h.fastener + h.side}>
          <HoleDrawing hole={h} />
          <div>
            <b>
              {h.count} × {h.name} {at(h.diameter)}
            </b>{' '}
            {h.depth === null ? 'through' : `${at(h.depth)} deep`} in {h.pieces.join(', ')}
            <small>
              {h.along.map(at).join(' and ')} from the end, {at(h.across)} from the edge ({h.side}); {h.note}
              {h.longest === null ? '' : `; no screw longer than ${at(h.longest)}`}
            </small>
          </div>
        </li>
      ))}
    </ul>
  );
}

export function Templates({ build, units, id }: { build: Build; units: Units; id: string }) {
  if (!build.templates.length) return <p className="faint-words">Nothing needs a template.</p>;
  return (
    <>
      <p className="faint">
        Printed at full size with a ruler to check the printer;{' '}
        <a href={`/api/shoots/${id}/templates.svg`}>SVG</a> and{' '}
        <a href={`/api/shoots/${id}/templates.dxf`}>DXF</a> for a laser or plotter.
      </p>
      <ul className={css.templates}>
        {build.templates.map((t) => {
          const s = 92 / Math.max(t.width, t.height);
          const loop = (points: number[][]) =>
            points.map(([x = 0, y = 0]) => `${2 + x * s},${2 + (t.height - y) * s}`).join(' ');
          return (
            <li key={t.name}>
              <svg width={t.width * s + 4} height={t.height * s + 4} aria-hidden="true">
                <polygon points={loop(t.outline)} className={css.clothPiece} />
                {t.holes.map((hole) => (
                  <polygon key={loop(hole)} points={loop(hole)} className={css.hole} />
                ))}
                {t.folds.map(([a = [], b = []]) => (
                  <line
                    key={`${a}${b}`}
                    x1={2 + (a[0] ?? 0) * s}
                    y1={2 + (t.height - (a[1] ?? 0)) * s}
                    x2={2 + (b[0] ?? 0) * s}
                    y2={2 + (t.height - (b[1] ?? 0)) * s}
                    className={css.fold}
                  />
                ))}
              </svg>
              <div>
                <b>{t.name}</b> {formatLength(t.width, units)} × {formatLength(t.height, units)}
                <small>
                  {t.note ? `${t.note}; ` : ''}
                  {t.pages_a4} page{t.pages_a4 > 1 ? 's' : ''} of A4
                </small>
              </div>
            </li>
          );
        })}
      </ul>
    </>
  );
}

export function Prints({ build, units, id }: { build: Build; units: Units; id: string }) {
  if (!build.prints.length) return <p className="faint-words">This design has no parts to print.</p>;
  return (
    <>
      <p className="faint">
        All of them as one <a href={`/api/shoots/${id}/prints.3mf`}>3MF</a> file, or one by one as STL.
      </p>
      <ul className={css.templates}>
        {build.prints.map((p, k) => (
          <li key={p.name}>
            <div>
              <b>
                {p.count} × {p.name}
              </b>{' '}
              {p.size.map((x) => formatLength(x, units)).join(' × ')}, {(p.mass * 1000).toFixed(0)} g each{' '}
              <a href={`/api/shoots/${id}/prints.stl?number=${k}`} aria-label={`STL of the ${p.name}`}>
                STL
              </a>
              <small>
                {p.note ? `${p.note}; ` : ''}
                {p.hints.join('; ')}
              </small>
            </div>
          </li>
        ))}
      </ul>
    </>
  );
}
