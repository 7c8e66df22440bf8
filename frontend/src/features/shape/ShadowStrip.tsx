// The shadow of a straight edge on the face, as wide as it will be, against the wanted one.
import type { Figures, Shoot } from '../../shared/api/client';
import { useLightWords } from '../../shared/messages/light';
import { useShapeWords } from '../../shared/messages/shape';
import { formatLength } from '../../shared/units/length';
import css from './shape.module.css';

const SHOWN = 0.12;

function Strip({ at, lit, name }: { at: number[]; lit: number[]; name: string }) {
  const id = `strip-${name}`;
  const first = lit[0] ?? 0;
  const last = lit[lit.length - 1] ?? 1;
  const stops = [
    { x: -SHOWN / 2, v: first },
    ...at.map((x, i) => ({ x, v: lit[i] ?? 0 })).filter((p) => Math.abs(p.x) <= SHOWN / 2),
    { x: SHOWN / 2, v: last },
  ];
  return (
    <>
      <defs>
        <linearGradient id={id}>
          {stops.map((p) => (
            // Light adds up linearly; the eye and the screen do not, hence the display curve of about 2.2.
            <stop
              key={p.x}
              offset={p.x / SHOWN + 0.5}
              stopColor={`rgb(${[248, 226, 196].map((c) => Math.round(c * (0.06 + 0.94 * p.v) ** (1 / 2.2))).join(' ')})`}
            />
          ))}
        </linearGradient>
      </defs>
      <rect width="100%" height="100%" fill={`url(#${id})`} />
    </>
  );
}

export function ShadowStrip({ document, figures }: { document: Shoot; figures: Figures }) {
  const { wanted } = document.brief;
  const gauge = figures.gauges.find((g) => g.key === 'shadow_edge');
  const full = wanted.shadow_edge / 0.8;
  const units = document.units;
  const say = useLightWords();
  const t = useShapeWords();
  const now = gauge ? say(gauge.says, 'value') : '';
  const asked = formatLength(wanted.shadow_edge, units);
  return (
    <div className="shadow-strip">
      <div className={css.stripRow}>
        <span>{t('shadow-now', { edge: now })}</span>
        <svg height="34" role="img" aria-label={t('shadow-now-name', { edge: now })}>
          <Strip at={figures.shadow.at} lit={figures.shadow.lit} name="now" />
        </svg>
      </div>
      <div className={css.stripRow}>
        <span>{t('shadow-wanted', { edge: asked })}</span>
        <svg height="34" role="img" aria-label={t('shadow-wanted-name', { edge: asked })}>
          <Strip at={[-full / 2, full / 2]} lit={[0, 1]} name="wanted" />
        </svg>
      </div>
      <div className={css.stripRow}>
        <span />
        <div className={css.stripRule}>
          <span>{t('shadow-across', { width: formatLength(SHOWN, units) })}</span>
        </div>
      </div>
    </div>
  );
}
