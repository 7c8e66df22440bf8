// One value of an item, edited where it is read.

import { Select, Switch } from 'antd';
import { useId } from 'react';
import type { Schemas, Shoot } from '../api/client';
import { useCommonWords } from '../messages/common';
import { KIND_OF, read, show } from '../units/quantity';
import { useNumberEntry } from './NumberInput';
import { outside } from './Quantity';
import css from './ui.module.css';

export type FieldLine = Schemas['FieldLine'];

/** The number that was typed, null where an optional one was emptied, or a sentence that says what is accepted. */
export function typed(text: string, field: FieldLine, units: Shoot['units']): number | null | string {
  if (!text.trim() || text.trim() === '–')
    return field.optional ? null : `${sentence(field.label)} is missing.`;
  const kind = KIND_OF[field.unit ?? ''] ?? 'number';
  const got = read(text, kind, units);
  if (typeof got === 'string') return got;
  const limit = {
    path: field.name,
    label: field.label,
    unit: field.unit ?? '',
    low: field.low ?? Number.NEGATIVE_INFINITY,
    high: field.high ?? Number.POSITIVE_INFINITY,
    default: null,
  };
  return outside(got, limit, kind, units) ?? got;
}

/** As `show`, but small things to a tenth of a millimetre. */
export function shown(value: number, field: FieldLine, units: Shoot['units']): string {
  if (field.unit === 'm' && units === 'metric' && Math.abs(value) < 0.1)
    return `${Math.round(value * 1e4) / 10} mm`;
  return show(value, KIND_OF[field.unit ?? ''] ?? 'number', units);
}

const sentence = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);

export function ValueField(props: {
  field: FieldLine;
  value: unknown;
  units: Shoot['units'];
  error?: string | undefined;
  readOnly?: boolean;
  change: (value: unknown) => void;
}) {
  const t = useCommonWords();
  const { field, value, units, change, readOnly } = props;
  const id = useId();
  const text =
    field.kind === 'number'
      ? typeof value === 'number'
        ? shown(value, field, units)
        : '–'
      : String(value ?? '');
  const number = useNumberEntry({ shown: text, read: (got) => typed(got, field, units), set: change });
  const error = number.wrong ?? props.error;
  return (
    <div className={`field ${css.valueField}${error ? ' has-error' : ''}`}>
      <label className="field-label" htmlFor={id}>
        {sentence(field.label)}
      </label>
      {readOnly ? (
        <span className="field-static" id={id}>
          {field.kind === 'yes_no' ? (value ? t('common-yes') : t('common-no')) : text}
        </span>
      ) : field.kind === 'yes_no' ? (
        <Switch id={id} size="small" checked={value === true} onChange={change} />
      ) : field.kind === 'choice' ? (
        <Select
          id={id}
          size="small"
          value={String(value)}
          options={(field.options ?? []).map((o) => ({ value: o.id, label: o.name }))}
          onChange={change}
        />
      ) : field.kind === 'number' ? (
        <input
          {...number.box}
          id={id}
          className="quantity"
          aria-describedby={error ? `${id}-error` : undefined}
        />
      ) : (
        <input
          // a saved value replaces what was typed
          key={text}
          id={id}
          className="quantity"
          defaultValue={text}
          aria-describedby={error ? `${id}-error` : undefined}
          onFocus={(e) => e.currentTarget.select()}
          onBlur={(e) => {
            const got = e.currentTarget.value.trim();
            if (got !== text) change(got);
          }}
          onKeyDown={(e) => {
            if (e.key === 'Enter') e.currentTarget.blur();
            if (e.key === 'Escape') e.currentTarget.value = text;
          }}
        />
      )}
      {error ? (
        <span className="field-error" role="alert" id={`${id}-error`}>
          {error}
        </span>
      ) : null}
    </div>
  );
}
