// What the pieces need besides cutting: holes and fasteners, templates at full size, parts to print.

import type { Build } from '../../shared/api/client';
import { useBuildPageWords } from '../../shared/messages/build-page';
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
  const t = useBuildPageWords();
  const at = (x: number) => formatLength(x, units, true);
  if (!build.holes.length) return <p className="faint-words">{t('build-page-nothing-is-drilled-it-is')}</p>;
  return (
    <ul className={css.holes}>
      {build.holes.map((h) => (
        <li key={h.name + h.pieces.join() + h.fastener + h.side}>
          <HoleDrawing hole={h} />
          <div>
            <b>
              {h.count} × {h.name} {at(h.diameter)}
            </b>{' '}
            {t('build-page-in', {
              deep: h.depth === null ? t('build-page-through') : t('build-page-deep', { depth: at(h.depth) }),
              pieces: h.pieces.join(', '),
            })}
            <small>
              {t('build-page-from-the-end-from-the', {
                and: h.along.map(at).join(' and '),
                across: at(h.across),
                side: h.side,
                note: h.note,
                longest:
                  h.longest === null ? '' : t('build-page-no-screw-longer-than', { longest: at(h.longest) }),
              })}
            </small>
          </div>
        </li>
      ))}
    </ul>
  );
}

export function Templates({ build, units, id }: { build: Build; units: Units; id: string }) {
  const words = useBuildPageWords();
  if (!build.templates.length)
    return <p className="faint-words">{words('build-page-nothing-needs-a-template')}</p>;
  return (
    <>
      <p className="faint">
        {words('build-page-printed-at-full-size-with')}{' '}
        <a href={`/api/shoots/${id}/templates.svg`}>{words('build-page-svg')}</a> {words('build-page-and')}{' '}
        <a href={`/api/shoots/${id}/templates.dxf`}>{words('build-page-dxf')}</a>{' '}
        {words('build-page-for-a-laser-or-plotter')}
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
                  {words('build-page-page-of-a4', {
                    note: t.note ? `${t.note}; ` : '',
                    pages: { kind: 'count', value: t.pages_a4 },
                  })}
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
  const t = useBuildPageWords();
  if (!build.prints.length) return <p className="faint-words">{t('build-page-this-design-has-no-parts')}</p>;
  return (
    <>
      <p className="faint">
        {t('build-page-all-of-them-as-one')}{' '}
        <a href={`/api/shoots/${id}/prints.3mf`}>{t('build-page-3mf')}</a>{' '}
        {t('build-page-file-or-one-by-one')}
      </p>
      <ul className={css.templates}>
        {build.prints.map((p, k) => (
          <li key={p.name}>
            <div>
              <b>
                {p.count} × {p.name}
              </b>{' '}
              {t('build-page-g-each', {
                x: p.size.map((x) => formatLength(x, units)).join(' × '),
                mass: (p.mass * 1000).toFixed(0),
              })}{' '}
              <a
                href={`/api/shoots/${id}/prints.stl?number=${k}`}
                aria-label={t('build-page-stl-of-the', { name: p.name })}
              >
                {t('build-page-stl')}
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
