// All that stands in the set, to be chosen by name: the same by keyboard as by mouse.

import { EyeInvisibleOutlined, LockOutlined } from '@ant-design/icons';
import type { KeyboardEvent } from 'react';
import { usePlaceWords } from '../../shared/messages/place';
import { choose, usePlace } from '../../shared/state/place';
import css from './place.module.css';
import type { Thing } from './things';

const WHAT: Record<Thing['kind'], string> = {
  key: 'modifier',
  camera: 'camera',
  backdrop: 'backdrop',
  board: 'board',
  block: 'furniture',
  figure: 'person',
  lamp: 'lamp',
  window: 'window',
  sky: 'daylight',
  meter: 'meter',
};

export function ThingList({ things }: { things: Thing[] }) {
  const words = usePlaceWords();
  const chosen = usePlace((p) => p.chosen);
  const step = (event: KeyboardEvent<HTMLUListElement>) => {
    const rows = [...event.currentTarget.querySelectorAll<HTMLButtonElement>('button')];
    const at = rows.indexOf(document.activeElement as HTMLButtonElement);
    if (event.key === 'Home' || event.key === 'End') {
      event.preventDefault();
      rows[event.key === 'Home' ? 0 : rows.length - 1]?.focus();
    } else if (event.altKey && (event.key === 'ArrowDown' || event.key === 'ArrowUp')) {
      event.preventDefault();
      event.stopPropagation();
      rows[at + (event.key === 'ArrowDown' ? 1 : -1)]?.focus();
    }
  };
  return (
    <ul className={css.thingList} aria-label={words('place-what-stands-in-the-set')} onKeyDown={step}>
      {things.map((t) => (
        <li key={t.key}>
          <button
            type="button"
            aria-pressed={chosen.includes(t.key)}
            className={chosen.includes(t.key) ? 'is-chosen' : ''}
            onClick={(event) => choose(t.key, event.shiftKey || event.ctrlKey || event.metaKey)}
          >
            <span>{t.name}</span>
            <small>
              {t.locked ? <LockOutlined aria-label={words('place-locked')} /> : null}
              {t.hidden ? (
                <EyeInvisibleOutlined
                  aria-label={t.kind === 'lamp' ? words('place-off') : words('place-out-of-the-set')}
                />
              ) : null}
              {WHAT[t.kind]}
            </small>
          </button>
        </li>
      ))}
    </ul>
  );
}
