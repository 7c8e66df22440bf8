// What is chosen, in numbers; and what can be done with it.

import {
  CopyOutlined,
  DeleteOutlined,
  EyeInvisibleOutlined,
  EyeOutlined,
  LockOutlined,
  SwapOutlined,
  UnlockOutlined,
} from '@ant-design/icons';
import { useMutation } from '@tanstack/react-query';
import { Button, Input, Select, Tooltip } from 'antd';
import { answer, api, type Catalogue, type Shoot } from '../../shared/api/client';
import { AIMS, PlaceFields } from '../../shared/light/LampDesk';
import { usePlaceWords } from '../../shared/messages/place';
import { choose, chooseNone, usePlace } from '../../shared/state/place';
import { edit, useShoot } from '../../shared/state/store';
import { Choice } from '../../shared/ui/Choice';
import { Quantity } from '../../shared/ui/Quantity';
import { ShelfChoice } from '../../shared/ui/ShelfChoice';
import { KIND_OF } from '../../shared/units/quantity';
import css from './place.module.css';
import { RoomFields } from './RoomFields';
import { copyAll, removeAll, type Thing } from './things';

const YES_NO = [
  { id: 'true', name: 'yes' },
  { id: 'false', name: 'no' },
];
const FACINGS = [
  { id: 'key', name: 'the modifier' },
  { id: 'camera', name: 'the camera' },
  { id: 'backdrop', name: 'the backdrop' },
  { id: 'up', name: 'straight up' },
  { id: 'down', name: 'straight down' },
  { id: 'left', name: 'left' },
  { id: 'right', name: 'right' },
];

function Name({ path, name }: { path: string; name: string }) {
  const t = usePlaceWords();
  return (
    <div className="field">
      <span className="field-label">{t('place-name')}</span>
      <Input
        key={name}
        size="small"
        defaultValue={name}
        maxLength={120}
        aria-label={t('place-name')}
        onBlur={(e) => {
          const typed = e.currentTarget.value.trim();
          if (typed && typed !== name) edit([{ path: `${path}.name`, value: typed }], `Named ${typed}`);
        }}
        onPressEnter={(e) => e.currentTarget.blur()}
      />
    </div>
  );
}

function LampFields(props: { document: Shoot; index: number; path: string; data: Catalogue }) {
  const t = usePlaceWords();
  const { path, data } = props;
  const other = props.document.brief.others[props.index];
  if (!other) return null;
  const shaped = props.document.second.some((m) => m.light === other.key);
  if (other.id === 'sun' || other.id === 'sky')
    return (
      <>
        {other.id === 'sky' ? (
          <Quantity
            path={`${path}.daylight`}
            kind="lux"
            label={t('place-daylight')}
            hint={t('place-of-an-overcast-sky')}
          />
        ) : null}
        <DayFields />
      </>
    );
  if (other.id === 'window')
    return (
      <>
        <PlaceFields path={path} />
        <Quantity
          path={`${path}.width`}
          kind="length"
          label={t('place-width')}
          hint={t('place-in-the-nearest-wall')}
        />
        <Quantity path={`${path}.height`} kind="length" label={t('place-opening')} />
        <Quantity
          path={`${path}.daylight`}
          kind="lux"
          label={t('place-daylight')}
          hint={t('place-overcast-on-open-ground')}
        />
      </>
    );
  return (
    <>
      <ShelfChoice path={`${path}.id`} label={t('place-lamp')} options={data.lamps} category="lamp" />
      <Quantity path={`${path}.power`} kind="share" label={t('place-power')} />
      <Choice path={`${path}.gel`} label={t('place-gel')} options={data.gels} />
      <Through document={props.document} index={props.index} data={data} />
      {shaped ? (
        <SecondFields document={props.document} index={props.index} data={data} />
      ) : (
        <>
          <PlaceFields path={path} />
          <Choice path={`${path}.aim`} label={t('place-aimed-at')} options={AIMS} />
          {other.aim === 'point' ? (
            <>
              <Quantity path={`${path}.aim_x`} kind="length" label={t('place-to-the-right')} />
              <Quantity path={`${path}.aim_y`} kind="length" label={t('place-behind')} />
              <Quantity path={`${path}.aim_z`} kind="length" label={t('place-height')} />
            </>
          ) : null}
          <Choice path={`${path}.seen`} label={t('place-meant-to-be-seen')} options={YES_NO} />
        </>
      )}
    </>
  );
}

