// The seven figures that matter, on every stage: band, value, spread; opened for the why and the cure.

import { useQuery } from '@tanstack/react-query';
import { Button, Popover, Spin } from 'antd';
import { useState } from 'react';
import { type Advice, ApiProblem, type Gauge, type GaugeKey } from '../../shared/api/client';
import { adviceQuery } from '../../shared/api/queries';
import { useLightWords } from '../../shared/messages/light';
import type { PageWords } from '../../shared/messages/page';
import { useProposalWords } from '../../shared/messages/proposals';
import { useShapeWords } from '../../shared/messages/shape';
import { useFigures } from '../../shared/state/figures';
import { edit, useShoot } from '../../shared/state/store';
import { Glossed } from '../../shared/ui/Glossed';
import { METRES_PER_INCH, type Units } from '../../shared/units/length';
import css from './gauges.module.css';

function Band({ gauge }: { gauge: Gauge }) {
  const [a = 0, b = 1] = gauge.scale;
  const log = gauge.unit === 'iso' || gauge.unit === 'aperture';
  const place = (v: number) => {
    const t = log ? Math.log(v / a) / Math.log(b / a) : (v - a) / (b - a);
    return Math.max(0, Math.min(1, t)) * 100;
  };
  const low = gauge.low === null ? 0 : place(gauge.low);
  const high = gauge.high === null ? 100 : place(gauge.high);
  return (
    <svg
      className={`${css.band} ${css[`band-${gauge.state}`]}`}
      viewBox="0 0 100 12"
      preserveAspectRatio="none"
      aria-hidden="true"
    >
      <rect x="0" y="4" width="100" height="4" className={css.bandTrack} />
      <rect x={low} y="4" width={Math.max(high - low, 1)} height="4" className={css.bandWanted} />
      {gauge.spread ? (
        <rect
          x={place(gauge.spread[0] ?? 0)}
          y="2"
          width={Math.max(place(gauge.spread[1] ?? 0) - place(gauge.spread[0] ?? 0), 1)}
          height="8"
          className={css.bandSpread}
        />
      ) : null}
      {gauge.value === null ? null : (
        <rect
          x={Math.min(place(gauge.value), 98.4)}
          y="0"
          width="1.6"
          height="12"
          className={css.bandValue}
        />
      )}
    </svg>
  );
}

function change(value: number, unit: Gauge['unit'], units: Units, t: PageWords): string {
  const sign = value > 0 ? '+' : value < 0 ? '−' : '±';
  const size = Math.abs(value);
  if (unit === 'm')
    return `${sign}${units === 'metric' ? `${(size * 1000).toFixed(1)} mm` : `${(size / METRES_PER_INCH).toFixed(2)}"`}`;
  if (unit === 'share') return `${sign}${(size * 100).toFixed(1)} %`;
  if (unit === 'stop') return t('gauges-stops', { text: `${sign}${size.toFixed(2)}` });
  return `${sign}${size < 10 ? size.toFixed(2) : size.toFixed(0)}`;
}

/** How far a cause moves the figure: counted in stops, or as a share. */
function moved(off: number, unit: Gauge['unit'], t: PageWords): string {
  if (unit === 'share') return `±${(off * 100).toFixed(1)} %`;
  if (unit === 'm') return `±${((2 ** off - 1) * 100).toFixed(1)} %`;
  return t('gauges-stops', { text: `±${off.toFixed(2)}` });
}

function HowSure({ gauge }: { gauge: Gauge }) {
  const say = useLightWords();
  const t = useShapeWords();
  const spread = say(gauge.says, 'spread');
  if (!gauge.doubts.length) return null;
  const most = Math.max(...gauge.doubts.map((one) => one.off));
  return (
    <>
      <h3>{t('gauges-how-sure')}</h3>
      <p className="faint">{spread ? t('gauges-in-practice', { spread }) : t('gauges-as-it-reads')}</p>
      <ul className={css.doubts}>
        {[...gauge.doubts]
          .sort((a, b) => b.off - a.off)
          .map((one) => (
            <li key={one.part}>
              <span>{say(one.says)}</span>
              <i style={{ width: `${(one.off / most) * 100}%` }} aria-hidden="true" />
              <b>{moved(one.off, gauge.unit, t)}</b>
            </li>
          ))}
      </ul>
    </>
  );
}

