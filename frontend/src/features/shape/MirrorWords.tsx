// What the thing mirrors in words: parts with their share and brightness, which cards to put, how far to turn it.
import { Spin } from 'antd';
import { useMirrors } from '../../shared/state/mirrors';
import css from './shape.module.css';

const LOOKS: Record<string, string> = {
  lit: 'lit',
  dim: 'dim',
  dark: 'dark',
  lamp: 'a hot spot',
  lens: 'not wanted',
  hole: 'not wanted',
};
const stops = (x: number) => `${x < 0 ? '−' : '+'}${Math.abs(x).toFixed(1)} stops`;

export function MirrorWords() {
  const { mirrors, stale, error } = useMirrors();
  if (error) return <p role="alert">What the thing mirrors could not be worked out: {error.message}</p>;
  if (!mirrors)
    return (
      <p className="faint">
        <Spin size="small" /> looking into the thing…
      </p>
    );
  const notes = (words: string[]) => (
    <ul className="notes" aria-live="polite">
      {words.map((text) => (
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
          <th>mirrors</th>
          <th>of it</th>
          <th title="against a white card at the thing">brightness</th>
        </tr>
      </thead>
      <tbody>
        {mirrors.parts.map((part, i) => (
          <tr key={part.key}>
            <td>
              <span className={`swatch mirror-${part.look}`} /> {i + 1} {part.label}
            </td>
            <td>{(part.share * 100).toFixed(part.share < 0.1 ? 1 : 0)} %</td>
            <td>{part.stops === null ? LOOKS[part.look] : `${stops(part.stops)}, ${LOOKS[part.look]}`}</td>
          </tr>
        ))}
      </tbody>
    </table>
  ) : (
    <p className="faint">It does not shine, so nothing is mirrored in it.</p>
  );
  return (
    <div className={stale ? 'is-stale' : ''}>
      {notes(mirrors.words.slice(1))}
      {parts}
      <ul className="notes">
        {mirrors.cards.map((card) => (
          <li key={card.text} className="note">
            <span className={`swatch ${css[`card-${card.colour}`]}`} /> {card.text}
          </li>
        ))}
      </ul>
      {notes(mirrors.words.slice(0, 1))}
    </div>
  );
}
