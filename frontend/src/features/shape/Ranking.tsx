// All kinds of modifier, sized and ranked for the brief, with reasons in words and side views on one common scale.

import { Button, Checkbox, Spin } from 'antd';
import { useEffect, useState } from 'react';
import type { Schemas, Shoot } from '../../shared/api/client';
import { useRanking } from '../../shared/api/queries';
import { ModifierShapes } from '../../shared/drawing/ModifierShapes';
import { SubjectSide } from '../../shared/drawing/SubjectSide';
import { commonSide } from '../../shared/drawing/scale';
import { useShapeWords } from '../../shared/messages/shape';
import { edit } from '../../shared/state/store';
import { KindPicture } from './KindPicture';
import css from './shape.module.css';

type Row = Schemas['RankedResult'];
type Figure = keyof Schemas['KindFigures'];
const FIGURES: [Figure, string][] = [
  ['edge', 'shadow edge'],
  ['size', 'size'],
  ['exposure', 'exposure'],
  ['loss', 'loss'],
  ['contrast', 'contrast'],
  ['background', 'background'],
  ['cost', 'parts'],
  ['buy', 'to buy'],
  ['cost_per_use', 'a shoot'],
  ['build', 'to build'],
  ['mass', 'weighs'],
  ['setup', 'set up'],
  ['packed', 'packed'],
  ['strike', 'strike'],
  ['stands', 'stands'],
  ['lasts', 'lasts'],
];
const MOST_COMPARED = 4;

function lit(document: Shoot, row: Row): Shoot {
  const lamp = { ...document.brief.lamp, id: row.lamp as Shoot['brief']['lamp']['id'] };
  return { ...document, brief: { ...document.brief, lamp }, design: row.design as Shoot['design'] };
}

