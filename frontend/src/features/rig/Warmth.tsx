// How warm it gets along the housing, against what each material stands; air and minutes.

import type { Rig } from '../../shared/api/rig';
import { useRigWords } from '../../shared/messages/rig';
import { Quantity } from '../../shared/ui/Quantity';
import css from './rig.module.css';

type Housing = Rig['housings'][number];

const W = 330;
const H = 130;

function Profile({ housing }: { housing: Housing }) {
  const words = useRigWords();
  const hottest = Math.max(
    40,
    ...housing.profile.map(([, t = 0]) => t),
    ...housing.limits.map((l) => Math.min(l.limit, 140)),
  );
  const x = (t: number) => 34 + ((t - 15) / (hottest * 1.08 - 15)) * (W - 50);
  const y = (h: number) => H - 22 - h * (H - 34);
  const top = housing.profile[housing.profile.length - 1]?.[1] ?? 0;
  return (
    <svg
      width={W}
      height={H}
      role="img"
      aria-label={`${housing.name}: ${housing.profile[0]?.[1]?.toFixed(0)} °C at the bottom, ${top.toFixed(0)} °C at the top`}
    >
      {[20, 40, 60, 80, 100, 120]
        .filter((t) => t < hottest * 1.08)
        .map((t) => (
          <g key={t}>
            <line x1={x(t)} y1={y(0)} x2={x(t)} y2={y(1)} className={css.gridLine} />
            <text x={x(t)} y={H - 8} textAnchor="middle" className="faint">
              {t} °C
            </text>
          </g>
        ))}
      <text x={30} y={y(1) + 4} textAnchor="end" className="faint">
        {words('rig-top')}
      </text>
      <polyline
        points={housing.profile.map(([h = 0, t = 0]) => `${x(t)},${y(h)}`).join(' ')}
        className={css.warmLine}
      />
      {housing.limits
        .filter((l) => l.limit <= hottest * 1.08)
        .map((l) => (
          <g key={l.name}>
            <line
              x1={x(l.limit)}
              y1={y(l.height) - 9}
              x2={x(l.limit)}
              y2={y(l.height) + 9}
              className={css.limitLine}
            />
            <text
              x={x(l.limit) - 4}
              y={y(l.height) - 10 < 10 ? y(l.height) + 20 : y(l.height) - 10}
              textAnchor="end"
            >
              {l.name} {l.limit.toFixed(0)} °C
            </text>
          </g>
        ))}
    </svg>
  );
}

export function Warmth({ rig }: { rig: Rig }) {
  const t = useRigWords();
  return (
    <div className={css.warmth}>
      {rig.housings.map((h) => (
        <figure key={h.name}>
          <figcaption>
            <b>{h.name}</b>{' '}
            {t('rig-w-left-inside-openings-cm', {
              inside: h.inside.toFixed(0),
              e4: (h.openings * 1e4).toFixed(0),
            })}
            {h.black_inside >= 1 ? `; black inside, it would be ${h.black_inside.toFixed(0)} K warmer` : null}
          </figcaption>
          <Profile housing={h} />
        </figure>
      ))}
      {rig.housings.length ? null : <p className="faint-words">{t('rig-nothing-is-closed-round-a')}</p>}
      <Quantity path="rig.ambient" kind="celsius" label={t('rig-room')} />
      <Quantity
        path="rig.openings"
        kind="squareMetres"
        label={t('rig-more-openings')}
        hint={t('rig-low-and-high-each-0')}
      />
      <Quantity path="rig.fan" kind="airFlow" label={t('rig-fan-moves')} />
      <Quantity path="rig.minutes_on" kind="minutes" label={t('rig-lamp-on-at-a-stretch')} />
    </div>
  );
}
