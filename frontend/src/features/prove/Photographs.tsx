// Photographs of a shot: added or taken by the camera, with areas and lines drawn on them, held against one another.

import { useQuery } from '@tanstack/react-query';
import { Button, Checkbox, Select } from 'antd';
import { useRef, useState } from 'react';
import type { Shoot } from '../../shared/api/client';
import { devicesQuery } from '../../shared/api/devices';
import {
  type Area,
  addPhotograph,
  type Line,
  measuresQuery,
  type Shot,
  type ShotChange,
  type ShotValues,
  type useLog,
} from '../../shared/api/log';
import { useProveWords } from '../../shared/messages/prove';
import { useWaitingPhotographs, WaitingPhotographs } from '../../shared/ui/WaitingPhotographs';
import { areaOf, type Drawn, PhotoFrame } from './PhotoFrame';
import { PhotoWords } from './PhotoWords';
import css from './prove.module.css';

type What = Area['shows'] | Line['across'];

const DRAW: { value: What; label: string }[] = [
  { value: 'light', label: 'light of an area' },
  { value: 'lit sheet', label: 'a lit sheet' },
  { value: 'ground', label: 'the ground' },
  { value: 'dark', label: 'something dark, for leaks' },
  { value: 'neutral card', label: 'a neutral card' },
  { value: 'edge', label: 'across a shadow’s edge' },
  { value: 'ball', label: 'over a ball or head, lit rim first' },
];

const NAMES: Record<Area['shows'], string[]> = {
  light: ['face', 'shadow side', 'wall', 'hair', 'cloth'],
  'lit sheet': ['sheet'],
  ground: ['ground'],
  dark: ['dark'],
  'neutral card': ['card'],
};

/** What the server calls a predicted picture. */
const PREDICTED = 'as predicted';

function nameFor(shows: Area['shows'], taken: string[]): string {
  const free = NAMES[shows].find((n) => !taken.includes(n));
  if (free) return free;
  let k = 2;
  while (taken.includes(`${NAMES[shows][0]} ${k}`)) k += 1;
  return `${NAMES[shows][0]} ${k}`;
}

function Others(props: {
  shots: Shot[];
  photo: string;
  against: string | null;
  set: (id: string | null) => void;
}) {
  const t = useProveWords();
  const all = props.shots
    .flatMap((s) =>
      s.photographs.map((p, k) => ({
        value: p.id,
        label: t('prove-shot', {
          number: String(s.number),
          k: p.name === PREDICTED ? PREDICTED : t('prove-photograph', { k: String(k + 1) }),
        }),
      })),
    )
    .filter((p) => p.value !== props.photo);
  if (!all.length) return null;
  return (
    <Select
      size="small"
      aria-label={t('prove-hold-against')}
      placeholder={t('prove-hold-against-another')}
      allowClear
      popupMatchSelectWidth={false}
      value={props.against}
      options={all}
      onChange={(id: string | undefined) => props.set(id ?? null)}
    />
  );
}

