// Every check with its figure, limit, source and cure: outside, in need of an answer, or within the checks.
import { Button } from 'antd';
import type { Rig } from '../../shared/api/rig';
import { edit } from '../../shared/state/store';
import css from './rig.module.css';

type Check = Rig['checks'][number];

const ORDER: Check['state'][] = ['outside', 'needs an answer', 'within'];
const HEADS: Record<Check['state'], string> = {
  outside: 'Outside',
  'needs an answer': 'Need an answer',
  within: 'Within the checks',
};

function OneCheck({ check }: { check: Check }) {
  return (
    <li className={`check-line check-${check.state.replaceAll(' ', '-')}`}>
      <div>
        <b>{check.name}</b> <span className="faint">{check.about}</span>
        <p>
          {check.figure}; limit {check.limit}
          {check.factor !== null && check.factor !== undefined && check.factor < 100
            ? `, factor ${check.factor.toFixed(1)}`
            : ''}
        </p>
        <small>{check.source}</small>
        {check.cure ? <p className="check-cure">→ {check.cure.words}</p> : null}
      </div>
      {check.cure && check.cure.changes.length > 0 && check.state !== 'within' ? (
        <Button
          size="small"
          aria-label={`Do it: ${check.cure.words}`}
          onClick={() =>
            edit(
              (check.cure?.changes ?? []).map((c) => ({ path: c.path, value: c.value })),
              `${check.name}: ${check.cure?.words}`,
            )
          }
        >
          Do it
        </Button>
      ) : null}
    </li>
  );
}

export function Checks({ rig }: { rig: Rig }) {
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
            <summary>
              {HEADS[state]} ({lines.length})
            </summary>
            {body}
          </details>
        ) : (
          <section key={state}>
            <h3>
              {HEADS[state]} ({lines.length})
            </h3>
            {body}
          </section>
        );
      })}
      <p className="faint">
        Checks are arithmetic on typical figures, never a permit. Local codes and the makers' instructions
        come first; structure, mains and public sets are for licensed people.
      </p>
    </div>
  );
}
