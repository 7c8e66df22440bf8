// Readings of the Bench: a row to write the next one, and those that were written down.

import { Button, Select } from 'antd';
import { useState } from 'react';
import { useBenchWords } from '../../shared/messages/bench';
import type { Units } from '../../shared/units/length';
import { read, show } from '../../shared/units/quantity';
import css from './bench.module.css';
import type { Column, Table } from './specs';

type Row = Record<string, unknown>;

const applies = (column: Column, row: Row) => !column.where || row[column.where[0]] === column.where[1];

function said(column: Column, row: Row, units: Units): string {
  if (!applies(column, row)) return '';
  const value = row[column.key];
  const choice = column.choices?.find((c) => c.value === value);
  if (choice) return choice.label;
  if (value === null || value === undefined) return column.empty ?? '';
  return show(value as number, column.kind, units);
}

export function BenchTable(props: {
  table: Table;
  rows: Row[];
  units: Units;
  set: (rows: Row[]) => void;
  askMeter: (() => Promise<number>) | null;
}) {
  const t = useBenchWords();
  const { table, rows, units, set, askMeter } = props;
  const [draft, setDraft] = useState<Row>(table.row);
  const [typed, setTyped] = useState<Record<string, string>>({});
  const [wrong, setWrong] = useState<string | null>(null);
  const [asking, setAsking] = useState(false);
  const shown = table.columns.filter((c) => applies(c, draft));
  const numbers = shown.filter((c) => !c.choices);
  // a photograph tells stops: they are held against the first reading, which is 1000 lx where there is none
  const level = (text: string, key: string): number | string => {
    if (!/stops?\s*$/i.test(text)) return read(text, 'lux', units);
    const stops = read(text, 'stops', units);
    const first = rows.find((r) => typeof r[key] === 'number' && r.through === draft.through)?.[key] as
      | number
      | undefined;
    return typeof stops === 'string' ? stops : (first ?? 1000) * 2 ** stops;
  };
  const add = (more: Row = {}) => {
    const row: Row = { ...draft };
    for (const column of numbers) {
      const text = (typed[column.key] ?? '').trim();
      if (column.key in more) row[column.key] = more[column.key];
      else if (!text && column.empty) row[column.key] = null;
      else if (!text && column.kind === 'degrees') row[column.key] = 0;
      else if (!text && column.kind === 'stops') row[column.key] = 0;
      else {
        const value = column.kind === 'lux' ? level(text, column.key) : read(text, column.kind, units);
        if (typeof value === 'string') {
          setWrong(`${column.label}: ${value}`);
          return;
        }
        row[column.key] = value;
      }
    }
    setWrong(null);
    setTyped({});
    set([...rows, row]);
  };
  return (
    <section className={css.benchTable} aria-label={table.title}>
      <h3>{table.title}</h3>
      <div className="reading-entry">
        {shown.map((column) =>
          column.choices ? (
            <Select
              key={column.key}
              size="small"
              aria-label={column.label}
              popupMatchSelectWidth={false}
              value={draft[column.key] as string}
              options={column.choices as { value: string; label: string }[]}
              onChange={(value) => setDraft({ ...draft, [column.key]: value })}
            />
          ) : (
            <label key={column.key} className={css.benchCell}>
              {column.label}
              <input
                value={typed[column.key] ?? ''}
                placeholder={column.empty ?? (column.kind === 'lux' ? 'lx or stops' : '')}
                onChange={(e) => setTyped({ ...typed, [column.key]: e.currentTarget.value })}
                onKeyDown={(e) => {
                  if (e.key === 'Enter') add();
                }}
              />
            </label>
          ),
        )}
        <Button size="small" onClick={() => add()}>
          {t('bench-write-it-down')}
        </Button>
        {askMeter && numbers.some((c) => c.key === 'lux') ? (
          <Button
            size="small"
            loading={asking}
            onClick={() => {
              setAsking(true);
              askMeter()
                .then((lux) => add({ lux }))
                .catch((trouble: Error) => setWrong(trouble.message))
                .finally(() => setAsking(false));
            }}
          >
            {t('bench-ask-the-meter')}
          </Button>
        ) : null}
      </div>
      {wrong ? (
        <p className="field-error" role="alert">
          {wrong}
        </p>
      ) : null}
      {rows.length ? (
        <table className="list">
          <caption className="sr-only">{table.title}</caption>
          <thead>
            <tr>
              {table.columns
                .filter((c) => rows.some((r) => applies(c, r)))
                .map((c) => (
                  <th key={c.key} scope="col" className={c.choices ? '' : 'right'}>
                    {c.label}
                  </th>
                ))}
              <th scope="col" aria-label={t('bench-take-away')} />
            </tr>
          </thead>
          <tbody>
            {rows.map((row, k) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: a row is known by its place alone
              <tr key={k}>
                {table.columns
                  .filter((c) => rows.some((r) => applies(c, r)))
                  .map((c) => (
                    <td key={c.key} className={c.choices ? '' : 'right'}>
                      {said(c, row, units)}
                    </td>
                  ))}
                <td className="right">
                  <Button
                    size="small"
                    type="text"
                    aria-label={t('bench-take-row-away', { k: String(k + 1) })}
                    onClick={() => set(rows.filter((_, i) => i !== k))}
                  >
                    ×
                  </Button>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      ) : null}
    </section>
  );
}
