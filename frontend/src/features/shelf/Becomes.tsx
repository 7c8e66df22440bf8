// What a found object can become for the shoot that is open.

import { useQuery } from '@tanstack/react-query';
import { Button, Spin } from 'antd';
import { useNavigate } from 'react-router';
import type { Schemas } from '../../shared/api/client';
import { becomesQuery } from '../../shared/api/queries';
import { useShelfWords } from '../../shared/messages/shelf';
import { edit, useShoot } from '../../shared/state/store';
import css from './shelf.module.css';

type Made = Schemas['MadeResult'];

/** Takes a design and the lamp it was worked out with into the open shoot. */
export function useDesign(): (made: Made, name: string) => void {
  const go = useNavigate();
  const id = useShoot((s) => s.id);
  return (made, name) => {
    edit(
      [
        { path: 'brief.lamp.id', value: made.lamp },
        { path: 'design', value: made.design },
      ],
      `Kind: ${name}`,
    );
    void go(`/shoots/${id}/shape`);
  };
}

export function Becomes({ of }: { of: { item?: string; generic?: string; version?: number } }) {
  const t = useShelfWords();
  const document = useShoot((s) => s.document);
  const take = useDesign();
  const { data, isFetching, error } = useQuery({
    ...becomesQuery(document ?? ({} as never), of),
    enabled: document !== null,
  });
  return (
    <section aria-label={t('shelf-what-it-can-become')} className={css.becomes}>
      <h3>{t('shelf-what-it-can-become')}</h3>
      {document ? null : <p className="faint">{t('shelf-choose-a-shoot-at-the')}</p>}
      {isFetching ? (
        <p className="faint">
          <Spin size="small" /> {t('shelf-working-out-its-light')}
        </p>
      ) : null}
      {error ? <p role="alert">{error.message}</p> : null}
      {data?.kinds.length === 0 ? <p className="faint">{t('shelf-no-kind-that-wenlo-knows')}</p> : null}
      <ul>
        {data?.kinds.map((k) => (
          <li key={k.kind} className={k.why_not ? css.cannotBe : ''}>
            <b>{k.name}</b>
            {k.made ? (
              <>
                <p>
                  {t('shelf-shadow-edge-loses-with', {
                    size: k.made.size,
                    edge: k.made.edge,
                    loss: k.made.loss,
                    lamp_name: k.made.lamp_name,
                  })}
                </p>
                <p className="faint">{k.how}</p>
                <Button size="small" onClick={() => k.made && take(k.made, k.name)}>
                  {t('shelf-use-it-for', { shoot: document?.title ?? t('shelf-the-shoot') })}
                </Button>
              </>
            ) : (
              <p>{k.why_not}</p>
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}
