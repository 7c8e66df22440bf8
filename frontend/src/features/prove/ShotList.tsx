// Shots in their order: look, settings, verdict, and how far the readings are from the prediction.

import type { Shot } from '../../shared/api/log';
import { useProveWords } from '../../shared/messages/prove';
import { show } from '../../shared/units/quantity';
import css from './prove.module.css';

const VERDICT: Record<string, string> = { none: '', good: 'good' };

export function settings(shot: Shot): string {
  const v = shot.values;
  return [
    v.aperture ? show(v.aperture, 'aperture', 'metric') : null,
    v.shutter ? show(v.shutter, 'shutter', 'metric') : null,
    v.iso ? `ISO ${v.iso}` : null,
    v.power ? `lamp ${show(v.power, 'share', 'metric')}` : null,
  ]
    .filter(Boolean)
    .join(', ');
}

export function ShotList(props: { shots: Shot[]; open: string | null; setOpen: (id: string) => void }) {
  const t = useProveWords();
  const { shots, open, setOpen } = props;
  return (
    <ol className={css.shotList}>
      {shots.map((shot) => {
        const first = shot.photographs[0];
        const verdict = VERDICT[shot.values.verdict ?? 'none'] ?? shot.values.verdict;
        return (
          <li key={shot.id} className={shot.id === open ? 'open' : ''}>
            <button type="button" aria-pressed={shot.id === open} onClick={() => setOpen(shot.id)}>
              {first ? (
                <img src={`/api/shots/photographs/${first.id}.jpg`} alt={first.name} />
              ) : (
                <span className={css.noPhoto} aria-hidden="true" />
              )}
              <span>
                <b>
                  {shot.number}. {shot.values.look}
                </b>
                <small>{settings(shot) || t('prove-no-settings-written-down')}</small>
                {shot.values.changed ? (
                  <small>{t('prove-changed', { changed: shot.values.changed })}</small>
                ) : null}
              </span>
              {verdict ? (
                <em className={`${css.verdict} ${css[`verdict-${shot.values.verdict}`]}`}>{verdict}</em>
              ) : null}
            </button>
          </li>
        );
      })}
    </ol>
  );
}
