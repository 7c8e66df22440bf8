// All lamps of the set: on and off, how far up, what each gives; changes show at once, since light only adds up.

import { DeleteOutlined, PlusOutlined } from '@ant-design/icons';
import { Button, Popover, Switch } from 'antd';
import { useState } from 'react';
import type { Catalogue, Figures, Shoot } from '../api/client';
import { useCommonWords } from '../messages/common';
import { keyed } from '../state/keys';
import { type Edit, edit, useShoot } from '../state/store';
import { Choice } from '../ui/Choice';
import { Quantity } from '../ui/Quantity';
import { ShelfChoice } from '../ui/ShelfChoice';
import { byDay } from './byDay';
import css from './light.module.css';

type Other = Shoot['brief']['others'][number];

export const AIMS = [
  { id: 'subject', name: 'the subject' },
  { id: 'backdrop', name: 'the backdrop' },
  { id: 'ceiling', name: 'straight up' },
  { id: 'floor', name: 'straight down' },
  { id: 'point', name: 'a point of its own' },
];

export const LAMP: Omit<Other, 'key' | 'name'> = {
  id: 'bulb_15',
  x: -1,
  y: 1,
  z: 1.8,
  aim: 'subject',
  aim_x: 0,
  aim_y: 0,
  aim_z: 1.25,
  seen: false,
  locked: false,
  power: 1,
  gel: 'none',
  on: true,
  hue: null,
  saturation: 1,
  width: 0.9,
  height: 1.2,
  daylight: 8000,
};

const NO_LAMPS: Other[] = [];

function stops(value: number | null): string {
  if (value === null) return 'nothing';
  return `${value > 0 ? '+' : value < 0 ? '−' : ''}${Math.abs(value).toFixed(1)}`;
}

/** Where a thing stands, typed. */
export function PlaceFields({ path }: { path: string }) {
  const t = useCommonWords();
  return (
    <>
      <Quantity
        path={`${path}.x`}
        kind="length"
        label={t('common-to-the-right')}
        hint={t('common-from-the-subject-camera-s')}
      />
      <Quantity
        path={`${path}.y`}
        kind="length"
        label={t('common-behind')}
        hint={t('common-is-toward-the-camera')}
      />
      <Quantity path={`${path}.z`} kind="length" label={t('common-height')} />
    </>
  );
}

function Editor(props: { index: number; other: Other; data: Catalogue; close: () => void }) {
  const t = useCommonWords();
  const { index, other, data, close } = props;
  const others = useShoot((s) => s.document?.brief.others ?? NO_LAMPS);
  const path = `brief.others.${index}`;
  const window = other.id === 'window';
  const afar = other.id === 'sun' || other.id === 'sky';
  return (
    <div className={css.lampEditor}>
      {window || afar ? null : (
        <ShelfChoice path={`${path}.id`} label={t('common-lamp')} options={data.lamps} category="lamp" />
      )}
      {afar ? null : <PlaceFields path={path} />}
      {window ? (
        <>
          <Quantity
            path={`${path}.width`}
            kind="length"
            label={t('common-width')}
            hint={t('common-in-the-wall-nearest-to')}
          />
          <Quantity path={`${path}.height`} kind="length" label={t('common-opening')} />
          <Quantity
            path={`${path}.daylight`}
            kind="lux"
            label={t('common-daylight')}
            hint={t('common-overcast-on-open-ground')}
          />
        </>
      ) : afar ? null : (
        <Choice path={`${path}.aim`} label={t('common-aimed-at')} options={AIMS} />
      )}
      <Choice path={`${path}.gel`} label={t('common-gel')} options={data.gels} />
      {data.coloured.includes(String(other.id)) ? (
        <>
          <Quantity
            path={`${path}.hue`}
            kind="degrees"
            label={t('common-hue')}
            hint={t('common-0-red-120-green-240')}
          />
          {other.hue === null ? null : (
            <Quantity path={`${path}.saturation`} kind="share" label={t('common-saturation')} />
          )}
        </>
      ) : null}
      <Button
        size="small"
        danger
        icon={<DeleteOutlined />}
        onClick={() => {
          close();
          const second = (useShoot.getState().document?.second ?? []).filter((m) => m.light !== other.key);
          edit(
            [
              { path: 'brief.others', value: others.filter((_, i) => i !== index) },
              { path: 'second', value: second },
            ],
            `${other.name} taken away`,
          );
        }}
      >
        {t('common-take-it-away')}
      </Button>
    </div>
  );
}

