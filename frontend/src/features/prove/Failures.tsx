// What failed at a shot: kept with how the set stood then, and turned into a limit where something can be learned of it.

import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { Button, Select } from 'antd';
import { useState } from 'react';
import { answer, api, type Shoot } from '../../shared/api/client';
import { type Failure, rigNamesQuery, type ShotChange } from '../../shared/api/log';
import { useProveWords } from '../../shared/messages/prove';
import { edit } from '../../shared/state/store';
import { NumberField } from '../../shared/ui/NumberField';
import { show } from '../../shared/units/quantity';
import css from './prove.module.css';

const WHAT: Failure['what'][] = ['melted', 'browned', 'sagged', 'bowed', 'slid', 'tore', 'fell'];

const said = (f: Failure) =>
  [
    `${f.part} ${f.what}`,
    f.minutes === null ? '' : `after ${show(f.minutes, 'minutes', 'metric')}`,
    f.power === null ? '' : `at ${show(f.power, 'share', 'metric')}`,
    f.load === null ? '' : `under ${show(f.load, 'kilograms', 'metric')}`,
  ]
    .filter(Boolean)
    .join(' ');

function Learned({ document, failure }: { document: Shoot; failure: Failure }) {
  const t = useProveWords();
  const client = useQueryClient();
  const ask = useMutation({
    mutationFn: () => answer(api.POST('/api/failures/learned', { body: { document, failure } })),
  });
  const tighten = useMutation({
    mutationFn: () => answer(api.POST('/api/failures/tighten', { body: { document, failure } })),
    onSuccess: (got) => {
      if (got.changes.length) edit(got.changes, `Limit tightened: ${failure.part} ${failure.what}`);
      return client.invalidateQueries({ queryKey: ['shelf'] });
    },
  });
  const problem = ask.error ?? tighten.error;
  return (
    <>
      {ask.data ? (
        <small aria-live="polite">
          {tighten.data ? t('prove-kept-on-the-shelf') : ''}
          {ask.data.words}
        </small>
      ) : null}
      {problem ? <small>{problem.message}</small> : null}
      {ask.data && !tighten.data ? (
        <Button size="small" loading={tighten.isPending} onClick={() => tighten.mutate()}>
          {t('prove-tighten-the-limit')}
        </Button>
      ) : null}
      {ask.data || problem ? null : (
        <Button size="small" loading={ask.isPending} onClick={() => ask.mutate()}>
          {t('prove-what-does-it-teach')}
        </Button>
      )}
    </>
  );
}

export function Failures(props: {
  document: Shoot;
  failures: Failure[];
  power: number | null;
  save: (change: ShotChange) => void;
}) {
  const t = useProveWords();
  const { document, failures, power, save } = props;
  const [open, setOpen] = useState(false);
  const [draft, setDraft] = useState<Failure>({
    what: 'melted',
    part: 'sheet',
    minutes: null,
    load: null,
    power,
    notes: '',
  });
  const names = useQuery({ ...rigNamesQuery(document), enabled: open });
  const parts = [...new Set(['sheet', ...(names.data ?? []), 'frame', 'cloth', 'tape'])];
  return (
    <details
      className={css.failures}
      open={failures.length > 0}
      onToggle={(e) => setOpen(e.currentTarget.open)}
    >
      <summary>{t('prove-something-failed')}</summary>
      <ul>
        {failures.map((f, k) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: a failure is known by its place alone
          <li key={k}>
            <span>
              {said(f)} <Learned document={document} failure={f} />
            </span>
            <Button
              size="small"
              type="text"
              aria-label={t('prove-take-away', { f: said(f) })}
              onClick={() => save((now) => ({ failures: now.failures.filter((_, i) => i !== k) }))}
            >
              ×
            </Button>
          </li>
        ))}
      </ul>
      <div className="reading-entry">
        <Select
          size="small"
          aria-label={t('prove-what-failed')}
          popupMatchSelectWidth={false}
          showSearch
          value={draft.part}
          options={parts.map((p) => ({ value: p, label: p }))}
          onChange={(part) => setDraft({ ...draft, part })}
        />
        <Select
          size="small"
          aria-label={t('prove-how-it-failed')}
          value={draft.what}
          popupMatchSelectWidth={false}
          options={WHAT.map((w) => ({ value: w, label: w }))}
          onChange={(what) => setDraft({ ...draft, what })}
        />
        <NumberField
          label={t('prove-after')}
          kind="minutes"
          value={draft.minutes}
          set={(minutes) => setDraft({ ...draft, minutes })}
        />
        <NumberField
          label={t('prove-lamp-at')}
          kind="share"
          value={draft.power}
          set={(at) => setDraft({ ...draft, power: at })}
        />
        <NumberField
          label={t('prove-load')}
          kind="kilograms"
          value={draft.load}
          set={(load) => setDraft({ ...draft, load })}
        />
        <Button size="small" onClick={() => save((now) => ({ failures: [...now.failures, draft] }))}>
          {t('prove-note-it')}
        </Button>
      </div>
    </details>
  );
}
