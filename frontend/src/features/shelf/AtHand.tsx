// With what I have: what can be made of the Shelf alone, and what one purchase would open up.

import { Button, Spin } from 'antd';
import type { Schemas } from '../../shared/api/client';
import { useAtHand } from '../../shared/api/queries';
import { ModifierShapes } from '../../shared/drawing/ModifierShapes';
import { SubjectSide } from '../../shared/drawing/SubjectSide';
import { commonSide } from '../../shared/drawing/scale';
import { useShelfWords } from '../../shared/messages/shelf';
import { KindPicture } from '../../shared/picture/KindPicture';
import { inDesign } from '../../shared/state/kind';
import { useShoot } from '../../shared/state/store';
import { useDesign } from './Becomes';
import css from './shelf.module.css';

type Line = Schemas['AtHandLine'];

function Kind(props: { line: Line; view: ReturnType<typeof commonSide>; wait: boolean }) {
  const { line, view } = props;
  const t = useShelfWords();
  const document = useShoot((s) => s.document);
  const take = useDesign();
  const made = line.made;
  if (!document || !made) return null;
  const { scale: s, width, height } = view;
  return (
    <li className={`${css.atHandCard}${line.missing.length ? '' : ' is-ready'}`}>
      <KindPicture document={inDesign(document, made)} name={line.name} wait={props.wait} />
      <svg
        width={width}
        height={height}
        role="img"
        aria-label={t('shelf-from-the-side-on-the', { name: line.name })}
      >
        <path d={`M0 ${s.y(document.brief.room.height)} H${width}`} className="ceiling" />
        <path d={`M0 ${s.y(0)} H${width}`} className="ground" />
        <SubjectSide brief={document.brief} scale={s} />
        <ModifierShapes outlines={made.drawn.side} lamps={made.drawn.side_lamps} scale={s} />
      </svg>
      <div>
        <h3>{line.name}</h3>
        <p>
          {t('shelf-shadow-edge-loses-with', {
            size: made.size,
            edge: made.edge,
            loss: made.loss,
            lamp_name: made.lamp_name,
          })}
        </p>
        {line.missing.length ? (
          <p className="missing">
            <b>{t('shelf-to-buy-about', { cost: line.cost.toFixed(0) })}</b>{' '}
            {line.missing.map((m) => `${m.name} (${m.amount})`).join('; ')}.
          </p>
        ) : (
          <p className={css.ready}>{t('shelf-everything-is-on-the-shelf')}</p>
        )}
      </div>
      <Button
        size="small"
        type={line.missing.length ? 'default' : 'primary'}
        onClick={() => take(made, line.name)}
      >
        {t('shelf-use-it')}
      </Button>
    </li>
  );
}

export function AtHand() {
  const t = useShelfWords();
  const document = useShoot((s) => s.document);
  const { data, isFetching, error, progress, stop } = useAtHand(document);
  if (!document)
    return (
      <div className="card waiting">
        <h2>{t('shelf-for-which-shoot')}</h2>
        <p>{t('shelf-choose-a-shoot-at-the')}</p>
      </div>
    );
  const rows = data?.kinds ?? progress.parts;
  const made = rows.filter((r) => r.made);
  const ready = made.filter((r) => !r.missing.length).length;
  const view = commonSide(
    made.flatMap((r) => (r.made ? [r.made.drawn] : [])),
    document.brief.room.height,
  );
  return (
    <section className="card at-hand" aria-label={t('shelf-with-what-i-have')}>
      <div className="ranking-head">
        <h2>{t('shelf-with-what-i-have-for', { title: document.title })}</h2>
        <span className="faint">
          {isFetching ? (
            <>
              <Spin size="small" /> {t('shelf-making-every-kind-of-the', { done: String(progress.done) })}{' '}
              {progress.total || 'all'} {t('shelf-done')}{' '}
              <Button size="small" onClick={stop}>
                {t('shelf-stop')}
              </Button>
            </>
          ) : data ? (
            `${ready} of ${rows.length} kinds can be made now; the rest by what is left to buy. Rolls whose length is not given are taken to be long enough.`
          ) : progress.parts.length ? (
            `Stopped after ${progress.done} of ${progress.total} kinds.`
          ) : null}
        </span>
      </div>
      {error ? <p role="alert">{t('shelf-try-again', { message: error.message })}</p> : null}
      {data?.openings.length ? (
        <section className={css.openings} aria-label={t('shelf-one-purchase')}>
          <h3>{t('shelf-one-purchase-opens')}</h3>
          <ul>
            {data.openings.slice(0, 5).map((o) => (
              <li key={o.what}>
                <b>{o.what}</b>{' '}
                {t('shelf-about', { amount: o.amount, price: o.price.toFixed(2), opens: o.opens.join(', ') })}
              </li>
            ))}
          </ul>
        </section>
      ) : null}
      <ol className={`${css.atHandList}${isFetching && data ? ' is-stale' : ''}`}>
        {made.map((r) => (
          <Kind key={r.kind} line={r} view={view} wait={isFetching} />
        ))}
      </ol>
      {rows.some((r) => r.cannot) ? (
        <>
          <h3 className="cannot-head">{t('shelf-cannot-be-made-of-it')}</h3>
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
