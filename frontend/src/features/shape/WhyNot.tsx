// Why a kind stands where it stands: what it misses against the first, or what would have to be there for it.
import { Select } from 'antd';
import { useState } from 'react';
import { inOneGo } from '../../shared/messages/facts';
import { useRankingWords } from '../../shared/messages/ranking';
import { useShapeWords } from '../../shared/messages/shape';
import { missed, type Row } from './KindCard';
import css from './shape.module.css';

function Weights({ row, most }: { row: Row; most: number }) {
  const t = useShapeWords();
  const say = useRankingWords();
  return (
    <ul className={css.weights}>
      {row.weighed
        .filter((w) => w.weight > 0)
        .map((w) => ({ ...w, text: inOneGo(say, w.says) }))
        .map((w) => (
          <li key={w.text}>
            <i style={{ width: `${Math.max((w.weight / most) * 100, 1)}%` }} />
            <b>{t('kind-weight', { weight: { kind: 'tenth', value: w.weight } })}</b> {w.text}
          </li>
        ))}
    </ul>
  );
}

/** The answer for one kind, among those that serve in their order. */
export function Answer({ row, serving }: { row: Row; serving: Row[] }) {
  const t = useShapeWords();
  const say = useRankingWords();
  const first = serving[0];
  if (row.cannot || !first) {
    const why = row.cannot ? say(row.cannot) : '';
    return <p className={css.whyNot}>{t('kind-cannot', { kind: row.name, why })}</p>;
  }
  const place = serving.findIndex((r) => r.kind === row.kind) + 1;
  const tenth = (value: number | null) => ({ kind: 'tenth' as const, value });
  const most = Math.max(...[row, first].flatMap((r) => r.weighed.map((w) => w.weight)), 0.1);
  const best = place === 1;
  return (
    <div className={css.whyNot} role="status">
      <p>
        {best
          ? t('kind-is-first', { kind: row.name })
          : t('kind-is-placed', {
              kind: row.name,
              place: { kind: 'count', value: place },
              count: { kind: 'count', value: serving.length },
              weight: tenth(row.penalty),
              best: tenth(first.penalty),
              first: first.name,
            })}{' '}
        {missed(row).length ? '' : t('kind-misses-nothing')}
      </p>
      <div>
        <section>
          <h4>{row.name}</h4>
          <Weights row={row} most={most} />
        </section>
        {best ? null : (
          <section>
            <h4>{first.name}</h4>
            <Weights row={first} most={most} />
          </section>
        )}
      </div>
      <p className="faint">{t('kind-what-weights-mean')}</p>
    </div>
  );
}

export function WhyNot({ rows, serving }: { rows: Row[]; serving: Row[] }) {
  const t = useShapeWords();
  const [asked, setAsked] = useState<string | null>(null);
  const row = rows.find((r) => r.kind === asked);
  return (
    <>
      <Select
        size="small"
        allowClear
        showSearch={{ optionFilterProp: 'label' }}
        aria-label={t('kind-why-not-any')}
        placeholder={t('kind-why-not-any')}
        className={css.whyNotChoice ?? ''}
        popupMatchSelectWidth={false}
        value={asked}
        options={rows.map((r) => ({ value: r.kind, label: r.name }))}
        onChange={(kind: string | undefined) => setAsked(kind ?? null)}
      />
      {row ? <Answer row={row} serving={serving} /> : null}
    </>
  );
}
