// Prove: the log of shots, readings and photographs against the prediction, and what to set next.

import { useMutation, useQuery } from '@tanstack/react-query';
import { Button, Popconfirm, Select } from 'antd';
import { useCallback, useEffect, useRef, useState } from 'react';
import type { Shoot } from '../../shared/api/client';
import { useShots } from '../../shared/api/lists';
import {
  addShot,
  asItStood,
  type Shot,
  type ShotChange,
  type ShotValues,
  searchQuery,
  useLog,
  writeShot,
} from '../../shared/api/log';
import { useJournal } from '../../shared/journal/journal';
import { bothTexts } from '../../shared/journal/merge';
import { useProveWords } from '../../shared/messages/prove';
import { type Edit, edit, useShoot } from '../../shared/state/store';
import { NumberField } from '../../shared/ui/NumberField';
import type { Kind } from '../../shared/units/quantity';
import { ContactSheet } from './ContactSheet';
import { Failures } from './Failures';
import { NextSetting } from './NextSetting';
import { Photographs } from './Photographs';
import css from './prove.module.css';
import { Readings } from './Readings';
import { ShotList, settings } from './ShotList';

const VERDICTS: ShotValues['verdict'][] = [
  'none',
  'good',
  'too dark',
  'too bright',
  'too hard',
  'too flat',
  'spills',
  'other',
];

type Number = 'aperture' | 'shutter' | 'iso' | 'power' | 'kelvin';
const FIELDS: { key: Number; label: string; kind: Kind }[] = [
  { key: 'aperture', label: 'Aperture', kind: 'aperture' },
  { key: 'shutter', label: 'Shutter', kind: 'shutter' },
  { key: 'iso', label: 'ISO', kind: 'number' },
  { key: 'power', label: 'Lamp', kind: 'share' },
  { key: 'kelvin', label: 'White balance', kind: 'kelvin' },
];

/** As the set stands now: what a new shot begins with. */
function asSet(document: Shoot, before: Shot | undefined): ShotValues {
  const { camera, lamp } = document.brief;
  return {
    look: before?.values.look ?? 'as set',
    aperture: camera.aperture,
    shutter: camera.shutter,
    iso: camera.iso,
    power: lamp.power,
    kelvin: camera.white_balance,
    changed: '',
    notes: '',
    verdict: 'none',
    readings: [],
    areas: [],
    lines: [],
    failures: [],
  };
}

/** The edits that set a shoot up as it stood, with the settings that were written down. */
function repeated(then: Shoot, values: ShotValues): Edit[] {
  const { camera, lamp } = then.brief;
  const brief = {
    ...then.brief,
    lamp: { ...lamp, power: values.power ?? lamp.power },
    camera: {
      ...camera,
      aperture: values.aperture ?? camera.aperture,
      shutter: values.shutter ?? camera.shutter,
      iso: values.iso ?? camera.iso,
      white_balance: values.kelvin ?? camera.white_balance,
    },
  };
  return [
    { path: 'design', value: then.design },
    { path: 'second', value: then.second },
    { path: 'brief', value: brief },
    { path: 'meters', value: then.meters },
    { path: 'rig', value: then.rig },
  ];
}

const PAUSE_MS = 700;

