// The fewest flags for the surfaces that the Brief wants dark: asked for, followed, listed and drawn.

import { Button, Spin } from 'antd';
import { useEffect, useState } from 'react';
import type { Shoot } from '../api/client';
import { useFlags } from '../api/queries';
import { useCommonWords } from '../messages/common';
import { inOneGo } from '../messages/facts';
import { useSetWords } from '../messages/set';
import { useFlagMarks } from '../state/flags';

const stops = (x: number) => `${x < 0 ? '−' : '+'}${Math.abs(x).toFixed(1)}`;

export function FlagFinder({ document }: { document: Shoot }) {
  const t = useCommonWords();
  const say = useSetWords();
  const limited = Object.values(document.brief.dark).some((limit) => limit !== null);
  const [wanted, setWanted] = useState(false);
  const { data, isFetching, error, progress } = useFlags(document, limited && wanted);
  const draw = useFlagMarks((s) => s.set);
  const flags = limited && wanted ? data?.flags : undefined;
  useEffect(() => {
    draw(flags ?? []);
    return () => draw([]);
  }, [flags, draw]);
  if (!limited) return null;
  if (!wanted)
    return (
      <p>
        <Button size="small" onClick={() => setWanted(true)}>
          {t('common-find-the-fewest-flags')}
        </Button>
      </p>
    );
  return (
    <section aria-label={t('common-flags')} className={isFetching && data ? 'is-stale' : ''}>
      <h3 className="cannot-head">{t('common-flags-for-what-must-stay')}</h3>
      {isFetching ? (
        <p className="faint">
          <Spin size="small" />{' '}
          {t('common-trying-flags', {
            total: progress.total
              ? t('common-of', { done: String(progress.done), total: String(progress.total) })
              : '',
          })}
        </p>
      ) : null}
      {error ? <p role="alert">{t('common-try-again', { message: error.message })}</p> : null}
      {data ? (
        <>
          <p>{inOneGo(say, data.says)}</p>
          <table className="list mirror-list">
            <thead>
              <tr>
                <th>{t('common-stops-against-the-key')}</th>
                <th>{t('common-at-most')}</th>
                <th>{t('common-now')}</th>
                <th>{t('common-with-them')}</th>
              </tr>
            </thead>
            <tbody>
              {data.surfaces.map((s) => (
                <tr key={s.name}>
                  <td>{s.name}</td>
                  <td>{stops(s.limit)}</td>
                  <td>{stops(s.before)}</td>
                  <td>{stops(s.after)}</td>
                </tr>
              ))}
            </tbody>
          </table>
          <ul className="notes">
            {data.flags.map((f) => (
              <li key={say(f.says)} className="note">
                {say(f.says)}
              </li>
            ))}
          </ul>
        </>
      ) : null}
    </section>
  );
}
