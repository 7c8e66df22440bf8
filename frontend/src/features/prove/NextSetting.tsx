// From “two thirds down” to the next mark on every dial; trial shots where light cannot be metered.

import { useMutation, useQuery } from '@tanstack/react-query';
import { Button, Checkbox } from 'antd';
import { useState } from 'react';
import { answer, api, type Schemas, type Shoot } from '../../shared/api/client';
import { measuresQuery, type Shot, type ShotValues } from '../../shared/api/log';
import { useProveWords } from '../../shared/messages/prove';
import { edit } from '../../shared/state/store';
import { NumberField } from '../../shared/ui/NumberField';
import { show } from '../../shared/units/quantity';
import { LampDesk } from './LampDesk';
import css from './prove.module.css';

const signed = (stops: number) => `${stops < 0 ? '−' : '+'}${Math.abs(stops).toFixed(1)} stops`;

type Control = Schemas['NextMarkResult']['control'];
const CONTROLS: { value: Control; label: string }[] = [
  { value: 'power', label: 'lamp' },
  { value: 'iso', label: 'ISO' },
  { value: 'shutter', label: 'shutter' },
  { value: 'aperture', label: 'aperture' },
  { value: 'distance', label: 'distance' },
  { value: 'gel', label: 'gel' },
];

function Trials() {
  const t = useProveWords();
  const [tried, setTried] = useState<Schemas['LadderTried'][]>([]);
  const ask = useMutation({
    mutationFn: (rows: Schemas['LadderTried'][]) =>
      answer(api.POST('/api/next-trial', { body: { tried: rows } })),
  });
  const say = (verdict: Schemas['LadderTried']['verdict']) => {
    const rows = [...tried, { stops: ask.data?.next ?? 0, verdict }];
    setTried(rows);
    ask.mutate(rows);
  };
  const step = ask.data;
  return (
    <details className={css.trials}>
      <summary>{t('prove-too-thin-to-meter-find')}</summary>
      {step ? (
        <p aria-live="polite">
          {step.done
            ? t('prove-found-stops-from-the-first', {
                next: step.next >= 0 ? '+' : '−',
                next_2: Math.abs(step.next).toFixed(1),
              })
            : t('prove-take-one-at-stops-at', {
                next: step.next >= 0 ? '+' : '−',
                next_2: Math.abs(step.next).toFixed(1),
                left: String(step.left),
              })}
        </p>
      ) : (
        <Button size="small" onClick={() => ask.mutate([])}>
          {t('prove-begin')}
        </Button>
      )}
      {ask.error ? <p className="field-error">{ask.error.message}</p> : null}
      {step && !step.done ? (
        <span className={css.trialButtons}>
          <Button size="small" onClick={() => say('too dark')}>
            {t('prove-it-is-too-dark')}
          </Button>
          <Button size="small" onClick={() => say('good')}>
            {t('prove-it-is-good')}
          </Button>
          <Button size="small" onClick={() => say('too bright')}>
            {t('prove-it-is-too-bright')}
          </Button>
        </span>
      ) : null}
      {tried.length ? (
        <Button
          size="small"
          onClick={() => {
            setTried([]);
            ask.mutate([]);
          }}
        >
          {t('prove-begin-again')}
        </Button>
      ) : null}
    </details>
  );
}

export function NextSetting({ document, shot }: { document: Shoot; shot: Shot | undefined }) {
  const t = useProveWords();
  const [text, setText] = useState('');
  const [locked, setLocked] = useState<Control[]>([]);
  const [wanted, setWanted] = useState<number | null>(null);
  const read = shot?.values.readings?.find((r) => r.meter === 'key')?.lux ?? null;
  const [over, setOver] = useState<number | null>(null);
  const values = shot?.values as ShotValues | undefined;
  const taken = {
    power: values?.power ?? null,
    shutter: values?.shutter ?? null,
    aperture: values?.aperture ?? null,
    iso: values?.iso ?? null,
  };
  const measured = useQuery(
    measuresQuery(shot?.photographs[0]?.id ?? '', {
      areas: values?.areas ?? [],
      lines: values?.lines ?? [],
      against: null,
      curve: false,
    }),
  );
  const face = measured.data?.levels.find((l) => !l.problem);
  const ask = useMutation({
    mutationFn: (from: { judgement: string; read: number | null; wanted: number | null }) =>
      answer(api.POST('/api/next-setting', { body: { document, locked, taken, ...from } })),
  });
  const judge = () => ask.mutate({ judgement: text, read: null, wanted: null });
  return (
    <section className={`${css.nextSetting} card`} aria-label={t('prove-next-setting')}>
      <h2>{t('prove-next-setting')}</h2>
      <div className="reading-entry">
        <input
          aria-label={t('prove-what-the-picture-needs')}
          placeholder={t('prove-two-thirds-down')}
          value={text}
          onChange={(e) => setText(e.currentTarget.value)}
          onKeyDown={(e) => {
            if (e.key === 'Enter') judge();
          }}
        />
        <Button size="small" type="primary" disabled={!text.trim()} onClick={judge}>
          {t('prove-find-it')}
        </Button>
      </div>
      {read !== null ? (
        <div className="reading-entry">
          <span>{t('prove-or-from-the-key-s', { metric: show(read, 'lux', 'metric') })}</span>
          <NumberField label={t('prove-wanted')} kind="lux" value={wanted} set={setWanted} />
          <Button size="small" disabled={!wanted} onClick={() => ask.mutate({ judgement: '', read, wanted })}>
            {t('prove-find-it')}
          </Button>
        </div>
      ) : null}
      {face?.grey !== null && face?.grey !== undefined ? (
        <div className="reading-entry">
          <span>{t('prove-or-from-the-photograph-s', { name: face.name, grey: signed(face.grey) })}</span>
          <NumberField label={t('prove-over-grey')} kind="stops" value={over} set={setOver} />
          <Button
            size="small"
            disabled={over === null}
            onClick={() =>
              ask.mutate({ judgement: '', read: 1, wanted: 2 ** ((over ?? 0) - (face.grey ?? 0)) })
            }
          >
            {t('prove-find-it')}
          </Button>
        </div>
      ) : null}
      <Checkbox.Group
        aria-label={t('prove-leave-alone')}
        options={CONTROLS.map((c) => ({ value: c.value, label: t('prove-keep', { label: c.label }) }))}
        value={locked}
        onChange={(all) => setLocked(all as Control[])}
      />
      {ask.error ? (
        <p className="field-error" role="alert">
          {ask.error.message}
        </p>
      ) : null}
      {ask.data ? (
        <ul className={css.nextMarks} aria-live="polite">
          {ask.data.marks.map((m) => (
            <li key={m.control}>
              <span>{m.words}</span>
              {m.path ? (
                <Button
                  size="small"
                  aria-label={t('prove-set', { control: m.control })}
                  onClick={() => edit([{ path: m.path, value: m.value }], m.words)}
                >
                  {t('prove-set-it')}
                </Button>
              ) : null}
            </li>
          ))}
        </ul>
      ) : null}
      <Trials />
      <LampDesk document={document} />
    </section>
  );
}
