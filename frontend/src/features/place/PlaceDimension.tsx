// A distance on the plan, from the mark or a wall, typed where it is read.

import { useState } from 'react';
import type { Shoot } from '../../shared/api/client';
import { usePlaceWords } from '../../shared/messages/place';
import { NumberInput } from '../../shared/ui/NumberInput';
import { formatLength } from '../../shared/units/length';
import { read } from '../../shared/units/quantity';
import css from './place.module.css';

export function PlaceDimension(props: {
  at: [number, number];
  label: string;
  value: number;
  units: Shoot['units'];
  commit: (value: number) => void;
}) {
  const t = usePlaceWords();
  const { at, label, value, units, commit } = props;
  const [typing, setTyping] = useState(false);
  const text = formatLength(value, units);
  const width = Math.max(text.length * 7.2 + 12, 44);
  return (
    <g className="dimension">
      {typing ? (
        <foreignObject className={css.placeEntry} x={at[0] - 50} y={at[1] - 14} width={220} height={80}>
          <NumberInput
            opened
            className={css.placeInput ?? ''}
            name={label}
            shown={text}
            read={(typed) => read(typed, 'length', units)}
            set={(found) => {
              if (found !== null) commit(found);
            }}
            done={() => setTyping(false)}
          />
        </foreignObject>
      ) : (
        <g
          role="button"
          tabIndex={0}
          className="dimension-value"
          aria-label={t('place-enter-to-type', { label, text })}
          onPointerDown={(e) => e.stopPropagation()}
          onClick={() => setTyping(true)}
          onKeyDown={(e) => {
            if (e.key === 'Enter') {
              e.stopPropagation();
              setTyping(true);
            }
          }}
        >
          <title>{t('place-click-to-type', { label })}</title>
          <rect x={at[0] - width / 2} y={at[1] - 11} width={width} height={22} rx={4} />
          <text x={at[0]} y={at[1] + 4.5} textAnchor="middle">
            {text}
          </text>
        </g>
      )}
    </g>
  );
}