/** What a second lamp shines through: nothing, or a modifier of any kind that takes a lamp. */
function Through(props: { document: Shoot; index: number; data: Catalogue }) {
  const t = usePlaceWords();
  const { document, index, data } = props;
  const light = document.brief.others[index]?.key ?? '';
  const held = document.second.find((m) => m.light === light);
  const others = document.second.filter((m) => m.light !== light);
  const ask = useMutation({
    mutationFn: (kind: string) =>
      answer(api.POST('/api/second-modifier', { body: { document, light, kind } })),
    onSuccess: (found) => {
      if (found.design)
        edit(
          [{ path: 'second', value: [...others, { light, design: found.design }] }],
          'A modifier before a second lamp',
        );
    },
  });
  return (
    <div className="field">
      <span className="field-label">{t('place-through')}</span>
      <Select
        size="small"
        aria-label={t('place-what-it-shines-through')}
        value={held?.design.kind ?? 'none'}
        loading={ask.isPending}
        popupMatchSelectWidth={false}
        options={[
          { value: 'none', label: t('place-nothing-bare') },
          ...data.kinds.filter((k) => !k.daylight).map((k) => ({ value: k.id, label: k.name })),
        ]}
        onChange={(kind: string) =>
          kind === 'none' ? edit([{ path: 'second', value: others }], 'A second lamp bare') : ask.mutate(kind)
        }
      />
      {ask.data?.why_not || ask.error ? (
        <span className="field-error" role="alert">
          {ask.data?.why_not ?? ask.error?.message}
        </span>
      ) : null}
    </div>
  );
}

function SecondFields(props: { document: Shoot; index: number; data: Catalogue }) {
  const light = props.document.brief.others[props.index]?.key;
  const at = props.document.second.findIndex((m) => m.light === light);
  const kind = props.data.kinds.find((k) => k.id === props.document.second[at]?.design.kind);
  return (
    <>
      {kind?.controls.map((c) => {
        const path = `second.${at}.${c.path}`;
        const label = c.label.charAt(0).toUpperCase() + c.label.slice(1);
        return c.options.length ? (
          <Choice key={path} path={path} label={label} options={c.options} />
        ) : (
          <Quantity key={path} path={path} kind={KIND_OF[c.unit] ?? 'number'} label={label} />
        );
      })}
    </>
  );
}

export function DayFields() {
  const t = usePlaceWords();
  return (
    <>
      <Quantity
        path="brief.day.hour"
        kind="number"
        label={t('place-hour')}
        hint={t('place-of-the-clock-9-5')}
      />
      <DateField />
      <Quantity
        path="brief.day.latitude"
        kind="degrees"
        label={t('place-latitude')}
        hint={t('place-is-north')}
      />
      <Quantity
        path="brief.day.longitude"
        kind="degrees"
        label={t('place-longitude')}
        hint={t('place-is-east')}
      />
      <Quantity
        path="brief.day.zone"
        kind="number"
        label={t('place-clock-ahead')}
        hint={t('place-hours-of-world-time')}
      />
      <Quantity
        path="brief.day.heading"
        kind="degrees"
        label={t('place-camera-looks')}
        hint={t('place-0-north-90-east')}
      />
    </>
  );
}

function DateField() {
  const t = usePlaceWords();
  const held = useShoot((s) => s.document?.brief.day.date ?? '');
  return (
    <div className="field">
      <span className="field-label">{t('place-date')}</span>
      <input
        type="date"
        className={css.dateField}
        aria-label={t('place-date')}
        value={held}
        onChange={(e) => {
          if (e.currentTarget.value)
            edit([{ path: 'brief.day.date', value: e.currentTarget.value }], `Date ${e.currentTarget.value}`);
        }}
      />
    </div>
  );
}