/** Words that are kept whenever the typing pauses, and when they are left in whatever way. */
function Words(props: { label: string; value: string; set: (text: string) => void }) {
  const [text, setText] = useState<string | null>(null);
  const seen = useRef(props.value);
  const now = useRef(props);
  now.current = props;
  const save = useCallback((typed: string) => {
    const { value, set } = now.current;
    // what came from somebody else while this was typed is not written over
    const kept = value === seen.current ? typed : bothTexts(seen.current, value, typed);
    seen.current = kept;
    if (kept !== typed) setText((now) => (now === null ? null : kept));
    if (kept !== value) set(kept);
  }, []);
  const typed = useRef<string | null>(null);
  typed.current = text;
  useEffect(() => {
    if (text === null) return;
    const timer = setTimeout(() => save(text), PAUSE_MS);
    return () => clearTimeout(timer);
  }, [text, save]);
  useEffect(() => {
    const leave = () => {
      if (typed.current !== null) save(typed.current);
    };
    window.addEventListener('pagehide', leave);
    return () => {
      window.removeEventListener('pagehide', leave);
      leave();
    };
  }, [save]);
  return (
    <label className={css.shotWords}>
      <span>{props.label}</span>
      <textarea
        rows={1}
        aria-label={props.label}
        value={text ?? props.value}
        maxLength={2000}
        onChange={(e) => {
          if (text === null) seen.current = props.value;
          setText(e.currentTarget.value);
        }}
        onBlur={() => {
          if (text !== null) save(text);
          setText(null);
        }}
      />
    </label>
  );
}

function OneShot(props: { document: Shoot; shot: Shot; shots: Shot[]; log: ReturnType<typeof useLog> }) {
  const t = useProveWords();
  const { document, shot, shots, log } = props;
  const values = shot.values as ShotValues;
  const save = (change: ShotChange) => writeShot(shot, change);
  const refused = useJournal((s) => s.refused[shot.id]);
  const again = useMutation({
    mutationFn: () => asItStood(shot.id),
    onSuccess: (then) => edit(repeated(then, values), `As at shot ${shot.number}`),
  });
  const looks = ['as set', ...document.looks.map((l) => l.name)];
  return (
    <div className="one-shot">
      <div className="shot-head">
        <h2>{t('prove-shot-2', { number: String(shot.number) })}</h2>
        <Select
          size="small"
          aria-label={t('prove-look')}
          value={values.look}
          popupMatchSelectWidth={false}
          options={[...new Set([...looks, values.look])].map((l) => ({ value: l, label: l }))}
          onChange={(look) => save(() => ({ look }))}
        />
        <Select
          size="small"
          aria-label={t('prove-verdict')}
          value={values.verdict}
          popupMatchSelectWidth={false}
          options={VERDICTS.map((v) => ({ value: v, label: v === 'none' ? t('prove-no-verdict-yet') : v }))}
          onChange={(verdict) => save(() => ({ verdict }))}
        />
        <Popconfirm
          title={t('prove-set-everything-up-as-it', { number: String(shot.number) })}
          okText={t('prove-set-it-up')}
          cancelText={t('prove-leave-it')}
          onConfirm={() => again.mutate()}
        >
          <Button size="small" loading={again.isPending}>
            {t('prove-repeat-it')}
          </Button>
        </Popconfirm>
        <Popconfirm
          title={t('prove-put-this-shot-in-the')}
          okText={t('prove-put-in-the-trash')}
          cancelText={t('prove-keep-2')}
          onConfirm={() => log.remove.mutate(shot)}
        >
          <Button size="small">{t('prove-delete')}</Button>
        </Popconfirm>
      </div>
      <div className="shot-fields">
        {FIELDS.map((f) => (
          <NumberField
            key={`${shot.id}${f.key}`}
            label={f.label}
            kind={f.kind}
            value={values[f.key] ?? null}
            set={(v) => save(() => ({ [f.key]: v }))}
          />
        ))}
      </div>
      <Words
        label={t('prove-what-one-thing-changed')}
        value={values.changed}
        set={(changed) => save(() => ({ changed }))}
      />
      <Words label={t('prove-notes')} value={values.notes} set={(notes) => save(() => ({ notes }))} />
      {refused ? (
        <p className="field-error" role="alert">
          {refused}
        </p>
      ) : null}
      {again.error ? (
        <p className="field-error" role="alert">
          {again.error.message}
        </p>
      ) : null}
      <Failures document={document} failures={values.failures} power={values.power} save={save} />
      <Readings key={`readings ${shot.id}`} document={document} shot={shot} save={save} />
      <Photographs key={shot.id} document={document} shot={shot} shots={shots} save={save} log={log} />
    </div>
  );
}