function Words({ advice, gauge, close }: { advice: Advice; gauge: Gauge; close: () => void }) {
  const units = useShoot((s) => s.document?.units ?? 'metric');
  const t = useShapeWords();
  const say = useProposalWords();
  const offers = advice.proposals.map((p) => ({
    ...p,
    title: say(p.says),
    reason: [say(p.says, 'reason'), ...p.further.map((one) => say(one))].join(' '),
  }));
  return (
    <>
      <h3>{t('gauges-cures')}</h3>
      <ul className={css.proposals}>
        {offers.map((p) => (
          <li key={p.id}>
            <div>
              <b>{p.title}</b>
              <p>{p.reason}</p>
            </div>
            {p.changes.length ? (
              <Button
                size="small"
                type="primary"
                aria-label={t('gauges-apply-this', { what: p.title })}
                onClick={() => {
                  edit(
                    p.changes.map((c) => ({ path: c.path, value: c.value })),
                    p.title,
                  );
                  close();
                }}
              >
                {t('gauges-apply')}
              </Button>
            ) : null}
          </li>
        ))}
      </ul>
      <h3>{t('gauges-levers')}</h3>
      <ul className={css.levers}>
        {advice.levers.map((l) => (
          <li key={l.path}>
            {l.label} <b>{change(l.change, gauge.unit, units, t)}</b>
          </li>
        ))}
      </ul>
      <h3>{t('gauges-computed')}</h3>
      <p className={css.formula}>{say(advice.how)}</p>
      <p className="faint">{say(advice.how, 'reason')}</p>
      <dl className={css.inputs}>
        {advice.inputs.map((one) => (
          <div key={say(one) + say(one, 'reason')}>
            <dt>{say(one)}</dt>
            <dd>{say(one, 'reason')}</dd>
          </div>
        ))}
      </dl>
    </>
  );
}

function Why({ gauge, close }: { gauge: Gauge; close: () => void }) {
  const document = useShoot((s) => s.document);
  return document ? <WhyOf document={document} gauge={gauge} close={close} /> : null;
}

function WhyOf(props: {
  document: NonNullable<ReturnType<typeof useShoot.getState>['document']>;
  gauge: Gauge;
  close: () => void;
}) {
  const { gauge } = props;
  const { data, error, isFetching } = useQuery(adviceQuery(props.document, gauge.key));
  const say = useLightWords();
  const t = useShapeWords();
  return (
    <div className={css.why} data-testid={`why-${gauge.key}`}>
      <p className={css.whySentence}>{say(gauge.says, 'detail')}</p>
      <HowSure gauge={gauge} />
      {data && !isFetching ? <Words advice={data} gauge={gauge} close={props.close} /> : null}
      {isFetching ? (
        <div className="waiting">
          <Spin size="small" /> {t('gauges-trying')}
        </div>
      ) : null}
      {error ? (
        <p role="alert">{error instanceof ApiProblem ? error.message : t('gauges-no-answer')}</p>
      ) : null}
    </div>
  );
}

function Reading({ gauge }: { gauge: Gauge }) {
  const say = useLightWords();
  const t = useShapeWords();
  const spread = say(gauge.says, 'spread');
  const out = {
    gauge: { kind: 'choice' as const, value: gauge.key },
    side: { kind: 'choice' as const, value: gauge.state },
  };
  return (
    <>
      <span className={css.gaugeLabel}>
        <Glossed>{say(gauge.says)}</Glossed>
        {gauge.state === 'within' ? (
          <span className={css.gaugeSpread}>{spread ? t('gauges-spread', { spread }) : ''}</span>
        ) : (
          <span className={css.gaugeWord}>{t('gauges-out', out)}</span>
        )}
      </span>
      <span className={css.gaugeValue}>{say(gauge.says, 'value')}</span>
      <span className="sr-only">
        {gauge.state === 'within' ? t('gauges-in-band') : ''} {t('gauges-open')}
      </span>
    </>
  );
}

export function GaugeStrip() {
  const { figures, stale, problem } = useFigures();
  const [open, setOpen] = useState<GaugeKey | null>(null);
  const say = useLightWords();
  const t = useShapeWords();
  return (
    <section className={`${css.gaugeStrip}${stale ? ' is-stale' : ''}`} aria-label={t('gauges-name')}>
      {problem ? (
        <p className={css.gaugeProblem} role="alert">
          {problem} {t('gauges-last-good')}
        </p>
      ) : null}
      {figures?.gauges.map((gauge) => (
        <Popover
          key={gauge.key}
          open={open === gauge.key}
          onOpenChange={(on) => setOpen(on ? gauge.key : null)}
          trigger="click"
          placement="top"
          destroyOnHidden
          title={`${say(gauge.says)}: ${say(gauge.says, 'value')}`}
          content={<Why gauge={gauge} close={() => setOpen(null)} />}
        >
          <button
            type="button"
            className={`${css.gauge} ${css[`gauge-${gauge.state}`]}`}
            data-testid={`gauge-${gauge.key}`}
            aria-expanded={open === gauge.key}
          >
            <Reading gauge={gauge} />
            <Band gauge={gauge} />
          </button>
        </Popover>
      )) ?? <p className="waiting">{t('shape-waiting')}</p>}
    </section>
  );
}