function Fields(props: { thing: Thing; document: Shoot; data: Catalogue }) {
  const t = usePlaceWords();
  const { thing, document, data } = props;
  const index = Number(thing.key.split('.').pop());
  const path = thing.key;
  if (thing.kind === 'key')
    return (
      <>
        <Quantity
          path="design.key_angle"
          kind="degrees"
          label={t('place-key-angle')}
          hint={t('place-is-camera-right')}
        />
        <p className="faint-words">{t('place-its-size-sheet-and-lamp')}</p>
      </>
    );
  if (thing.kind === 'camera')
    return (
      <>
        <Quantity path="brief.camera.distance" kind="length" label={t('place-from-the-face')} />
        <Quantity path="brief.camera.rise" kind="degrees" label={t('place-looks-down')} />
        <Quantity path="brief.camera.focal_length" kind="millimetres" label={t('place-lens')} />
      </>
    );
  if (thing.kind === 'backdrop')
    return (
      <>
        <Quantity path="brief.backdrop.distance" kind="length" label={t('place-behind-the-face')} />
        <Quantity
          path="brief.backdrop.sweep"
          kind="length"
          label={t('place-sweep')}
          hint={t('place-its-radius-0-is-flat')}
        />
        {document.brief.backdrop.sweep > 0 ? (
          <Quantity
            path="brief.backdrop.forward"
            kind="length"
            label={t('place-on-the-floor')}
            hint={t('place-how-far-it-lies')}
          />
        ) : null}
        <ShelfChoice
          path="brief.backdrop.finish"
          label={t('place-backdrop')}
          options={data.finishes}
          category="backdrop"
        />
      </>
    );
  if (thing.kind === 'meter')
    return (
      <>
        <Name path={path} name={thing.name} />
        <PlaceFields path={path} />
        <Choice path={`${path}.facing`} label={t('place-faces')} options={FACINGS} />
        <Choice
          path={`${path}.receptor`}
          label={t('place-receptor')}
          options={[
            { id: 'flat', name: 'flat' },
            { id: 'dome', name: 'dome' },
          ]}
        />
      </>
    );
  if (thing.kind === 'figure')
    return (
      <>
        <Name path={path} name={thing.name} />
        <PlaceFields path={path} />
        <Choice
          path={`${path}.pose`}
          label={t('place-is')}
          options={[
            { id: 'bust', name: 'seated, head and shoulders' },
            { id: 'standing', name: 'standing' },
          ]}
        />
      </>
    );
  if (thing.kind === 'board' || thing.kind === 'block') {
    const piece = document.brief.pieces[index];
    return (
      <>
        <Name path={path} name={thing.name} />
        <PlaceFields path={path} />
        <Quantity
          path={`${path}.turn`}
          kind="degrees"
          label={t('place-turn-2')}
          hint={t('place-0-faces-the-camera-its')}
        />
        {piece?.kind === 'board' ? (
          <Quantity path={`${path}.tilt`} kind="degrees" label={t('place-tilt')} hint={t('place-faces-up')} />
        ) : null}
        <Quantity path={`${path}.width`} kind="length" label={t('place-width')} />
        <Quantity path={`${path}.height`} kind="length" label={t('place-height-of-it')} />
        {piece?.kind === 'block' ? (
          <>
            <Quantity path={`${path}.depth`} kind="length" label={t('place-depth')} />
            <ShelfChoice
              path={`${path}.finish`}
              label={t('place-finish')}
              options={data.finishes}
              category="backdrop"
            />
          </>
        ) : (
          <Choice path={`${path}.face`} label={t('place-face')} options={data.board_faces} />
        )}
      </>
    );
  }
  return (
    <>
      <Name path={path} name={thing.name} />
      <LampFields document={document} index={index} path={path} data={data} />
    </>
  );
}