function Search() {
  const t = useProveWords();
  const [words, setWords] = useState('');
  const found = useQuery(searchQuery(words));
  return (
    <div className={css.logSearch}>
      <input
        type="search"
        aria-label={t('prove-search-all-shoots')}
        placeholder={t('prove-search-the-log-of-all')}
        value={words}
        onChange={(e) => setWords(e.currentTarget.value)}
      />
      {found.data ? (
        <ul aria-live="polite">
          {found.data.map((s) => (
            <li key={s.id}>
              <a href={`/shoots/${s.shoot}/prove`}>
                {s.number}. {s.values.look}
              </a>{' '}
              <small>
                {[
                  settings(s),
                  s.values.changed,
                  s.values.notes,
                  s.values.verdict === 'none' ? '' : s.values.verdict,
                ]
                  .filter(Boolean)
                  .join('; ')}
              </small>
            </li>
          ))}
          {found.data.length ? null : <li className="faint-words">{t('prove-no-shot-says-that')}</li>}
        </ul>
      ) : null}
    </div>
  );
}

export function ProveStage() {
  const document = useShoot((s) => s.document);
  const id = useShoot((s) => s.id);
  if (!document || !id) return null;
  return <ProveOf document={document} id={id} />;
}

function ProveOf({ document, id }: { document: Shoot; id: string }) {
  const t = useProveWords();
  const { shots, error } = useShots(id);
  const log = useLog(id);
  const [open, setOpen] = useState<string | null>(null);
  const [sheet, setSheet] = useState(false);
  if (error && !shots)
    return (
      <div className="stage">
        <div className="card waiting" role="alert">
          <h2>{t('prove-the-log-cannot-be-read')}</h2>
          <p>{error.message}</p>
        </div>
      </div>
    );
  if (!shots) return <div className="stage waiting">{t('prove-opening-the-log')}</div>;
  const last = shots[shots.length - 1];
  const shown = shots.find((s) => s.id === open) ?? last;
  return (
    <div className={`stage ${css.proveStage}`}>
      <div className={css.proveLeft}>
        <section className="card" aria-label={t('prove-shots')}>
          <div className="shot-head">
            <h2>{t('prove-shots')}</h2>
            {shots.some((s) => s.photographs.length) ? (
              <Button size="small" aria-pressed={sheet} onClick={() => setSheet(!sheet)}>
                {t('prove-contact-sheet')}
              </Button>
            ) : null}
            <Button size="small" type="primary" onClick={() => setOpen(addShot(id, asSet(document, last)))}>
              {t('prove-new-shot-as-it-is')}
            </Button>
          </div>
          {shots.length ? null : <p className="faint-words">{t('prove-nothing-is-in-the-log')}</p>}
          {/* biome-ignore lint/a11y/noNoninteractiveTabindex: it scrolls, also by keyboard */}
          <section className="scroll" aria-label={t('prove-all-shots')} tabIndex={0}>
            <ShotList shots={shots} open={shown?.id ?? null} setOpen={setOpen} />
          </section>
          <Search />
        </section>
        <NextSetting document={document} shot={shown} />
      </div>
      {/* biome-ignore lint/a11y/noNoninteractiveTabindex: it scrolls, also by keyboard */}
      <section className={`card ${css.proveRight}`} aria-label={t('prove-one-shot')} tabIndex={0}>
        {sheet ? (
          <>
            <div className="shot-head">
              <h2>{t('prove-contact-sheet')}</h2>
              <a
                href={`/api/shoots/${id}/contact-sheet.pdf?paper=${document.units === 'imperial' ? 'letter' : 'a4'}`}
              >
                {t('prove-pdf')}
              </a>
            </div>
            <ContactSheet
              shots={shots}
              choose={(shot) => {
                setOpen(shot);
                setSheet(false);
              }}
            />
          </>
        ) : null}
        {shown && !sheet ? (
          <OneShot key={shown.id} document={document} shot={shown} shots={shots} log={log} />
        ) : null}
      </section>
    </div>
  );
}
