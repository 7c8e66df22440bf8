// A number outside of the document: typed with its unit, taken over when the field is left.
import { useState } from 'react';
import type { Units } from '../units/length';
import { type Kind, read, show } from '../units/quantity';

export function NumberField(props: {
  label: string;
  kind: Kind;
  value: number | null;
  set: (v: number | null) => void;
  units?: Units;
  hint?: string | undefined;
}) {
  const { label, kind, value, set, units = 'metric', hint } = props;
  const [text, setText] = useState<string | null>(null);
  const [wrong, setWrong] = useState<string | null>(null);
  const shown = value === null ? '' : show(value, kind, units);
  return (
    <span className={`number-field${wrong ? ' has-error' : ''}`}>
      <label>
        {label}
        <input
          value={text ?? shown}
          placeholder={hint}
          aria-invalid={wrong !== null}
          onFocus={() => setText((typed) => typed ?? shown)}
          onChange={(e) => setText(e.currentTarget.value)}
          onBlur={() => {
            const got =
              text === null || text === shown ? value : text.trim() ? read(text, kind, units) : null;
            if (typeof got === 'string') {
              setWrong(got);
              return;
            }
            setWrong(null);
            setText(null);
            if (got !== value) set(got);
          }}
          onKeyDown={(e) => {
            if (e.key === 'Enter') e.currentTarget.blur();
          }}
        />
      </label>
      {wrong ? (
        <small className="field-error" role="alert">
          {wrong}
        </small>
      ) : null}
    </span>
  );
}
