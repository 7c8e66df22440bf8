// A thing on its stand or boom, to scale, with every force that acts on it as an arrow.

import type { Holding } from '../../shared/api/rig';
import { useRigWords } from '../../shared/messages/rig';
import { useSize } from '../../shared/ui/useSize';
import { formatLength, type Units } from '../../shared/units/length';
import css from './rig.module.css';

const GROUND = 26;

const LINE = 16;

function Arrow(props: {
  x: number;
  y: number;
  dx: number;
  dy: number;
  label: string;
  kind: string;
  crossed?: boolean;
}) {
  const { x, y, dx, dy, label, kind, crossed = false } = props;
  const long = Math.hypot(dx, dy) || 1;
  const [ux, uy] = [dx / long, dy / long];
  const head = Math.min(8, long * 0.5);
  const tip = { x: x + dx, y: y + dy };
  return (
    <g className={`${css.force} ${css[`force-${kind}`]}`}>
      <line x1={x} y1={y} x2={tip.x - ux * head} y2={tip.y - uy * head} />
      <polygon
        points={`${tip.x},${tip.y} ${tip.x - ux * head - uy * head * 0.45},${tip.y - uy * head + ux * head * 0.45} ${tip.x - ux * head + uy * head * 0.45},${tip.y - uy * head - ux * head * 0.45}`}
      />
      <text
        x={tip.x + (Math.abs(ux) > 0.5 ? ux * 6 : crossed ? -7 : 7)}
        y={tip.y + (uy > 0.5 ? -2 : 4)}
        textAnchor={ux < -0.5 || crossed ? 'end' : 'start'}
      >
        {label}
      </text>
    </g>
  );
}

