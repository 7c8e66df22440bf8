// What the rig takes and what of it is there; supports that are built.

import type { Rig } from '../../shared/api/rig';
import { stepWords } from '../../shared/messages/build';
import { useRigWords } from '../../shared/messages/rig';
import type { Units } from '../../shared/units/length';
import { money } from '../../shared/units/money';
import css from './rig.module.css';

export function Kit({ rig, units }: { rig: Rig; units: Units }) {
  const t = useRigWords();
  return (
    <div className={css.kit}>
      <table className="list">
        <caption className="sr-only">{t('rig-kit')}</caption>
        <thead>
          <tr>
            <th scope="col">{t('rig-what')}</th>
            <th scope="col" className="right">
              {t('rig-needed-2')}
            </th>
            <th scope="col" className="right">
              {t('rig-on-the-shelf')}
            </th>
          </tr>
        </thead>
        <tbody>
          {rig.needed.map((n) => (
            <tr key={n.name} className={n.have < n.count ? 'is-short' : ''}>
              <td>{n.name}</td>
              <td className="right">{n.count}</td>
              <td className="right">{n.have || 'none'}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <h3>{t('rig-home-made-supports')}</h3>
      {rig.home_made.map((h) => (
        <details key={h.id}>
          <summary>
            <b>{h.name}</b>{' '}
            <span className="faint">
              {t('rig-carries-kg-weighs-kg-about', {
                payload: h.payload.toFixed(h.payload < 2 ? 1 : 0),
                mass: h.mass.toFixed(1),
                currency: money(h.cost, rig.currency),
              })}
            </span>
          </summary>
          <p>{h.words}</p>
          <p className="faint">{h.pieces.join('; ')}</p>
          <ol>
            {h.steps.map((said) => {
              const { title, text, caution } = stepWords(said, units);
              return (
                <li key={said.says.code}>
                  <b>{title}</b> {text} {caution}
                </li>
              );
            })}
          </ol>
          <p className="caution">
            <b>{t('rig-caution')}</b> {h.caution}
          </p>
        </details>
      ))}
    </div>
  );
}
