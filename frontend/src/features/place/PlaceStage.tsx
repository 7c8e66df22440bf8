// Place: where everything stands, what the light does there, and looks of the set.

import { useQuery } from '@tanstack/react-query';
import { Segmented, Select } from 'antd';
import { lazy, Suspense, useEffect, useMemo, useState } from 'react';
import type { Shoot } from '../../shared/api/client';
import { catalogueQuery, lightMapQuery } from '../../shared/api/queries';
import { LayerMap } from '../../shared/light/LayerMap';
import { askedLayer, layersOf, standsAlone } from '../../shared/light/layers';
import { inOneGo } from '../../shared/messages/facts';
import { usePlaceWords } from '../../shared/messages/place';
import { useSetWords } from '../../shared/messages/set';
import { PredictedPicture } from '../../shared/picture/PredictedPicture';
import { useFigures, useFiguresDrawn } from '../../shared/state/figures';
import { chooseNone, usePlace, usePlaceInStep } from '../../shared/state/place';
import { edit, useShoot } from '../../shared/state/store';
import { AddThings } from './AddThings';
import { Exports } from './Exports';
import { hideEdits, Inspector, lockEdits } from './Inspector';
import { LightTab } from './LightTab';
import { LookCompare } from './LookCompare';
import { LooksTab } from './LooksTab';
import { take } from './looks';
import { PlaceElevation } from './PlaceElevation';
import { type From, PlacePlan } from './PlacePlan';
import css from './place.module.css';
import { ThingList } from './ThingList';
import { copyAll, moveTo, removeAll, type Thing, thingsOf, turnBy } from './things';

const View3d = lazy(() => import('./View3d'));

type Way = 'side' | 'front' | 'turn';
type Tab = 'things' | 'light' | 'looks';
const FLAT = ['face_level', 'floor', 'ceiling', 'action'];

const NUDGE = { metric: [0.01, 0.1], imperial: [0.0127, 0.1524] } as const;

/** Keys that move, turn, copy, lock, carry out and take away what is chosen, and that switch looks. */
function useKeys(document: Shoot | null, things: Thing[]): void {
  useEffect(() => {
    const press = (event: KeyboardEvent) => {
      const target = event.target instanceof HTMLElement ? event.target : null;
      if (
        target?.closest(
          'input, textarea, [contenteditable], [role=combobox], [role=slider], [role=menu], [role=listbox]',
        )
      )
        return;
      if (!document || event.ctrlKey || event.metaKey || event.altKey) return;
      const digit = /^Digit([1-9])$/.exec(event.code);
      if (digit && event.shiftKey) {
        const look = document.looks[Number(digit[1]) - 1];
        if (look) {
          event.preventDefault();
          event.stopImmediatePropagation();
          edit(take(document, look), `Look: ${look.name}`);
        }
        return;
      }
      const mine = things.filter((t) => usePlace.getState().chosen.includes(t.key));
      if (!mine.length) return;
      const step = NUDGE[document.units][event.shiftKey ? 1 : 0];
      const moves: Record<string, [number, number, number]> = {
        ArrowLeft: [-step, 0, 0],
        ArrowRight: [step, 0, 0],
        ArrowUp: [0, step, 0],
        ArrowDown: [0, -step, 0],
        PageUp: [0, 0, step],
        PageDown: [0, 0, -step],
      };
      const move = moves[event.key];
      const keys = mine.map((t) => t.key);
      const said = mine.length === 1 ? (mine[0]?.name ?? '') : `${mine.length} things`;
      const own = keys.filter((k) => k.includes('.'));
      const key = event.key.toLowerCase();
      const edits = move
        ? mine.flatMap((t) =>
            moveTo(document, t, {
              ...(move[0] ? { x: t.x + move[0] } : {}),
              ...(move[1] ? { y: t.y + move[1] } : {}),
              ...(move[2] ? { z: t.z + move[2] } : {}),
            }),
          )
        : key === '[' || key === ']' || key === '{' || key === '}'
          ? mine.flatMap((t) =>
              turnBy(document, t, (key === '[' || key === '{' ? -1 : 1) * (event.shiftKey ? 1 : 5)),
            )
          : key === 'd'
            ? copyAll(document, own, false)
            : key === 'm'
              ? copyAll(document, own, true)
              : key === 'l'
                ? lockEdits(mine.filter((t) => t.key.includes('.')))
                : key === 'h'
                  ? hideEdits(mine)
                  : event.key === 'Delete' || event.key === 'Backspace'
                    ? removeAll(document, own)
                    : null;
      if (event.key === 'Escape') chooseNone();
      if (!edits) return;
      event.preventDefault();
      if (event.key === 'Delete' || event.key === 'Backspace') chooseNone();
      if (edits.length) edit(edits, `${said}: ${move ? 'moved' : event.key}`);
    };
    window.addEventListener('keydown', press, true);
    return () => window.removeEventListener('keydown', press, true);
  }, [document, things]);
}

