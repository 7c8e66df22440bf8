// Every check with its figure, limit, source and cure: outside, in need of an answer, or within the checks.

import { Button } from 'antd';
import type { Rig } from '../../shared/api/rig';
import { useCheckWords } from '../../shared/messages/checks';
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
  const say = useCheckWords();
  const cure = check.cure ? say(check.cure.says) : '';
  return (
    <li className={`check-line check-${check.state.replaceAll(' ', '-')}`}>
      <div>
        <b>{say(check.says)}</b> <span className="faint">{say(check.about)}</span>
        <p>
          {t('rig-limit', {
            figure: say(check.says, 'figure'),
            limit: say(check.says, 'limit'),
            factor:
              check.factor !== null && check.factor !== undefined && check.factor < 100
                ? t('rig-factor', { factor: check.factor.toFixed(1) })
                : '',
          })}
        </p>
        <small>{say(check.says, 'source')}</small>
        {check.cure ? <p className="check-cure">→ {cure}</p> : null}
      </div>
      {check.cure && check.cure.changes.length > 0 && check.state !== 'within' ? (
        <Button
          size="small"
          aria-label={t('rig-do-it-2', { words: cure })}
          onClick={() =>
            edit(
              (check.cure?.changes ?? []).map((c) => ({ path: c.path, value: c.value })),
              `${say(check.says)}: ${cure}`,
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