export function FreeBody({ holding, units }: { holding: Holding; units: Units }) {
  const t = useRigWords();
  const [ref, size] = useSize<HTMLDivElement>();
  const stand = holding.under ?? holding.support;
  const boom = holding.by === 'boom';
  const foot = Math.max(stand?.foot_radius ?? 0.3, 0.2);
  const standing = holding.by === 'floor';
  const height = Math.max(
    standing ? 0 : holding.height,
    ...holding.forces.map((f) => (standing ? f.height * 1.6 : 0)),
    0.4,
  );
  const hung = holding.by === 'ceiling' || holding.by === 'wall';
  const left = -Math.max(foot, boom ? holding.back + 0.15 : 0, 0.55);
  const right = Math.max(foot, boom ? holding.reach + 0.3 : 0, 0.75);
  const top = Math.max(height, ...holding.forces.map((f) => f.height)) + (hung ? 0.6 : 0.35);
  const s = Math.min((size.width - 190) / (right - left), (size.height - GROUND - 30) / top);
  const start = Math.max(64, (size.width - (right - left) * s) / 2);
  const x = (v: number) => start + (v - left) * s;
  const y = (v: number) => size.height - GROUND - v * s;
  const newtons = Math.max(1, ...holding.forces.map((f) => Math.hypot(f.side, f.up)));
  const arrow = (n: number) => (Math.sqrt(Math.abs(n) / newtons) * 46 + 6) * Math.sign(n);
  const said = holding.forces.map((f) => `${f.name} ${Math.hypot(f.side, f.up).toFixed(0)} N`).join(', ');
  // a push to the right at the height of an upright arrow's words would go through them
  const crosses = (f: Holding['forces'][number]) =>
    holding.forces.some((o) => o.side > 0 && Math.abs(y(o.height) - (y(f.height) - arrow(f.up))) < LINE);
  const carries = ['stand', 'boom'].includes(holding.by) && stand;
  return (
    <div ref={ref} className={`drawing ${css.freeBody}`}>
      {size.width > 0 && s > 0 ? (
        <svg
          width={size.width}
          height={size.height}
          role="img"
          aria-label={t('rig-kg-at', {
            name: holding.name,
            mass: holding.mass.toFixed(1),
            height: formatLength(holding.height, units),
            said,
          })}
        >
          <line x1={20} y1={y(0)} x2={size.width - 20} y2={y(0)} className="ground" />
          {carries ? (
            <g className={css.rigStand}>
              <line x1={x(0)} y1={y(0.12)} x2={x(0)} y2={y(height)} />
              <line x1={x(0)} y1={y(Math.min(0.4, height / 2))} x2={x(-foot)} y2={y(0)} />
              <line x1={x(0)} y1={y(Math.min(0.4, height / 2))} x2={x(foot / 2)} y2={y(0)} />
              <line x1={x(foot / 2)} y1={y(0) - 5} x2={x(foot / 2)} y2={y(0) + 7} className={css.tipLine} />
              <text x={x(foot / 2)} y={y(0) + 18} textAnchor="middle" className="faint">
                {t('rig-tips-here')}
              </text>
            </g>
          ) : null}
          {standing ? (
            <g className={css.rigStand}>
              <line x1={x(-0.3)} y1={y(0)} x2={x(0.3)} y2={y(0)} />
            </g>
          ) : null}
          {boom ? (
            <g className={css.rigStand}>
              <line x1={x(-holding.back)} y1={y(height)} x2={x(holding.reach)} y2={y(height)} />
              <text x={x(holding.reach / 2)} y={y(height) - 8} textAnchor="middle" className="faint">
                {formatLength(holding.reach, units)}
              </text>
              <text x={x(-holding.back / 2)} y={y(height) - 8} textAnchor="middle" className="faint">
                {formatLength(holding.back, units)}
              </text>
            </g>
          ) : null}
          {hung ? (
            <g className={css.rigStand}>
              <line x1={x(-0.4)} y1={y(top - 0.05)} x2={x(0.4)} y2={y(top - 0.05)} />
              <line x1={x(0)} y1={y(top - 0.05)} x2={x(0)} y2={y(height)} />
            </g>
          ) : null}
          {standing ? (
            <rect x={x(0) - 4} y={y(height)} width={8} height={height * s} className={css.rigLoad} />
          ) : (
            <rect
              x={x(boom ? holding.reach : 0) - 9}
              y={y(height) - 9}
              width={18}
              height={18}
              rx={3}
              className={css.rigLoad}
            />
          )}
          <line x1={start - 14} y1={y(0)} x2={start - 14} y2={y(height)} className="dimension-line" />
          <text x={start - 19} y={y(height / 2)} textAnchor="end" className="faint rig-height">
            {formatLength(height, units)}
          </text>
          {holding.ballast > 0.05 || holding.ballast_given ? (
            <g>
              <rect x={x(0) - 16} y={y(0) - 13} width={13} height={13} rx={4} className={css.rigBag} />
              <text x={x(0) - 3} y={y(0) + 18} textAnchor="end" className="faint">
                {t('rig-kg', {
                  ballast: (holding.ballast_given ?? holding.ballast).toFixed(1),
                  needed: holding.ballast_given === null ? ` ${t('rig-needed')}` : '',
                })}
              </text>
            </g>
          ) : null}
          {holding.forces.map((f) => (
            <Arrow
              key={f.name}
              x={x(f.along)}
              y={y(f.height)}
              dx={f.side ? arrow(f.side) : 0}
              dy={f.up ? -arrow(f.up) : 0}
              label={`${f.name}${/kg$/.test(f.name) ? '' : ` ${Math.hypot(f.side, f.up).toFixed(0)} N`}`}
              kind={f.side ? 'side' : 'weight'}
              crossed={!f.side && crosses(f)}
            />
          ))}
        </svg>
      ) : null}
    </div>
  );
}

/** What tips against what holds, as bars on one scale. */
export function Moments({ holding }: { holding: Holding }) {
  const t = useRigWords();
  const m = holding.moments;
  if (!m) return null;
  const most = Math.max(m.over * 1.5, m.hold, 1);
  const bar = (value: number) => `${(72 * value) / most}%`;
  return (
    <dl className={css.moments}>
      <dt>{t('rig-tips')}</dt>
      <dd>
        <span className={`${css.momentBar} ${css.tips}`} style={{ width: bar(m.over) }} /> {m.over.toFixed(0)}{' '}
        N·m
      </dd>
      <dt>{t('rig-holds')}</dt>
      <dd>
        <span className={`${css.momentBar} holds`} style={{ width: bar(m.hold) }} /> {m.hold.toFixed(0)} N·m
        <i
          className={css.momentNeed}
          style={{ left: bar(m.over * 1.5) }}
          title={t('rig-one-and-a-half-times')}
        />
      </dd>
    </dl>
  );
}
