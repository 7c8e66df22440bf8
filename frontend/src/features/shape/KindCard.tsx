// One kind of the ranking: its picture on the same head or thing, why and why not, what it takes, and what if.
import { Button, Checkbox } from 'antd';
import { useState } from 'react';
import type { Catalogue, Schemas, Shoot } from '../../shared/api/client';
import { ModifierShapes } from '../../shared/drawing/ModifierShapes';
import { SubjectSide } from '../../shared/drawing/SubjectSide';
import type { commonSide } from '../../shared/drawing/scale';
import { inOneGo } from '../../shared/messages/facts';
import { useRankingWords } from '../../shared/messages/ranking';
import { useShapeWords } from '../../shared/messages/shape';
import { KindPicture } from '../../shared/picture/KindPicture';
import { inDesign, takeKind } from '../../shared/state/kind';
import { Glossed } from '../../shared/ui/Glossed';
import { KindFigure } from '../../shared/ui/KindFigure';
import css from './shape.module.css';
import { Curves } from './WhatIf';

export type Row = Schemas['RankedResult'];
export type Figure = keyof Schemas['KindFigures'];
type View = ReturnType<typeof commonSide>;

export const FIGURES: Figure[] = [
  'edge',
  'size',
  'exposure',
  'loss',
  'contrast',
  'background',
  'cost',
  'buy',
  'cost_per_use',
  'build',
  'mass',
  'setup',
  'packed',
  'strike',
  'stands',
  'lasts',
];
/** Less than this is nothing that would be held against a kind. */
export const WEIGHS = 0.05;

export function Side({ row, document, view }: { row: Row; document: Shoot; view: View }) {
  const t = useShapeWords();
  const { scale: s, width, height } = view;
  const floor = s.y(0);
  return (
    <svg
      width={width}
      height={height}
      role="img"
      aria-label={t('shape-from-the-side-on-the', { name: row.name })}
    >
      <title>{t('shape-from-the-side-on-the', { name: row.name })}</title>
      <path d={`M0 ${s.y(document.brief.room.height)} H${width}`} className="ceiling" />
      <path d={`M0 ${floor} H${width}`} className="ground" />
      <SubjectSide brief={document.brief} scale={s} />
      {row.drawn ? <ModifierShapes outlines={row.drawn.side} lamps={row.drawn.side_lamps} scale={s} /> : null}
    </svg>
  );
}

const of = (row: Row, about: Row['weighed'][number]['about']) => row.weighed.filter((w) => w.about === about);

/** What a kind misses that weighs anything. */
export const missed = (row: Row) => of(row, 'missed').filter((w) => w.weight > WEIGHS);

function Lines({ row }: { row: Row }) {
  const t = useShapeWords();
  const say = useRankingWords();
  const met = of(row, 'met')[0];
  const [worst, ...others] = missed(row);
  return (
    <dl className={css.kindLines}>
      <div>
        <dt>{t('kind-why')}</dt>
        <dd>
          {met ? inOneGo(say, met.says) : null} <span className="faint">{row.good}</span>
        </dd>
      </div>
      <div>
        <dt>{t('kind-why-not')}</dt>
        <dd>
          {worst ? inOneGo(say, worst.says) : row.bad}
          {others.length ? (
            <span className="faint">
              {' '}
              {t('kind-and-more', { count: { kind: 'count', value: others.length } })}
            </span>
          ) : null}
        </dd>
      </div>
      <div>
        <dt>{t('kind-takes')}</dt>
        <dd>
          {of(row, 'takes')
            .map((w) => inOneGo(say, w.says))
            .join(' ')}
        </dd>
      </div>
    </dl>
  );
}

function All({
  row,
  document,
  kind,
}: {
  row: Row;
  document: Shoot;
  kind: Catalogue['kinds'][number] | undefined;
}) {
  const t = useShapeWords();
  const say = useRankingWords();
  const reasons = row.reasons.map((reason) => inOneGo(say, reason));
  const forms = row.look_for.map((one) => say(one));
  return (
    <div className={css.kindAll}>
      <div>
        <ul>
          {reasons.map((reason) => (
            <li key={reason}>{reason}</li>
          ))}
        </ul>
        <p>
          <b>{t('shape-good')}</b> {row.good}. <b>{t('shape-bad')}</b> {row.bad}.
        </p>
        {forms.length ? (
          <>
            <b>{t('shape-you-could-make-it-from')}</b>
            {forms.map((text) => (
              <p key={text}>{text}</p>
            ))}
          </>
        ) : null}
      </div>
      <dl className={css.kindFigures}>
        {FIGURES.map((key) => (
          <div key={key}>
            <dt>
              <Glossed>{t('kind-figure', { of: { kind: 'choice', value: key } })}</Glossed>
            </dt>
            <dd>
              <KindFigure row={row} of={key} />
            </dd>
          </div>
        ))}
      </dl>
      <section aria-label={t('kind-what-if')}>
        <b>{t('kind-what-if')}</b>
        <div className="what-if">
          <Curves document={inDesign(document, row)} kind={kind} wanted="size" />
        </div>
      </section>
    </div>
  );
}

export function KindCard(props: {
  row: Row;
  place: number;
  document: Shoot;
  kind: Catalogue['kinds'][number] | undefined;
  view: View;
  wait: boolean;
  chosen: boolean;
  full: boolean;
  onChoose: (on: boolean) => void;
  close: () => void;
}) {
  const t = useShapeWords();
  const { row, document } = props;
  const [open, setOpen] = useState(false);
  const present = row.kind === document.design.kind;
  return (
    <li className={`${css.kindCard}${present ? ' is-present' : ''}`}>
      <KindPicture document={inDesign(document, row)} name={row.name} wait={props.wait} />
      <div className={css.kindWords}>
        <h3>
          {props.place}. {row.name}
          {present ? <span className="faint"> {t('shape-your-present-kind')}</span> : null}
          <span className={css.kindShort}>
            <KindFigure row={row} of="size" /> · <KindFigure row={row} of="edge" /> ·{' '}
            <KindFigure row={row} of="exposure" />
          </span>
        </h3>
        <Lines row={row} />
      </div>
      <div className={css.kindSide}>
        <Side row={row} document={document} view={props.view} />
      </div>
      <div className={css.kindActs}>
        <Button
          size="small"
          type="primary"
          onClick={() => {
            takeKind(row);
            props.close();
          }}
        >
          {present ? t('shape-use-this-size') : t('shape-use-it')}
        </Button>
        <Checkbox
          checked={props.chosen}
          disabled={!props.chosen && props.full}
          onChange={(e) => props.onChoose(e.target.checked)}
        >
          {t('shape-compare')}
        </Checkbox>
        <Button size="small" type="text" aria-expanded={open} onClick={() => setOpen(!open)}>
          {open ? t('kind-less') : t('kind-all')}
        </Button>
      </div>
      {open ? <All row={row} document={document} kind={props.kind} /> : null}
    </li>
  );
}
