// One of a few things, chosen by its picture.
import type { ReactNode } from 'react';
import css from './brief.module.css';

export type Pictured = { id: string; name: string; picture: ReactNode };

export function PictureChoice(props: {
  label: string;
  options: Pictured[];
  value: string | null;
  choose: (id: string) => void;
}) {
  const { options, value } = props;
  const step = (by: number) => {
    const now = options.findIndex((o) => o.id === value);
    const next = options[(now + by + options.length) % options.length];
    if (next) props.choose(next.id);
  };
  return (
    <div className={css.pictures} role="radiogroup" aria-label={props.label}>
      {options.map((o, i) => (
        <button
          key={o.id}
          type="button"
          role="radio"
          aria-checked={o.id === value}
          tabIndex={o.id === value || (value === null && i === 0) ? 0 : -1}
          className={css.pictured}
          onClick={() => props.choose(o.id)}
          onKeyDown={(e) => {
            const by = { ArrowRight: 1, ArrowDown: 1, ArrowLeft: -1, ArrowUp: -1 }[e.key];
            if (!by) return;
            e.preventDefault();
            step(by);
          }}
        >
          {o.picture}
          <span>{o.name}</span>
        </button>
      ))}
    </div>
  );
}