/** Every lamp but one off, or all as they were before. */
function soloEdits(document: Shoot, index: number): Edit[] {
  const { lamp, others } = document.brief;
  const all = [lamp, ...others];
  const alone = all.every((l, i) => l.on === (i === index));
  const before = alone ? beforeSolo : null;
  if (!alone) beforeSolo = all.map((l) => l.on);
  const to = all.map((_, i) => (alone ? (before?.[i] ?? true) : i === index));
  return to.map((on, i) => ({ path: i === 0 ? 'brief.lamp.on' : `brief.others.${i - 1}.on`, value: on }));
}

let beforeSolo: boolean[] | null = null;

function Row(props: {
  document: Shoot;
  figures: Figures;
  index: number;
  lamp: { on: boolean };
  name: string;
  path: string;
  other?: Other | undefined;
  data: Catalogue;
  /** The sky, which has neither a switch nor a dial. */
  daylight?: boolean;
}) {
  const t = useCommonWords();
  const [open, setOpen] = useState(false);
  const line = props.figures.lamps[props.index];
  const { other } = props;
  return (
    <li className={props.lamp.on ? '' : 'is-off'}>
      <Switch
        size="small"
        checked={props.lamp.on}
        disabled={props.daylight ?? false}
        aria-label={t('common-on-or-off', { name: props.name })}
        onChange={(on) =>
          edit([{ path: `${props.path}.on`, value: on }], `${props.name} ${on ? 'on' : 'off'}`)
        }
      />
      {other ? (
        <Popover
          open={open}
          onOpenChange={setOpen}
          trigger="click"
          placement="left"
          destroyOnHidden
          title={other.name}
          content={
            <Editor index={props.index - 1} other={other} data={props.data} close={() => setOpen(false)} />
          }
        >
          <button type="button" className="link" aria-expanded={open}>
            {props.name}
          </button>
        </Popover>
      ) : (
        <span>{props.name}</span>
      )}
      {props.daylight ? (
        <span className="faint">{t('common-no-dial')}</span>
      ) : (
        <Quantity path={`${props.path}.power`} kind="share" label={t('common-power', { name: props.name })} />
      )}
      <button
        type="button"
        className={`link ${css.solo}`}
        title={t('common-this-lamp-alone-again-all')}
        aria-label={t('common-solo-2', { name: props.name })}
        onClick={() => edit(soloEdits(props.document, props.index), `${props.name} alone`)}
      >
        {t('common-solo')}
      </button>
      <small>
        {props.lamp.on && line ? (
          <>
            {t('common-face')} <b>{stops(line.key)}</b> {t('common-shade')} <b>{stops(line.fill)}</b>{' '}
            {t('common-backdrop-2')} <b>{stops(line.backdrop)}</b> · {line.kelvin} K
          </>
        ) : (
          'off'
        )}
      </small>
    </li>
  );
}

export function LampDesk({
  document,
  figures,
  data,
}: {
  document: Shoot;
  figures: Figures;
  data: Catalogue;
}) {
  const t = useCommonWords();
  const { lamp, others } = document.brief;
  const daylight = byDay(document.design, data.kinds);
  const add = (other: Omit<Other, 'key'>) =>
    edit([{ path: 'brief.others', value: [...others, keyed('others', other)] }], `${other.name} added`);
  const full = others.length >= 12;
  return (
    <section className="panel lamp-desk" aria-label={t('common-lamp-desk')}>
      <h2 title={t('common-stops-against-all-the-light')}>{t('common-lamp-desk')}</h2>
      <ul>
        <Row
          document={document}
          figures={figures}
          index={0}
          lamp={daylight ? { ...lamp, on: true } : lamp}
          name={daylight ? (figures.lamps[0]?.name ?? 'daylight') : 'key lamp'}
          path="brief.lamp"
          data={data}
          daylight={daylight}
        />
        {others.map((other, i) => (
          <Row
            // biome-ignore lint/suspicious/noArrayIndexKey: a lamp is its place in the list
            key={i}
            document={document}
            figures={figures}
            index={i + 1}
            lamp={other}
            name={other.name}
            path={`brief.others.${i}`}
            other={other}
            data={data}
          />
        ))}
      </ul>
      <div className={css.lampAdd}>
        <Button
          size="small"
          icon={<PlusOutlined />}
          disabled={full}
          onClick={() => add({ ...LAMP, name: `lamp ${others.length + 2}` })}
        >
          {t('common-lamp')}
        </Button>
        <Button
          size="small"
          icon={<PlusOutlined />}
          disabled={full}
          onClick={() =>
            add({ ...LAMP, id: 'window', name: 'window', x: figures.drawing.room_left, y: 0, z: 1.4 })
          }
        >
          {t('common-window')}
        </Button>
      </div>
    </section>
  );
}
