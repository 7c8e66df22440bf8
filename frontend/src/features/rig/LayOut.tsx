// Floor marks measured from two points, so that one person with one tape can set everything.

import { Button } from 'antd';
import type { Shoot } from '../../shared/api/client';
import type { Rig } from '../../shared/api/rig';
import { fitScale } from '../../shared/drawing/scale';
import { WetPlaces, wetBounds } from '../../shared/drawing/WetPlaces';
import { useRigWords } from '../../shared/messages/rig';
import { useSize } from '../../shared/ui/useSize';
import { formatLength, type Units } from '../../shared/units/length';
import css from './rig.module.css';

export function LayOut(props: { rig: Rig; document: Shoot; id: string }) {
  const t = useRigWords();
  const { rig, document, id } = props;
  const units: Units = document.units;
  const [ref, size] = useSize<HTMLDivElement>();
  const [a, b] = rig.references;
  const points = [...rig.marks, ...rig.references, ...wetBounds(document, rig.water_reach)];
  const left = Math.min(...points.map((m) => m.x));
  const back = Math.max(...points.map((m) => m.y));
  const bounds = {
    left,
    right: Math.max(...points.map((m) => m.x), left + 1),
    bottom: Math.min(...points.map((m) => m.y), back - 1),
    top: back,
  };
  const tall = Math.min(260, ((size.width - 60) * (back - bounds.bottom)) / (bounds.right - left) + 44);
  const s = fitScale(
    bounds,
    { width: size.width, height: tall },
    { left: 30, right: 30, top: 22, bottom: 22 },
  );
  const at = (m: { x: number; y: number }) => ({ x: s.x(m.x), y: s.y(m.y) });
  return (
    <div className={css.layOut}>
      <p>
        <b>A</b> {a?.name}. <b>B</b> {b?.name}
        {t('rig-hook-the-tape-at-a')}
      </p>
      <div ref={ref}>
        {size.width > 0 ? (
          <svg width={size.width} height={tall} role="img" aria-label={t('rig-floor-marks-from-above')}>
            <WetPlaces document={document} scale={s} reach={rig.water_reach} />
            {a && b ? (
              <line x1={at(a).x} y1={at(a).y} x2={at(b).x} y2={at(b).y} className={css.backWall} />
            ) : null}
            {rig.references.map((r, k) => (
              <g key={r.name} className={`${css.floorMark} ${css.reference}`}>
                <text x={at(r).x + (k ? 10 : -10)} y={at(r).y + 5} textAnchor={k ? 'start' : 'end'}>
                  {'AB'[k]}
                </text>
              </g>
            ))}
            {rig.marks.map((m, k) => {
              const { x, y } = at(m);
              return (
                <g key={m.name} className={css.floorMark}>
                  <circle cx={x} cy={y} r={9} />
                  <text x={x} y={y + 4} textAnchor="middle">
                    {k + 1}
                  </text>
                </g>
              );
            })}
          </svg>
        ) : null}
      </div>
      {document.rig.wet.length ? (
        <p className="faint">
          {t('rig-dashed-round-water-nothing-fed', { water_reach: formatLength(rig.water_reach, units) })}
        </p>
      ) : null}
      <table className={`list ${css.marks}`}>
        <caption className="sr-only">{t('rig-floor-marks')}</caption>
        <thead>
          <tr>
            <th scope="col">{t('rig-mark')}</th>
            <th scope="col" className="right">
              {t('rig-from-a')}
            </th>
            <th scope="col" className="right">
              {t('rig-from-b')}
            </th>
            <th scope="col" className="right">
              {t('rig-height')}
            </th>
          </tr>
        </thead>
        <tbody>
          {rig.marks.map((m, k) => (
            <tr key={m.name}>
              <td>
                <b>{k + 1}</b> {m.name}
                <small>
                  {[
                    m.tilt === null ? null : `${Math.abs(m.tilt).toFixed(0)}° ${m.tilt >= 0 ? 'down' : 'up'}`,
                    m.turn === null
                      ? null
                      : `${Math.abs(m.turn).toFixed(0)}° ${m.turn >= 0 ? 'right' : 'left'}`,
                    m.aim,
                    m.dial,
                  ]
                    .filter(Boolean)
                    .join(', ')}
                </small>
              </td>
              <td className="right strong">{formatLength(m.first, units)}</td>
              <td className="right strong">{formatLength(m.second, units)}</td>
              <td className="right">{m.height === null ? '' : formatLength(m.height, units)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {rig.looks.length ? (
        <ol className={css.lookDials} aria-label={t('rig-looks-and-their-dials')}>
          {rig.looks.map((l) => (
            <li key={l.number}>
              <b>
                {l.number} {l.name}:
              </b>{' '}
              {l.words}
            </li>
          ))}
        </ol>
      ) : null}
      <Button
        size="small"
        type="primary"
        href={`/api/shoots/${id}/lay-out.pdf?paper=${units === 'metric' ? 'a4' : 'letter'}`}
      >
        {t('rig-lay-out-sheet-pdf')}
      </Button>
    </div>
  );
}
