// What the thing mirrors in words: parts with their share and brightness, which cards to put, how far to turn it.
import { Spin } from 'antd';
import { useRankingWords } from '../../shared/messages/ranking';
import { useShapeWords } from '../../shared/messages/shape';
import { useMirrors } from '../../shared/state/mirrors';
import css from './shape.module.css';

export function MirrorWords() {
  const { mirrors, stale, error } = useMirrors();
  const t = useShapeWords();
  const say = useRankingWords();
  if (error) return <p role="alert">{t('mirrors-problem', { why: error.message })}</p>;
  if (!mirrors)
    return (
      <p className="faint">
        <Spin size="small" /> {t('mirrors-waiting')}
      </p>
    );
  const notes = (words: typeof mirrors.words) => (
    <ul className="notes" aria-live="polite">
      {words
        .map((one) => say(one))
        .map((text) => (
          <li key={text} className="note">
            {text}
          </li>
        ))}
    </ul>
  );
  const parts = mirrors.parts.length ? (
    <table className="list mirror-list">
      <thead>
        <tr>
          <th>{t('mirrors-part')}</th>
          <th>{t('mirrors-share')}</th>
          <th title={t('mirrors-brightness', {}, 'detail')}>{t('mirrors-brightness')}</th>
        </tr>
      </thead>
      <tbody>
        {mirrors.parts.map((part, i) => (
          <tr key={part.key}>
            <td>
              <span className={`swatch mirror-${part.look}`} /> {i + 1} {part.label}
            </td>
            <td>{t('mirrors-of', { share: { kind: 'share', value: part.share } })}</td>
            <td>
              {t('mirrors-look', {
                look: { kind: 'choice', value: part.look },
                known: { kind: 'choice', value: part.stops === null ? 'no' : 'yes' },
                stops: { kind: 'by_stops', value: part.stops },
              })}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  ) : (
    <p className="faint">{t('mirrors-nothing')}</p>
  );
  return (
    <div className={stale ? 'is-stale' : ''}>
      {notes(mirrors.words.slice(1))}
      {parts}
      <ul className="notes">
        {mirrors.cards.map((card) => (
          <li key={say(card.says)} className="note">
            <span className={`swatch ${css[`card-${card.colour}`]}`} /> {say(card.says)}
          </li>
        ))}
      </ul>
      {notes(mirrors.words.slice(0, 1))}
    </div>
  );
}