/** What can be done with all that is chosen. */
export function Actions({ document, things }: { document: Shoot; things: Thing[] }) {
  const words = usePlaceWords();
  const chosen = usePlace((p) => p.chosen);
  const mine = things.filter((t) => chosen.includes(t.key) && t.key.includes('.'));
  if (!mine.length) return null;
  const keys = mine.map((t) => t.key);
  const one = mine[0];
  const locked = mine.every((t) => t.locked);
  const hidden = mine.every((t) => t.hidden);
  const canLock = mine.every((t) => t.kind !== 'meter');
  const canHide = mine.every(
    (t) => t.kind === 'board' || t.kind === 'block' || t.kind === 'figure' || t.kind === 'lamp',
  );
  const what = mine.length === 1 ? (one?.name ?? '') : `${mine.length} things`;
  return (
    <div className={css.thingActions} role="toolbar" aria-label={words('place-what-to-do-with', { what })}>
      <Tooltip title={words('place-copy-d')}>
        <Button
          size="small"
          icon={<CopyOutlined />}
          aria-label={words('place-copy')}
          onClick={() => edit(copyAll(document, keys, false), `${what} copied`)}
        />
      </Tooltip>
      <Tooltip title={words('place-the-same-on-the-other')}>
        <Button
          size="small"
          icon={<SwapOutlined />}
          aria-label={words('place-mirror-a-copy')}
          onClick={() => edit(copyAll(document, keys, true), `${what} mirrored`)}
        />
      </Tooltip>
      {canLock ? (
        <Tooltip title={locked ? words('place-let-it-be-moved-l') : words('place-lock-it-in-its-place')}>
          <Button
            size="small"
            icon={locked ? <UnlockOutlined /> : <LockOutlined />}
            aria-label={locked ? words('place-unlock') : words('place-lock')}
            onClick={() => edit(lockEdits(mine), `${what} ${locked ? 'unlocked' : 'locked'}`)}
          />
        </Tooltip>
      ) : null}
      {canHide ? (
        <Tooltip title={hidden ? words('place-bring-it-in-h') : words('place-carry-it-out-of-the')}>
          <Button
            size="small"
            icon={hidden ? <EyeOutlined /> : <EyeInvisibleOutlined />}
            aria-label={hidden ? words('place-bring-in') : words('place-carry-out')}
            onClick={() => edit(hideEdits(mine), `${what} ${hidden ? 'in' : 'out'}`)}
          />
        </Tooltip>
      ) : null}
      <Tooltip title={words('place-take-it-away-delete')}>
        <Button
          size="small"
          danger
          icon={<DeleteOutlined />}
          aria-label={words('place-take-away')}
          onClick={() => {
            chooseNone();
            edit(removeAll(document, keys), `${what} taken away`);
          }}
        />
      </Tooltip>
    </div>
  );
}

/** Lock what is loose, or let all go when everything is locked. */
export const lockEdits = (mine: Thing[]) => {
  const to = !mine.every((t) => t.locked);
  return mine.filter((t) => t.kind !== 'meter').map((t) => ({ path: `${t.key}.locked`, value: to }));
};

/** Carry out what is in, or bring all in when everything is out; lamps are switched. */
export const hideEdits = (mine: Thing[]) => {
  const out = !mine.every((t) => t.hidden);
  return mine
    .filter((t) => t.kind === 'board' || t.kind === 'block' || t.kind === 'figure' || t.kind === 'lamp')
    .map((t) =>
      t.kind === 'lamp' ? { path: `${t.key}.on`, value: !out } : { path: `${t.key}.hidden`, value: out },
    );
};

export function Inspector(props: { document: Shoot; things: Thing[]; data: Catalogue }) {
  const words = usePlaceWords();
  const { document, things, data } = props;
  const chosen = usePlace((p) => p.chosen);
  const mine = things.filter((t) => chosen.includes(t.key));
  const one = mine.length === 1 ? mine[0] : undefined;
  return (
    <section className="panel inspector" aria-label={words('place-what-is-chosen')}>
      <div className={css.inspectorHead}>
        <h2>
          {one
            ? one.name
            : mine.length
              ? words('place-things', { mine: String(mine.length) })
              : words('place-room')}
        </h2>
        <Actions document={document} things={things} />
      </div>
      {one ? (
        <Fields thing={one} document={document} data={data} />
      ) : mine.length ? (
        <ul className={css.chosenList}>
          {mine.map((t) => (
            <li key={t.key}>
              <button type="button" className="link" onClick={() => choose(t.key)}>
                {t.name}
              </button>
            </li>
          ))}
        </ul>
      ) : (
        <RoomFields document={document} data={data} />
      )}
    </section>
  );
}
