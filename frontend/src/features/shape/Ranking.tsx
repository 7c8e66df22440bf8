// All kinds of modifier, sized and ranked for the brief, with reasons in words and side views on one common scale.

import { useQuery } from '@tanstack/react-query';
import { Button, Spin } from 'antd';
import { useEffect, useState } from 'react';
import type { Shoot } from '../../shared/api/client';
import { catalogueQuery, useRanking } from '../../shared/api/queries';
import { commonSide } from '../../shared/drawing/scale';
import { inOneGo } from '../../shared/messages/facts';
import { useRankingWords } from '../../shared/messages/ranking';
import { useShapeWords } from '../../shared/messages/shape';
import { KindPicture } from '../../shared/picture/KindPicture';
import { inDesign, inOrder } from '../../shared/state/kind';
import { KindFigure } from '../../shared/ui/KindFigure';
import { FIGURES, KindCard, type Row, Side } from './KindCard';
import css from './shape.module.css';
import { WhyNot } from './WhyNot';

const MOST_COMPARED = 4;

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
                <KindPicture document={inDesign(document, r)} name={r.name} wait={false} />
              </td>
            ))}
          </tr>
          {FIGURES.map((key) => (
            <tr key={key}>
              <td>{t('kind-figure', { of: { kind: 'choice', value: key } })}</td>
              {rows.map((r) => (
                <td key={r.kind}>
                  <b>
                    <KindFigure row={r} of={key} />
                  </b>
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
  const say = useRankingWords();
  const { data, isFetching, error, progress, stop } = useRanking(document);
  const { data: catalogue } = useQuery(catalogueQuery);
  const [chosen, setChosen] = useState<string[]>([]);
  const seconds = useSeconds(isFetching);
  const rows = inOrder(data?.kinds ?? progress.parts);
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
            t('kind-each-the-smallest')
          ) : progress.parts.length ? (
            t('kind-stopped-after', {
              done: { kind: 'count', value: progress.done },
              total: { kind: 'count', value: progress.total },
            })
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
        {rows.length && !beside ? <WhyNot rows={rows} serving={serving} /> : null}
      </div>
      {error ? <p role="alert">{t('shape-the-kinds-could-not-be', { message: error.message })}</p> : null}
      {beside ? <Compared rows={compared} document={document} /> : null}
      <ol hidden={beside} className={`${css.kindList}${isFetching && data ? ' is-stale' : ''}`}>
        {serving.map((row, i) => (
          <KindCard
            key={row.kind}
            kind={catalogue?.kinds.find((k) => k.id === row.kind)}
            row={row}
            place={i + 1}
            document={document}
            view={view}
            wait={isFetching}
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
            <article key={say(d.question)}>
              <h4>{say(d.question)}</h4>
              <dl>
                {d.sides.map((s) => (
                  <div key={say(s.name)}>
                    <dt>{say(s.name)}</dt>
                    <dd>{say(s.argument)}</dd>
                  </div>
                ))}
              </dl>
              <p>
                {inOneGo(say, d.verdict)}{' '}
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
                  <b>{r.name}</b>: {r.cannot ? say(r.cannot) : null}
                </li>
              ))}
          </ul>
        </>
      ) : null}
    </section>
  );
}