export function PlaceStage() {
  const t = usePlaceWords();
  const say = useSetWords();
  const document = useShoot((s) => s.document);
  const figures = useFiguresDrawn();
  const stale = useFigures((s) => s.stale);
  const { data } = useQuery(catalogueQuery);
  const [way, setWay] = useState<Way>('side');
  const [tab, setTab] = useState<Tab>('things');
  const [layer, setLayer] = useState('none');
  const [from, setFrom] = useState<From>('subject');
  const [compared, setCompared] = useState<number[]>([]);
  const place = usePlace((p) => p.place);
  const problem = usePlace((p) => p.problem);
  usePlaceInStep();
  const kind = data?.kinds.find((k) => k.id === document?.design.kind)?.name ?? 'modifier';
  const things = useMemo(() => {
    if (!document || !figures) return [];
    const points = figures.modifier.plan.find((o) => o.id === 'sheet')?.points ?? [];
    const middle = (k: number) =>
      points.reduce((sum, p) => sum + (p[k] ?? 0), 0) / Math.max(points.length, 1);
    const centres = new Map((place?.second ?? []).map((m) => [m.light, m.centre]));
    return thingsOf(
      document,
      kind,
      { x: middle(0), y: middle(1), z: figures.drawing.sheet_centre_height },
      centres,
    );
  }, [document, figures, kind, place]);
  useKeys(document, things);
  const asked = askedLayer(layer);
  const { data: map, isFetching } = useQuery({
    ...lightMapQuery(document ?? ({} as never), asked.layer, asked.thing),
    enabled: document !== null && layer !== 'none',
  });
  if (!document || !data) return null;
  if (!figures) return <div className="card waiting">{t('place-working-out-the-light')}</div>;
  const light = layer !== 'none' && map?.layer === asked.layer && map.stops.length ? map : undefined;
  const label = layersOf(document).find((l) => l.value === layer)?.label ?? '';
  const alone =
    light && standsAlone(light.layer) ? label.charAt(0).toUpperCase() + label.slice(1) : undefined;
  const pair = compared.map((i) => document.looks[i]).filter((l) => l !== undefined);
  const [one, two] = pair;
  return (
    <div className={`stage ${css.placeStage}`}>
      <div className={css.placeMain}>
        <figure className={`card place-plan${stale ? ' is-stale' : ''}`}>
          <figcaption className="plan-head">
            <span>{t('place-plan')}</span>
            <span className={css.planTools}>
              <Select
                size="small"
                value={layer}
                aria-label={t('place-light-over-the-room')}
                popupMatchSelectWidth={false}
                loading={isFetching}
                options={layersOf(document)}
                onChange={setLayer}
              />
              <Segmented<From>
                size="small"
                aria-label={t('place-where-distances-are-measured-from')}
                options={[
                  {
                    value: 'subject',
                    label: t('place-from-the-mark'),
                    title: t('place-distances-from-the-subject-s'),
                  },
                  {
                    value: 'corner',
                    label: t('place-from-the-corner'),
                    title: t('place-distances-from-the-left-corner'),
                  },
                ]}
                value={from}
                onChange={setFrom}
              />
            </span>
          </figcaption>
          <PlacePlan
            document={document}
            figures={figures}
            things={things}
            from={from}
            light={light && FLAT.includes(light.layer) ? light : undefined}
          />
          {layer !== 'none' && map ? (
            <p className="picture-words">
              {map.layer === asked.layer ? say(map.says) : t('place-reading-the-light')}
            </p>
          ) : null}
        </figure>
        <figure className="card">
          <figcaption className="plan-head">
            <span>
              {alone ??
                (way === 'side' ? 'From the side' : way === 'front' ? 'From the front' : 'Turned by hand')}
            </span>
            <Segmented<Way>
              size="small"
              aria-label={t('place-which-elevation')}
              options={[
                { value: 'side', label: t('place-side') },
                { value: 'front', label: t('place-front') },
                {
                  value: 'turn',
                  label: t('place-all-round'),
                  title: t('place-in-three-dimensions-for-looking'),
                },
              ]}
              value={way}
              onChange={setWay}
            />
          </figcaption>
          {light && standsAlone(light.layer) ? (
            <div className="plan-body">
              <LayerMap map={light} units={document.units} />
            </div>
          ) : way === 'turn' ? (
            <Suspense fallback={<div className="waiting">{t('place-fetching-the-view')}</div>}>
              <View3d document={document} />
            </Suspense>
          ) : (
            <PlaceElevation document={document} figures={figures} things={things} way={way} light={light} />
          )}
        </figure>
        {one && two ? (
          <LookCompare document={document} looks={[one, two]} />
        ) : (
          <PredictedPicture figures={figures} document={document} />
        )}
        <section className={`card ${css.placeWords}`} aria-label={t('place-problems')}>
          <div className="picture-head">
            <h2>{t('place-problems')}</h2>
            <Exports document={document} />
          </div>
          {problem ? (
            <p className="picture-problem" role="alert">
              {problem}
            </p>
          ) : null}
          <ul className="notes" aria-live="polite">
            {place?.clashes.map((c) => (
              <li key={say(c.says)} className={`note note-${c.level === 'cannot' ? 'warning' : 'hint'}`}>
                <b>{c.level === 'cannot' ? t('place-cannot-stand') : t('place-look-out-2')}</b> {say(c.says)}
              </li>
            ))}
            {place?.dark.map((d) => (
              <li key={d.name} className={`note note-${d.broken ? 'warning' : 'hint'}`}>
                <b>{d.broken ? t('place-too-bright') : t('place-dark-enough')}</b> {inOneGo(say, d.says)}
              </li>
            ))}
            {place && !place.clashes.length && !place.dark.length ? (
              <li className="faint-words">{t('place-no-clashes-found')}</li>
            ) : null}
          </ul>
        </section>
      </div>
      <aside className={`controls ${css.placeAside}`} aria-label={t('place-set')}>
        <Segmented<Tab>
          block
          size="small"
          aria-label={t('place-things-light-or-looks')}
          options={[
            { value: 'things', label: t('place-things-2') },
            { value: 'light', label: t('place-light') },
            {
              value: 'looks',
              label: t('place-looks-2', {
                looks: document.looks.length ? ` (${document.looks.length})` : '',
              }),
            },
          ]}
          value={tab}
          onChange={setTab}
        />
        {tab === 'things' ? (
          <>
            <AddThings document={document} figures={figures} data={data} />
            <ThingList things={things} />
            <Inspector document={document} things={things} data={data} />
          </>
        ) : tab === 'light' ? (
          <LightTab document={document} figures={figures} data={data} />
        ) : (
          <LooksTab document={document} data={data} compared={compared} compare={setCompared} />
        )}
      </aside>
    </div>
  );
}
