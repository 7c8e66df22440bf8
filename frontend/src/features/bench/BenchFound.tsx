// What the readings tell: every figure with its range, words, what to read next; kept on the Shelf.

import { Button } from 'antd';
import { useState } from 'react';
import { Link } from 'react-router';
import { type BenchAnswer, type TakenFor, useKeep, type Written } from '../../shared/api/bench';
import { useBenchWords } from '../../shared/messages/bench';
import type { Units } from '../../shared/units/length';
import { type Kind, show } from '../../shared/units/quantity';
import css from './bench.module.css';

type FigureLine = BenchAnswer['figures'][number];

const KIND: Record<FigureLine['show'], Kind> = {
  share: 'share',
  length: 'length',
  degrees: 'degrees',
  lumens: 'lumens',
  kelvin: 'kelvin',
  stops: 'stops',
  number: 'number',
  millimetres: 'millimetres',
};

function Figure({ figure, units }: { figure: FigureLine; units: Units }) {
  const t = useBenchWords();
  const kind = KIND[figure.show];
  const rounded = (x: number) => (kind === 'lumens' || kind === 'kelvin' ? Number(x.toPrecision(3)) : x);
  const said = (x: number) => show(rounded(x), kind, units);
  const share = kind === 'share';
  return (
    <li className={figure.told ? '' : css.untold}>
      <span>{figure.label}</span>
      <b>{said(figure.value)}</b>
      <small>
        {figure.told
          ? t('bench-to', { low: said(figure.low), high: said(figure.high) })
          : t('bench-not-read-as-assumed')}
      </small>
      {share ? (
        <svg className={css.benchBar} viewBox="0 0 100 8" preserveAspectRatio="none" aria-hidden="true">
          <rect className={css.benchWhole} width={100} height={8} />
          <rect
            className={css.benchRange}
            x={100 * figure.low}
            width={Math.max(100 * (figure.high - figure.low), 0.5)}
            height={8}
          />
          <rect className={css.benchValue} x={100 * figure.value - 0.4} width={0.8} height={8} />
        </svg>
      ) : null}
    </li>
  );
}

export function BenchFound(props: {
  bench: Written;
  found: BenchAnswer | undefined;
  problem: string | null;
  taken: TakenFor;
  own: { id: string; version: number; name: string } | null;
  units: Units;
}) {
  const t = useBenchWords();
  const { bench, found, problem, taken, own, units } = props;
  const [name, setName] = useState('');
  const keep = useKeep();
  const ready = found && (own || name.trim());
  return (
    <section className={`card ${css.benchFound}`} aria-label={t('bench-what-it-is')}>
      <h2>{t('bench-what-it-is')}</h2>
      {problem ? <p className="faint-words">{problem}</p> : null}
      {found ? (
        <div aria-live="polite">
          <ul className={css.benchFigures}>
            {found.figures.map((f) => (
              <Figure key={f.key} figure={f} units={units} />
            ))}
          </ul>
          {found.words.map((w) => (
            <p key={w}>{w}</p>
          ))}
          {found.next ? (
            <p className={css.benchNext}>
              <b>{t('bench-next')}</b> {found.next}
            </p>
          ) : null}
        </div>
      ) : null}
      {found ? (
        <div className={css.benchKeep}>
          {own ? (
            <p>
              {t('bench-measures')} <b>{own.name}</b>{' '}
              {t('bench-anew-version-stays-as-it', { version: String(own.version) })}
            </p>
          ) : (
            <input
              aria-label={t('bench-name-on-the-shelf')}
              placeholder={t('bench-name-on-the-shelf-as')}
              maxLength={120}
              value={name}
              onChange={(e) => setName(e.currentTarget.value)}
            />
          )}
          <Button
            type="primary"
            size="small"
            disabled={!ready}
            loading={keep.isPending}
            onClick={() =>
              keep.mutate({
                bench,
                generic: taken.generic,
                item: own?.id ?? null,
                version: own?.version ?? null,
                name: name.trim() || own?.name || 'measured',
              })
            }
          >
            {own ? t('bench-keep-as-its-next-version') : t('bench-keep-it-on-the-shelf')}
          </Button>
          {keep.error ? (
            <p className="field-error" role="alert">
              {keep.error.message}
            </p>
          ) : null}
          {keep.data ? (
            <p aria-live="polite">
              {t('bench-kept-as')}{' '}
              <Link to={`/shelf?category=${keep.data.item.category}&item=${keep.data.id}`}>
                {t('bench-version', { name: keep.data.item.name, version: String(keep.data.version) })}
              </Link>
              .
            </p>
          ) : null}
        </div>
      ) : null}
    </section>
  );
}