export function Photographs(props: {
  document: Shoot;
  shot: Shot;
  shots: Shot[];
  save: (change: ShotChange) => void;
  log: ReturnType<typeof useLog>;
}) {
  const t = useProveWords();
  const { document, shot, shots, save, log } = props;
  const { areas, lines } = shot.values as ShotValues;
  const [shown, setShown] = useState(0);
  const [what, setWhat] = useState<What>('light');
  const [against, setAgainst] = useState<string | null>(null);
  const [curve, setCurve] = useState(false);
  const [place, setPlace] = useState(false);
  const [auto, setAuto] = useState(false);
  const chooser = useRef<HTMLInputElement>(null);
  const devices = useQuery(devicesQuery);
  const photo = shot.photographs[Math.min(shown, shot.photographs.length - 1)];
  const measures = useQuery(measuresQuery(photo?.id ?? '', { areas, lines, against, curve }));
  const waiting = useWaitingPhotographs(shot.id);
  const problem = log.frame.error ?? log.prediction.error;
  const straight = what === 'edge' || what === 'ball';
  const draw = (drawn: Drawn) => {
    if (what === 'edge' || what === 'ball') {
      const { from, to } = drawn;
      const line = { across: what, x1: from.x, y1: from.y, x2: to.x, y2: to.y, metres: 0.1 };
      save((now) => ({ lines: [...now.lines, line] }));
      return;
    }
    save((now) => {
      const name = nameFor(
        what,
        now.areas.map((a) => a.name),
      );
      return { areas: [...now.areas, areaOf(drawn, name, what)] };
    });
  };
  const spots = (measures.data?.spots ?? []).flatMap((s) =>
    s.spots.map(([x = 0, y = 0, stops = 0]) => ({ x, y, stops })),
  );
  return (
    <section className={css.shotPhotos} aria-label={t('prove-photographs')}>
      <h3>{t('prove-photographs')}</h3>
      <input
        ref={chooser}
        type="file"
        hidden
        accept="image/jpeg,image/png,image/tiff,image/webp"
        aria-label={t('prove-photograph-of-the-shot')}
        onChange={(e) => {
          const file = e.currentTarget.files?.[0];
          if (file) addPhotograph(shot, file, place);
          e.currentTarget.value = '';
        }}
      />
      <div className="reading-entry">
        {devices.data?.camera ? (
          <>
            <Button
              size="small"
              type="primary"
              loading={log.frame.isPending}
              onClick={() => log.frame.mutate({ shot, document, auto })}
            >
              {t('prove-take-a-frame')}
            </Button>
            <Checkbox checked={auto} onChange={(e) => setAuto(e.target.checked)}>
              {t('prove-camera-sets-its-shutter')}
            </Checkbox>
          </>
        ) : null}
        <Button size="small" loading={waiting.length > 0} onClick={() => chooser.current?.click()}>
          {t('prove-add-a-photograph')}
        </Button>
        <Checkbox checked={place} onChange={(e) => setPlace(e.target.checked)}>
          {t('prove-keep-where-it-was-taken')}
        </Checkbox>
        <Button
          size="small"
          loading={log.prediction.isPending}
          onClick={() => log.prediction.mutate({ shot, document })}
        >
          {t('prove-add-the-prediction')}
        </Button>
      </div>
      {problem ? (
        <p className="field-error" role="alert">
          {problem.message}
        </p>
      ) : null}
      <WaitingPhotographs of={shot.id} />
      {photo ? (
        <div className="reading-entry">
          {shot.photographs.length > 1 ? (
            <span className={css.photoChoice}>
              {shot.photographs.map((p, k) => (
                <button
                  key={p.id}
                  type="button"
                  aria-label={t('prove-photograph-2', { k: String(k + 1) })}
                  aria-pressed={p.id === photo.id}
                  onClick={() => setShown(k)}
                >
                  {k + 1}
                </button>
              ))}
            </span>
          ) : null}
          <Select<What>
            size="small"
            aria-label={t('prove-what-is-drawn')}
            popupMatchSelectWidth={false}
            value={what}
            options={DRAW}
            onChange={setWhat}
          />
          <Others shots={shots} photo={photo.id} against={against} set={setAgainst} />
          {against ? (
            <Checkbox checked={curve} onChange={(e) => setCurve(e.target.checked)}>
              {t('prove-find-the-camera-s-curve')}
            </Checkbox>
          ) : null}
        </div>
      ) : (
        <p className="faint-words">{t('prove-take-one-with-the-exposure')}</p>
      )}
      {photo ? (
        <PhotoFrame
          photo={photo}
          other={against}
          areas={areas}
          lines={lines}
          spots={spots}
          straight={straight}
          draw={draw}
        />
      ) : null}
      {photo && !areas.length && !lines.length ? (
        <p className="faint">{t('prove-drag-over-the-face-then')}</p>
      ) : null}
      {measures.error ? <p className="field-error">{measures.error.message}</p> : null}
      {photo ? (
        <PhotoWords
          measures={measures.data}
          areas={areas}
          lines={lines}
          lit={!shots.some((s) => s.photographs.some((p) => p.id === against && p.name === PREDICTED))}
          setAreas={(next) => save(() => ({ areas: next }))}
          setLines={(next) => save(() => ({ lines: next }))}
        />
      ) : null}
    </section>
  );
}
