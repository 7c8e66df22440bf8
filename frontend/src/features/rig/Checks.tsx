// Every check with its figure, limit, source and cure: outside, in need of an answer, or within the checks.

import { Button } from 'antd';
import type { Rig } from '../../shared/api/rig';
import { useRigWords } from '../../shared/messages/rig';
import { edit } from '../../shared/state/store';
import css from './rig.module.css';

type Check = Rig['checks'][number];

const ORDER: Check['state'][] = ['outside', 'needs an answer', 'within'];
const HEADS: Record<Check['state'], string> = {
  outside: 'rig-checks-outside',
  'needs an answer': 'rig-checks-unanswered',
  within: 'rig-checks-within',
};

function OneCheck({ check }: { check: Check }) {
  const t = useRigWords();
  return (
    <li className={`check-line check-${check.state.replaceAll(' ', '-')}`}>
      <div>
        <b>{check.name}</b> <span className="faint">{check.about}</span>
        <p>
          {t('rig-limit', {
            figure: check.figure,
            limit: check.limit,
            factor:
              check.factor !== null && check.factor !== undefined && check.factor < 100
                ? t('rig-factor', { factor: check.factor.toFixed(1) })
                : '',
          })}
        </p>
        <small>{check.source}</small>
        {check.cure ? <p className="check-cure">→ {check.cure.words}</p> : null}
      </div>
      {check.cure && check.cure.changes.length > 0 && check.state !== 'within' ? (
        <Button
          size="small"
          aria-label={t('rig-do-it-2', { words: check.cure.words })}
          onClick={() =>
            edit(
              (check.cure?.changes ?? []).map((c) => ({ path: c.path, value: c.value })),
              `${check.name}: ${check.cure?.words}`,
            )
          }
        >
          {t('rig-do-it')}
        </Button>
      ) : null}
    </li>
  );
}

export function Checks({ rig }: { rig: Rig }) {
  const t = useRigWords();
  return (
    <div className={css.checks}>
      {ORDER.map((state) => {
        const lines = rig.checks.filter((c) => c.state === state);
        if (!lines.length) return null;
        const body = (
          <ul key={state}>
            {lines.map((c) => (
              <OneCheck key={c.id} check={c} />
            ))}
          </ul>
        );
        return state === 'within' ? (
          <details key={state}>
            <summary>{t(HEADS[state], { count: { kind: 'count', value: lines.length } })}</summary>
            {body}
          </details>
        ) : (
          <section key={state}>
            <h3>{t(HEADS[state], { count: { kind: 'count', value: lines.length } })}</h3>
            {body}
          </section>
        );
      })}
      <p className="faint">{t('rig-checks-are-arithmetic-on-typical')}</p>
    </div>
  );
}
