// Readings beside the prediction, in stops; what explains the misses.

import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { Button, Segmented, Select } from 'antd';
import { useState } from 'react';
import { answer, api, type Schemas, type Shoot } from '../../shared/api/client';
import { useMeter } from '../../shared/api/devices';
import {
  predictAlike,
  predictedQuery,
  type Shot,
  type ShotChange,
  type ShotValues,
  stoodQuery,
} from '../../shared/api/log';
import { useEvidenceWords } from '../../shared/messages/evidence';
import { inOneGo } from '../../shared/messages/facts';
import { useProveWords } from '../../shared/messages/prove';
import { edit } from '../../shared/state/store';
import { NumberToAdd } from '../../shared/ui/NumberToAdd';
import css from './prove.module.css';

/** The face with the sheet taken away. */
const BARE = 'bare';

const signed = (stops: number) => `${stops < 0 ? '−' : '+'}${Math.abs(stops).toFixed(2)} stops`;

export function Readings(props: { document: Shoot; shot: Shot; save: (change: ShotChange) => void }) {
  const t = useProveWords();
  const say = useEvidenceWords();
  const keep = (unknown: Schemas['FoundResult']['unknown']) =>
    t('prove-keep-as-read', { unknown: { kind: 'choice', value: unknown.replace(' ', '-') } });
  const { document, shot, save } = props;
  const values = shot.values as ShotValues;
  const readings = values.readings;
  const places = [
    { value: 'key', label: t('prove-key-at-the-face') },
    ...('sheet' in document.design ? [{ value: BARE, label: t('prove-key-without-the-sheet') }] : []),
    ...document.meters.map((m) => ({ value: m.key, label: m.name })),
  ];
  const stood = useQuery(stoodQuery(shot.id));
  const changed = stood.data !== undefined && !predictAlike(stood.data, document);
  const [then, setThen] = useState(false);
  // the set of today unless it is asked for: what readings taught it since is in it
  const set = changed && then && stood.data ? stood.data : document;
  // what was written down before meters had keys is by their names
  const inSet = ['key', BARE, ...set.meters.flatMap((m) => [m.key, m.name])];
  const nameOf = (meter: string) =>
    meter === BARE
      ? t('prove-key-without-the-sheet')
      : (set.meters.find((m) => m.key === meter)?.name ?? meter);
  const known = readings.filter((r) => inSet.includes(r.meter)).map((r) => r.meter);
  const told = useQuery({ ...predictedQuery(set, [...new Set(known)]), enabled: readings.length > 0 });
  const [meter, setMeter] = useState('key');
  const put = (lux: number, source: 'typed' | 'meter') =>
    save((now) => ({ readings: [...now.readings.filter((r) => r.meter !== meter), { meter, lux, source }] }));
  const asked = useMeter(document);
  const fit = useMutation({
    mutationFn: () =>
      answer(
        api.POST('/api/fit', {
          body: { document: set, readings: readings.filter((r) => inSet.includes(r.meter)) },
        }),
      ),
  });
  const next = fit.data?.next;
  const client = useQueryClient();
  const taken = useMutation({
    mutationFn: ({ unknown, stops, error }: Schemas['FoundResult']) =>
      answer(api.POST('/api/fit/take-over', { body: { document, unknown, stops, error } })),
    onSuccess: (got, found) => {
      edit(got.changes, keep(found.unknown));
      fit.reset();
      return client.invalidateQueries({ queryKey: ['shelf'] });
    },
  });
  return (
    <section className={css.readings} aria-label={t('prove-readings')}>
      <h3>{t('prove-readings')}</h3>
      <div className="reading-entry">
        <Select
          size="small"
          aria-label={t('prove-meter')}
          value={meter}
          popupMatchSelectWidth={false}
          options={places}
          onChange={setMeter}
        />
        <NumberToAdd
          name="Reading in lux"
          kind="lux"
          units={document.units}
          placeholder={t('prove-412-lx')}
          button="Write it down"
          accept={(lux) => (lux > 0 ? null : 'A reading is more than 0 lx.')}
          add={(lux) => put(lux, 'typed')}
        />
        <Button
          size="small"
          loading={asked.isPending}
          onClick={() => asked.mutate(meter, { onSuccess: (got) => put(got.lux, 'meter') })}
        >
          {t('prove-ask-the-meter')}
        </Button>
      </div>
      {asked.error ? (
        <p className="field-error" role="alert">
          {asked.error.message}
        </p>
      ) : null}
      {changed && readings.length ? (
        <p className="faint-words set-then">
          {t('prove-the-set-was-changed-after')}{' '}
          <Segmented
            size="small"
            aria-label={t('prove-held-against-the-set')}
            value={then ? 'then' : 'now'}
            options={[
              { value: 'now', label: t('prove-the-set-now') },
              { value: 'then', label: t('prove-as-it-stood') },
            ]}
            onChange={(value) => {
              setThen(value === 'then');
              fit.reset();
            }}
          />
        </p>
      ) : null}
      {readings.length ? (
        <table className="list">
          <caption className="sr-only">{t('prove-readings-against-the-prediction')}</caption>
          <thead>
            <tr>
              <th scope="col">{t('prove-where')}</th>
              <th scope="col" className="right">
                {t('prove-read')}
              </th>
              <th scope="col" className="right">
                {t('prove-predicted')}
              </th>
              <th scope="col" className="right">
                {t('prove-off-by')}
              </th>
            </tr>
          </thead>
          <tbody>
            {readings.map((r) => {
              const expected = told.data?.lines.find((l) => l.meter === r.meter)?.lux;
              const off = expected ? Math.log2(r.lux / expected) : null;
              return (
                <tr key={r.meter}>
                  <td>
                    {nameOf(r.meter)}
                    {r.source === 'meter' ? <small>{t('prove-from-the-meter')}</small> : null}
                  </td>
                  <td className="right strong">
                    {t('prove-lx', { lux: r.lux.toFixed(r.lux < 100 ? 1 : 0) })}
                  </td>
                  <td className="right">
                    {expected ? t('prove-lx-2', { expected: expected.toFixed(expected < 100 ? 1 : 0) }) : '–'}
                  </td>
                  <td className={`right${off !== null && Math.abs(off) > 1 / 3 ? ' bad' : ''}`}>
                    {off === null ? '–' : signed(off)}
                  </td>
                </tr>
              );
            })}
          </tbody>
        </table>
      ) : (
        <p className="faint-words">{t('prove-read-the-key-at-the')}</p>
      )}
      {readings.length > 1 ? (
        <Button size="small" loading={fit.isPending} onClick={() => fit.mutate()}>
          {t('prove-what-explains-the-misses')}
        </Button>
      ) : null}
      {fit.error ? (
        <p className="field-error" role="alert">
          {fit.error.message}
        </p>
      ) : null}
      {fit.data ? (
        <div className={css.fitAnswer} aria-live="polite">
          <p>{inOneGo(say, fit.data.says)}</p>
          {next ? (
            <>
              <p>{say(next.says)}</p>
              <ul>
                {next.outcomes.map((one) => (
                  <li key={say(one)}>{say(one)}</li>
                ))}
              </ul>
              <Button size="small" onClick={() => setMeter(next.meter)}>
                {t('prove-read-there-next', { place: nameOf(next.meter) })}
              </Button>
            </>
          ) : null}
          <ul>
            {fit.data.misses.map((m) => (
              <li key={m.meter}>
                {nameOf(m.meter)}: {signed(m.before)} → {signed(m.after)}
              </li>
            ))}
          </ul>
          {(set === document ? fit.data.found : []).map((f) => (
            <Button
              key={f.unknown}
              size="small"
              loading={taken.isPending && taken.variables?.unknown === f.unknown}
              onClick={() => taken.mutate(f)}
            >
              {keep(f.unknown)}
            </Button>
          ))}
          {taken.error ? (
            <p className="field-error" role="alert">
              {taken.error.message}
            </p>
          ) : null}
        </div>
      ) : null}
    </section>
  );
}
