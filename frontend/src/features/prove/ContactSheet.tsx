// All photographs of the log in their order, to look over or to print.

import type { Shot } from '../../shared/api/log';
import { useProveWords } from '../../shared/messages/prove';
import css from './prove.module.css';
import { settings } from './ShotList';

export function ContactSheet({ shots, choose }: { shots: Shot[]; choose: (id: string) => void }) {
  const t = useProveWords();
  const prints = shots.flatMap((shot) => shot.photographs.map((photo, k) => ({ shot, photo, k })));
  if (!prints.length) return <p className="faint-words">{t('prove-no-shot-has-a-photograph')}</p>;
  return (
    <ol className={css.contactSheet}>
      {prints.map(({ shot, photo, k }) => (
        <li key={photo.id}>
          <button type="button" onClick={() => choose(shot.id)}>
            <img src={`/api/shots/photographs/${photo.id}.jpg`} alt={photo.name} loading="lazy" />
            <b>
              {shot.number}. {shot.values.look}
              {k ? `, ${k + 1}` : ''}
            </b>
            <small>{settings(shot)}</small>
            {shot.values.changed ? (
              <small>{t('prove-changed', { changed: shot.values.changed })}</small>
            ) : null}
          </button>
        </li>
      ))}
    </ol>
  );
}