function Side({ row, document, view }: { row: Row; document: Shoot; view: ReturnType<typeof commonSide> }) {
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

function Card(props: {
  row: Row;
  place: number;
  document: Shoot;
  view: ReturnType<typeof commonSide>;
  chosen: boolean;
  full: boolean;
  onChoose: (on: boolean) => void;
  close: () => void;
}) {
  const t = useShapeWords();
  const { row, document } = props;
  const present = row.kind === document.design.kind;
  return (
    <li className={`${css.kindCard}${present ? ' is-present' : ''}`}>
      <div className={css.kindSide}>
        <Side row={row} document={document} view={props.view} />
      </div>
      <div className={css.kindWords}>
        <h3>
          {props.place}. {row.name}
          {present ? <span className="faint">{t('shape-your-present-kind')}</span> : null}
        </h3>
        <ul>
          {row.reasons.slice(0, 4).map((reason) => (
            <li key={reason}>{reason}</li>
          ))}
        </ul>
        <p>
          <b>{t('shape-good')}</b> {row.good}. <b>{t('shape-bad')}</b> {row.bad}.
        </p>
        {row.look_for.length ? (
          <details>
            <summary>{t('shape-you-could-make-it-from')}</summary>
            {row.look_for.map((text) => (
              <p key={text}>{text}</p>
            ))}
          </details>
        ) : null}
      </div>
      <dl className={css.kindFigures}>
        {FIGURES.filter(([key]) => key !== 'contrast')
          .slice(0, 15)
          .map(([key, label]) => (
            <div key={key}>
              <dt>{label}</dt>
              <dd>{row.figures?.[key]}</dd>
            </div>
          ))}
      </dl>
      <div className={css.kindActs}>
        <Button
          size="small"
          type="primary"
          onClick={() => {
            edit(
              [
                { path: 'brief.lamp.id', value: row.lamp },
                { path: 'design', value: row.design },
              ],
              `Kind: ${row.name}`,
            );
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
      </div>
    </li>
  );
}

function Compared({ rows, document }: { rows: Row[]; document: Shoot }) {
  const t = useShapeWords();
  const view = commonSide(
    rows.flatMap((r) => (r.drawn ? [r.drawn] : [])),
    document.brief.room.height,
  );
  return (
    <section className={css.compared} aria-label={t('shape-side-by-side')}>
      <table className="list">
        <thead>
          <tr>
            <th />
            {rows.map((r) => (
              <th key={r.kind}>{r.name}</th>
            ))}
          </tr>
        </thead>
        <tbody>
          <tr>
            <td>{t('shape-from-the-side')}</td>
            {rows.map((r) => (
              <td key={r.kind}>
                <Side row={r} document={document} view={view} />
              </td>
            ))}
          </tr>
          <tr>
            <td>{t('shape-on-the-same-head')}</td>
            {rows.map((r) => (
              <td key={r.kind}>
                <KindPicture document={lit(document, r)} name={r.name} />
              </td>
            ))}
          </tr>
          {FIGURES.map(([key, label]) => (
            <tr key={key}>
              <td>{label}</td>
              {rows.map((r) => (
                <td key={r.kind}>
                  <b>{r.figures?.[key]}</b>
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}

function useSeconds(running: boolean): number {
  const [seconds, setSeconds] = useState(0);
  useEffect(() => {
    setSeconds(0);
    if (!running) return;
    const timer = setInterval(() => setSeconds((s) => s + 1), 1000);
    return () => clearInterval(timer);
  }, [running]);
  return seconds;
}

export function Ranking({ document, close }: { document: Shoot; close: () => void }) {
  const t = useShapeWords();
  const { data, isFetching, error, progress, stop } = useRanking(document);
  const [chosen, setChosen] = useState<string[]>([]);
  const seconds = useSeconds(isFetching);
  const rows =
    data?.kinds ??
    [...progress.parts].sort((a, b) => (a.penalty ?? Number.MAX_VALUE) - (b.penalty ?? Number.MAX_VALUE));
  const serving = rows.filter((r) => r.design);
  const view = commonSide(
    serving.flatMap((r) => (r.drawn ? [r.drawn] : [])),
    document.brief.room.height,
  );
  const compared = serving.filter((r) => chosen.includes(r.kind));
  const [side, setSide] = useState(false);
  const beside = side && compared.length > 1;
  return (
    <section className={`card ${css.ranking}`} aria-label={t('shape-all-kinds-for-this-brief')}>
      <div className="ranking-head">
        <h2>{t('shape-all-kinds-for-this-brief')}</h2>
        <span className="faint">
          {isFetching ? (
            <>
              <Spin size="small" /> {t('shape-sizing-every-kind-of', { done: String(progress.done) })}{' '}
              {progress.total || 'all'} {t('shape-done-s', { seconds: String(seconds) })}{' '}
              <Button size="small" onClick={stop}>
                {t('shape-stop')}
              </Button>
            </>
          ) : data ? (
            `Each the smallest that gives the wanted shadow edge here; side views on one scale.`
          ) : progress.parts.length ? (
            `Stopped after ${progress.done} of ${progress.total} kinds; these are sized.`
          ) : null}
        </span>
        <Button size="small" disabled={compared.length < 2} onClick={() => setSide(!side)}>
          {beside
            ? t('shape-back-to-the-list')
            : t('shape-side-by-side-2', { compared: String(compared.length) })}
        </Button>
        <Button size="small" onClick={close}>
          {t('shape-back-to-the-design')}
        </Button>
      </div>
      {error ? <p role="alert">{t('shape-the-kinds-could-not-be', { message: error.message })}</p> : null}
      {beside ? <Compared rows={compared} document={document} /> : null}
      <ol hidden={beside} className={`${css.kindList}${isFetching && data ? ' is-stale' : ''}`}>
        {serving.map((row, i) => (
          <Card
            key={row.kind}
            row={row}
            place={i + 1}
            document={document}
            view={view}
            chosen={chosen.includes(row.kind)}
            full={chosen.length >= MOST_COMPARED}
            onChoose={(on) => setChosen(on ? [...chosen, row.kind] : chosen.filter((k) => k !== row.kind))}
            close={close}
          />
        ))}
      </ol>
      {data?.disputes.length && !beside ? (
        <section className={css.schools} aria-label={t('shape-where-people-disagree')}>
          <h3 className="cannot-head">{t('shape-where-people-disagree-argued-for')}</h3>
          {data.disputes.map((d) => (
            <article key={d.question}>
              <h4>{d.question}</h4>
              <dl>
                {d.sides.map((s) => (
                  <div key={s.name}>
                    <dt>{s.name}</dt>
                    <dd>{s.argument}</dd>
                  </div>
                ))}
              </dl>
              <p>
                {d.verdict}{' '}
                {new Set(d.sides.map((s) => s.kind)).size > 1 ? (
                  <Button
                    size="small"
                    onClick={() => {
                      setChosen(d.sides.map((s) => s.kind).slice(0, MOST_COMPARED));
                      setSide(true);
                    }}
                  >
                    {t('shape-see-them-side-by-side')}
                  </Button>
                ) : null}
              </p>
            </article>
          ))}
        </section>
      ) : null}
      {rows.some((r) => r.cannot) ? (
        <>
          <h3 className="cannot-head">{t('shape-cannot-serve-this-brief')}</h3>
          <ul className="cannot">
            {rows
              .filter((r) => r.cannot)
              .map((r) => (
                <li key={r.kind}>
                  <b>{r.name}</b>: {r.cannot}
                </li>
              ))}
          </ul>
        </>
      ) : null}
    </section>
  );
}
