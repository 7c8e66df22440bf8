// The seven figures that matter, on every stage: band, value, spread; opened for the why and the cure.

import { useQuery } from '@tanstack/react-query';
import { Button, Popover, Spin } from 'antd';
import { useState } from 'react';
import { type Advice, ApiProblem, type Gauge, type GaugeKey } from '../../shared/api/client';
import { adviceQuery } from '../../shared/api/queries';
import { useFigures } from '../../shared/state/figures';
import { edit, useShoot } from '../../shared/state/store';
import { formatLength, type Units } from '../../shared/units/length';
import css from './gauges.module.css';

const OUT: Record<GaugeKey, [string, string]> = {
  shadow_edge: ['too hard', 'too soft'],
  contrast: ['too flat', 'too deep'],
  background: ['too dark', 'too bright'],
  evenness: ['', 'too uneven'],
  spill: ['', 'too much'],
  loss: ['', 'too much'],
  exposure: ['out of reach', 'out of reach'],
};

function word(gauge: Gauge): string {
  if (gauge.state === 'within') return 'in band';
  if (gauge.state === 'unknown') return 'not known';
  return OUT[gauge.key][gauge.state === 'below' ? 0 : 1];
}

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

function change(value: number, unit: Gauge['unit'], units: Units): string {
  const sign = value > 0 ? '+' : value < 0 ? '−' : '±';
  const size = Math.abs(value);
  if (unit === 'm')
    return `${sign}${units === 'metric' ? `${(size * 1000).toFixed(1)} mm` : formatLength(size, units)}`;
  if (unit === 'share') return `${sign}${(size * 100).toFixed(1)} %`;
  if (unit === 'stop') return `${sign}${size.toFixed(2)} stops`;
  return `${sign}${size < 10 ? size.toFixed(2) : size.toFixed(0)}`;
}

function Words({ advice, gauge, close }: { advice: Advice; gauge: Gauge; close: () => void }) {
  const units = useShoot((s) => s.document?.units ?? 'metric');
  return (
    <>
      <h3>Bring it into its band</h3>
      <ul className={css.proposals}>
        {advice.proposals.map((p) => (
          <li key={p.id}>
            <div>
              <b>{p.title}</b>
              <p>{p.reason}</p>
            </div>
            {p.changes.length ? (
              <Button
                size="small"
                type="primary"
                aria-label={`Apply: ${p.title}`}
                onClick={() => {
                  edit(
                    p.changes.map((c) => ({ path: c.path, value: c.value })),
                    p.title,
                  );
                  close();
                }}
              >
                Apply
              </Button>
            ) : null}
          </li>
        ))}
      </ul>
      <h3>A tenth more of…</h3>
      <ul className={css.levers}>
        {advice.levers.map((l) => (
          <li key={l.path}>
            {l.label} <b>{change(l.change, gauge.unit, units)}</b>
          </li>
        ))}
      </ul>
      <h3>How it is computed</h3>
      <p className={css.formula}>{advice.formula}</p>
      <p className="faint">{advice.source}</p>
      <dl className={css.inputs}>
        {advice.inputs.map(([name, text]) => (
          <div key={name}>
            <dt>{name}</dt>
            <dd>{text}</dd>
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
  return (
    <div className={css.why} data-testid={`why-${gauge.key}`}>
      <p className={css.whySentence}>{gauge.sentence}</p>
      {data && !isFetching ? <Words advice={data} gauge={gauge} close={props.close} /> : null}
      {isFetching ? (
        <div className="waiting">
          <Spin size="small" /> Trying sizes and distances…
        </div>
      ) : null}
      {error ? <p role="alert">{error instanceof ApiProblem ? error.message : 'No answer.'}</p> : null}
    </div>
  );
}

export function GaugeStrip() {
  const { figures, stale, problem } = useFigures();
  const [open, setOpen] = useState<GaugeKey | null>(null);
  return (
    <section className={`${css.gaugeStrip}${stale ? ' is-stale' : ''}`} aria-label="Gauges">
      {problem ? (
        <p className={css.gaugeProblem} role="alert">
          {problem} The last good figures are shown.
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
          title={`${gauge.label}: ${gauge.text}`}
          content={<Why gauge={gauge} close={() => setOpen(null)} />}
        >
          <button
            type="button"
            className={`${css.gauge} ${css[`gauge-${gauge.state}`]}`}
            data-testid={`gauge-${gauge.key}`}
            aria-expanded={open === gauge.key}
          >
            <span className={css.gaugeLabel}>
              {gauge.label}
              {gauge.state === 'within' ? (
                <span className={css.gaugeSpread}>
                  {gauge.spread_text ? `${gauge.spread_text} by material` : ''}
                </span>
              ) : (
                <span className={css.gaugeWord}>{word(gauge)}</span>
              )}
            </span>
            <span className={css.gaugeValue}>{gauge.text}</span>
            <span className="sr-only">
              {gauge.state === 'within' ? 'in band. ' : ''}Open for the reason and the cure
            </span>
            <Band gauge={gauge} />
          </button>
        </Popover>
      )) ?? <p className="waiting">Working out the light…</p>}
    </section>
  );
}
