// A number outside of the document: typed with its unit, taken over when the field is left.
import type { Units } from '../units/length';
import { type Kind, read, show } from '../units/quantity';
import { useNumberEntry } from './NumberInput';

export function NumberField(props: {
  label: string;
  kind: Kind;
  value: number | null;
  set: (v: number | null) => void;
  units?: Units;
  hint?: string | undefined;
}) {
  const { label, kind, value, set, units = 'metric', hint } = props;
  const { box, wrong } = useNumberEntry({
    shown: value === null ? '' : show(value, kind, units),
    read: (text) => (text.trim() ? read(text, kind, units) : null),
    set: (got) => {
      if (got !== value) set(got);
    },
  });
  return (
    <span className={`number-field${wrong ? ' has-error' : ''}`}>
      <label>
        {label}
        <input {...box} placeholder={hint} />
      </label>
      {wrong ? (
        <small className="field-error" role="alert">
          {wrong}
        </small>
      ) : null}
    </span>
  );
}
