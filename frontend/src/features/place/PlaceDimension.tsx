// A distance on the plan, from the mark or a wall, typed where it is read.
import { useEffect, useRef, useState } from 'react';
import type { Shoot } from '../../shared/api/client';
import { formatLength } from '../../shared/units/length';
import { read } from '../../shared/units/quantity';

export function PlaceDimension(props: {
  at: [number, number];
  label: string;
  value: number;
  units: Shoot['units'];
  commit: (value: number) => void;
}) {
  const { at, label, value, units, commit } = props;
  const [typing, setTyping] = useState<string | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const input = useRef<HTMLInputElement>(null);
  const text = formatLength(value, units);
  const width = Math.max(text.length * 7.2 + 12, 44);
  useEffect(() => {
    if (typing !== null) input.current?.focus();
  }, [typing]);
  const finish = () => {
    if (typing === null) return;
    const found = read(typing, 'length', units);
    if (typeof found === 'number') {
      setProblem(null);
      if (typing !== text) commit(found);
      setTyping(null);
    } else setProblem(found);
  };
  return (
    <g className={`dimension place-dimension${problem ? ' has-error' : ''}`}>
      {typing !== null ? (
        <foreignObject x={at[0] - 50} y={at[1] - 14} width={problem ? 220 : 100} height={problem ? 80 : 28}>
          <input
            ref={input}
            className="place-input"
            aria-label={label}
            value={typing}
            onChange={(e) => setTyping(e.currentTarget.value)}
            onFocus={(e) => e.currentTarget.select()}
            onBlur={finish}
            onKeyDown={(e) => {
              e.stopPropagation();
              if (e.key === 'Enter') finish();
              if (e.key === 'Escape') {
                setTyping(null);
                setProblem(null);
              }
            }}
          />
          {problem ? (
            <div className="field-error" role="alert">
              {problem}
            </div>
          ) : null}
        </foreignObject>
      ) : (
        <g
          role="button"
          tabIndex={0}
          className="dimension-value"
          aria-label={`${label}: ${text}. Enter to type`}
          onPointerDown={(e) => e.stopPropagation()}
          onClick={() => setTyping(text)}
          onKeyDown={(e) => {
            if (e.key === 'Enter') {
              e.stopPropagation();
              setTyping(text);
            }
          }}
        >
          <title>{`${label}: click to type`}</title>
          <rect x={at[0] - width / 2} y={at[1] - 11} width={width} height={22} rx={4} />
          <text x={at[0]} y={at[1] + 4.5} textAnchor="middle">
            {text}
          </text>
        </g>
      )}
    </g>
  );
}
