// A number that is edited where it is read: click or Enter to type, arrows to nudge.

import { useQuery } from '@tanstack/react-query';
import { type KeyboardEvent, useEffect, useId, useRef, useState } from 'react';
import type { Schemas } from '../api/client';
import { catalogueQuery } from '../api/queries';
import { useCommonWords } from '../messages/common';
import { limitPath } from '../state/limits';
import { getPath } from '../state/paths';
import { clearFieldError, edit, setFieldError, useShoot } from '../state/store';
import { nudge } from '../units/length';
import { type Kind, read, show } from '../units/quantity';
import { Glossed } from './Glossed';
import css from './ui.module.css';

type Limit = Schemas['LimitAnswer'];

const STEP: Partial<Record<Kind, number>> = {
  length: 0.01,
  millimetres: 0.001,
  stops: 0.1,
  share: 0.01,
  degrees: 1,
  number: 1,
  shutter: 0,
  aperture: 0.1,
  speed: 0.1,
  kelvin: 100,
  lux: 500,
};

/** Outside its limits: a sentence; inside: null. */
export function outside(
  value: number,
  limit: Limit | undefined,
  kind: Kind,
  units: 'metric' | 'imperial',
): string | null {
  if (!limit || (value >= limit.low - 1e-12 && value <= limit.high + 1e-12)) return null;
  const name = limit.label.charAt(0).toUpperCase() + limit.label.slice(1);
  const said = limit.unit === 'm' ? 'length' : kind;
  return `${name} must be between ${show(limit.low, said, units)} and ${show(limit.high, said, units)}; this is ${show(value, said, units)}.`;
}

/** What stands where the document leaves a number open. */
const NOTHING = '–';

type Editor = {
  text: string;
  editing: boolean;
  error: string | undefined;
  begin: () => void;
  finish: (text: string) => void;
  cancel: () => void;
  onKeyDown: (event: KeyboardEvent) => void;
};

/** Everything a place that shows one number of the document needs to let it be edited there. */
export function useQuantity(
  path: string,
  kind: Kind,
  label: string,
  also?: (value: number) => { path: string; value: unknown }[],
  /** What holds while the document leaves the value open. */
  unset?: number,
): Editor {
  const document = useShoot((s) => s.document);
  const error = useShoot((s) => s.fieldErrors[path]);
  const { data } = useQuery(catalogueQuery);
  const [editing, setEditing] = useState(false);
  const units = document?.units ?? 'metric';
  const raw = document ? getPath(document, path) : null;
  const value = typeof raw === 'number' ? raw : (unset ?? null);

  const limit = data?.limits.find((l) => l.path === limitPath(path, document));
  const commit = (next: number): void => {
    const wrong = outside(next, limit, kind, units);
    if (wrong) {
      setFieldError(path, wrong);
      return;
    }
    clearFieldError(path);
    edit([{ path, value: next }, ...(also?.(next) ?? [])], `${label}: ${show(next, kind, units)}`);
  };

  return {
    text: value === null ? NOTHING : show(value, kind, units),
    editing,
    error,
    begin: () => setEditing(true),
    cancel: () => setEditing(false),
    finish: (text) => {
      setEditing(false);
      if (/^(|–|-|none|no limit)$/i.test(text.trim()) && limit && limit.default === null) {
        clearFieldError(path);
        if (value !== null) edit([{ path, value: null }], `${label}: ${NOTHING}`);
        return;
      }
      if (value !== null && text.trim() === show(value, kind, units)) return;
      const got = read(text, kind, units);
      if (typeof got === 'string') setFieldError(path, got);
      else commit(got);
    },
    onKeyDown: (event) => {
      if (event.key === 'Enter' || event.key === ' ') {
        event.preventDefault();
        setEditing(true);
      }
      const way =
        event.key === 'ArrowUp' || event.key === 'ArrowRight'
          ? 1
          : event.key === 'ArrowDown' || event.key === 'ArrowLeft'
            ? -1
            : 0;
      const step = STEP[kind];
      if (way && value !== null && step) {
        event.preventDefault();
        const by = kind === 'length' ? nudge(units, event.shiftKey) : step * (event.shiftKey ? 10 : 1);
        commit(Math.round((value + way * by) * 1e6) / 1e6);
      }
    },
  };
}

/** The text box of a number while it is edited. */
export function QuantityInput({ editor, label }: { editor: Editor; label: string }) {
  const box = useRef<HTMLInputElement>(null);
  const done = useRef(false);
  useEffect(() => {
    box.current?.focus();
    box.current?.select();
  }, []);
  return (
    <input
      ref={box}
      className={css.quantityInput}
      aria-label={label}
      defaultValue={editor.text}
      onBlur={(e) => {
        if (!done.current) editor.finish(e.currentTarget.value);
      }}
      onKeyDown={(e) => {
        e.stopPropagation();
        if (e.key === 'Enter') e.currentTarget.blur();
        if (e.key === 'Escape') {
          done.current = true;
          editor.cancel();
        }
      }}
    />
  );
}

/** A labelled number in a panel. */
export function Quantity(props: {
  path: string;
  kind: Kind;
  label: string;
  hint?: string;
  also?: (value: number) => { path: string; value: unknown }[];
}) {
  const t = useCommonWords();
  const editor = useQuantity(props.path, props.kind, props.label, props.also);
  const assumed = useShoot((s) => s.document?.brief.assumed.includes(props.path));
  const id = useId();
  return (
    <div
      className={`field${editor.error ? ' has-error' : ''}${assumed ? ` ${css.assumed}` : ''}`}
      title={assumed ? t('common-assumed') : undefined}
    >
      <span className="field-label" id={id}>
        <Glossed>{props.label}</Glossed>
      </span>
      {editor.editing ? (
        <QuantityInput editor={editor} label={props.label} />
      ) : (
        <button
          type="button"
          className="quantity"
          aria-label={t('common-enter-to-type-arrow-keys', { label: props.label, text: editor.text })}
          aria-describedby={editor.error ? `${id}-error` : undefined}
          onClick={editor.begin}
          onKeyDown={editor.onKeyDown}
        >
          {editor.text}
        </button>
      )}
      {props.hint && !editor.error ? <span className={css.fieldHint}>{props.hint}</span> : null}
      {editor.error ? (
        <span className="field-error" role="alert" id={`${id}-error`}>
          {editor.error}
        </span>
      ) : null}
    </div>
  );
}
