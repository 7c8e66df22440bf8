// The Bench: a thing is measured once, so that what is predicted with it is right.

import { useQuery } from '@tanstack/react-query';
import { Select } from 'antd';
import { useEffect, useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import { benchQuery, type Written } from '../../shared/api/bench';
import { answer, api } from '../../shared/api/client';
import { devicesQuery } from '../../shared/api/devices';
import { shelfFormQuery, shelfQuery } from '../../shared/api/queries';
import { useBenchWords } from '../../shared/messages/bench';
import { useShoot } from '../../shared/state/store';
import { NumberField } from '../../shared/ui/NumberField';
import { BenchDrawing } from './BenchDrawing';
import { BenchFound } from './BenchFound';
import { BenchTable } from './BenchTable';
import css from './bench.module.css';
import { OutlineTrace } from './OutlineTrace';
import { CATEGORY, SPECS, specOf } from './specs';

const kept = (of: string) => `wenlo-bench-${of}`;

/** What was written down last for a kind of thing, in this browser. */
function last(of: string): Written {
  const { start } = specOf(of);
  try {
    const found: unknown = JSON.parse(localStorage.getItem(kept(of)) ?? 'null');
    if (found && typeof found === 'object') return { ...start, ...found, of };
  } catch {
    // what cannot be read is begun anew
  }
  return { ...start, of };
}

export function BenchPage() {
  const words = useBenchWords();
  const units = useShoot((s) => s.document?.units ?? 'metric');
  const [at, setAt] = useSearchParams();
  const of = specOf(at.get('of') ?? 'sheet').of;
  const spec = specOf(of);
  const chosen = at.get('item');
  const [bench, setBench] = useState<Written>(() => last(of));
  const own = useQuery(shelfQuery(units));
  const form = useQuery(shelfFormQuery(units));
  const devices = useQuery(devicesQuery);
  const item = own.data?.find((i) => i.id === chosen) ?? null;
  const [generic, setGeneric] = useState<string | null>(null);
  const before = item?.item.bench;
  useEffect(() => {
    setBench(before && before.of === of ? (before as Written) : last(of));
    setGeneric(null);
  }, [of, before]);
  const put = (change: Record<string, unknown>) => {
    const next = { ...bench, ...change } as Written;
    setBench(next);
    if (!item) localStorage.setItem(kept(of), JSON.stringify(next));
  };
  const rows = (key: string) => (bench[key] ?? []) as Record<string, unknown>[];
  const begun =
    spec.tables.some((t) => rows(t.key).length > 0) ||
    spec.setup.some((c) => c.empty && bench[c.key] !== null && bench[c.key] !== undefined) ||
    rows('points').length > 2;
  const taken = { generic, item: item?.id ?? null };
  const asked = useQuery(benchQuery(bench, taken, begun && bench.of === of));
  const category = CATEGORY[of];
  const mine = own.data?.filter((i) => i.item.category === category) ?? [];
  const sold = form.data?.starter.filter((s) => s.category === category) ?? [];
  const canBegin = category !== 'found';
  return (
    <main className={`shelf-page ${css.benchPage}`} aria-label={words('bench-bench')}>
      <header>
        <h1>{words('bench-bench')}</h1>
        <span className="faint">{words('bench-measured-once-so-that-what')}</span>
        <span className="spacer" />
        <Link to="/practice">{words('bench-practice')}</Link>
      </header>
      <div className={css.benchBody}>
        <nav className="shelf-categories" aria-label={words('bench-what-is-measured')}>
          {SPECS.map((s) => (
            <button
              key={s.of}
              type="button"
              className={s.of === of ? 'active' : ''}
              aria-current={s.of === of}
              onClick={() => setAt({ of: s.of }, { replace: true })}
            >
              {s.name}
            </button>
          ))}
        </nav>
        <section className={`card ${css.benchWork}`} aria-label={spec.name}>
          <div className="shot-head">
            <h2>{spec.name}</h2>
            <Select
              size="small"
              aria-label={words('bench-what-it-is-taken-for')}
              popupMatchSelectWidth={false}
              value={item ? `mine ${item.id}` : (generic ?? '')}
              options={[
                { value: '', label: words('bench-a-new-one') },
                ...(mine.length
                  ? [
                      {
                        label: words('bench-yours-measured-anew'),
                        options: mine.map((i) => ({ value: `mine ${i.id}`, label: i.item.name })),
                      },
                    ]
                  : []),
                ...(canBegin
                  ? [
                      {
                        label: words('bench-new-begun-from-a-generic'),
                        options: sold.map((s) => ({ value: s.id, label: s.name })),
                      },
                    ]
                  : []),
              ]}
              onChange={(value: string) => {
                if (value.startsWith('mine ')) setAt({ of, item: value.slice(5) }, { replace: true });
                else {
                  if (chosen) setAt({ of }, { replace: true });
                  setGeneric(value || null);
                }
              }}
            />
          </div>
          <ol className={css.benchHow}>
            {spec.how.map((h) => (
              <li key={h}>{h}</li>
            ))}
          </ol>
          <BenchDrawing bench={bench.of === of ? bench : last(of)} units={units} />
          <div className="shot-fields">
            {spec.setup.map((c) => (
              <NumberField
                key={`${of}${c.key}`}
                label={c.label}
                kind={c.kind}
                units={units}
                hint={c.empty}
                value={(bench[c.key] as number | null) ?? null}
                set={(v) => {
                  if (v !== null || c.empty) put({ [c.key]: v });
                }}
              />
            ))}
          </div>
          {of === 'outline' ? (
            <OutlineTrace
              points={rows('points') as unknown as [number, number][]}
              units={units}
              set={(points, error) => put({ points, error })}
            />
          ) : null}
          {spec.tables.map((table) => (
            <BenchTable
              key={`${of}${table.key}`}
              table={table}
              rows={rows(table.key)}
              units={units}
              set={(next) => put({ [table.key]: next })}
              askMeter={
                devices.data?.meter && !devices.data.simulated
                  ? async () => (await answer(api.POST('/api/meter'))).lux
                  : null
              }
            />
          ))}
        </section>
        <BenchFound
          key={`${of}${chosen}`}
          bench={bench}
          found={begun ? asked.data : undefined}
          problem={
            begun ? (asked.error?.message ?? null) : 'Nothing is written down yet; begin as the steps say.'
          }
          taken={taken}
          own={item ? { id: item.id, version: item.version, name: item.item.name } : null}
          units={units}
        />
      </div>
    </main>
  );
}
