// What is plugged in where, as a tree, and the wet places that it must keep away from.

import { Button } from 'antd';
import type { Shoot } from '../../shared/api/client';
import type { Rig } from '../../shared/api/rig';
import { useRigWords } from '../../shared/messages/rig';
import { edit } from '../../shared/state/store';
import { Choice } from '../../shared/ui/Choice';
import { Quantity } from '../../shared/ui/Quantity';
import css from './rig.module.css';

const LOOKED = [
  { id: 'null', name: 'nobody has looked' },
  { id: 'true', name: 'there, and tested' },
  { id: 'false', name: 'none' },
];

/** A yes, a no, or that nobody has answered yet. */
const answered = (id: string) => (id === 'null' ? null : id === 'true');

function Tree({ rig, document }: { rig: Rig; document: Shoot }) {
  const t = useRigWords();
  return (
    <ul className={css.mainsTree}>
      {rig.circuits
        .filter((c) => c.loads.length)
        .map((c) => (
          <li key={c.number}>
            <b>
              {document.rig.battery === null
                ? t('rig-circuit', { number: String(c.number) })
                : t('rig-battery')}
              : {c.amperes.toFixed(1)} A
            </b>
            <span className="share-bar" aria-hidden="true">
              <i
                className={c.share > 1 ? css.over : ''}
                style={{ width: `${Math.min(100, c.share * 100)}%` }}
              />
            </span>
            <span>{t('rig-of-what-it-carries-for', { share: (c.share * 100).toFixed(0) })}</span>
            <ul>
              {c.loads.map((l) => (
                <li key={l.name}>
                  {l.name}{' '}
                  <span className="faint">
                    {l.watts ? `${Math.round(l.watts)} W` : t('rig-watts-not-known')}
                  </span>
                </li>
              ))}
            </ul>
          </li>
        ))}
      {rig.batteries.map((l) => (
        <li key={l.name}>
          <b>{t('rig-own-battery')}</b>
          <ul>
            <li>{l.name}</li>
          </ul>
        </li>
      ))}
    </ul>
  );
}

export function Mains({ rig, document }: { rig: Rig; document: Shoot }) {
  const t = useRigWords();
  const { wet } = document.rig;
  return (
    <div className={css.mains}>
      <Tree rig={rig} document={document} />
      <div className={css.mainsFields}>
        <Quantity path="rig.voltage" kind="volt" label={t('rig-mains')} />
        <Quantity path="rig.breaker" kind="ampere" label={t('rig-breaker')} />
        <Quantity path="rig.circuits" kind="number" label={t('rig-circuits')} />
        <Quantity path="rig.cable" kind="length" label={t('rig-cable')} />
        <Quantity path="rig.section" kind="squareMillimetres" label={t('rig-copper')} />
        <Choice
          path="rig.coiled"
          label={t('rig-reel')}
          options={[
            { id: 'false', name: 'drawn out' },
            { id: 'true', name: 'coiled' },
          ]}
        />
        <Choice
          path="rig.residual_device"
          label={t('rig-30-ma-device')}
          options={LOOKED}
          value={String(document.rig.residual_device)}
          choose={(id) => [{ path: 'rig.residual_device', value: answered(id) }]}
        />
        <Choice
          path="brief.room.hertz"
          label={t('rig-frequency')}
          options={[
            { id: '50', name: '50 Hz' },
            { id: '60', name: '60 Hz' },
          ]}
        />
        <Quantity path="rig.battery" kind="wattHours" label={t('rig-battery-instead')} />
      </div>
      <h3>{t('rig-wet-places')}</h3>
      {wet.map((w, k) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: a wet place is its place in the list
        <fieldset key={k} className={css.wetPlace}>
          <legend>{w.name}</legend>
          <Quantity
            path={`rig.wet.${k}.x`}
            kind="length"
            label={t('rig-to-the-right')}
            hint={t('rig-of-the-subject-s-mark')}
          />
          <Quantity path={`rig.wet.${k}.y`} kind="length" label={t('rig-behind-it')} />
          <Quantity path={`rig.wet.${k}.width`} kind="length" label={t('rig-width')} />
          <Quantity path={`rig.wet.${k}.depth`} kind="length" label={t('rig-depth')} />
          <Button
            size="small"
            onClick={() =>
              edit([{ path: 'rig.wet', value: wet.filter((_, i) => i !== k) }], `${w.name} taken away`)
            }
          >
            {t('rig-take-it-away')}
          </Button>
        </fieldset>
      ))}
      {wet.length < 4 ? (
        <Button
          size="small"
          onClick={() =>
            edit(
              [
                {
                  path: 'rig.wet',
                  value: [
                    ...wet,
                    {
                      name: wet.length ? `wet place ${wet.length + 1}` : 'wash basin',
                      x: 1.2,
                      y: 0.5,
                      width: 0.6,
                      depth: 0.5,
                    },
                  ],
                },
              ],
              'Wet place added',
            )
          }
        >
          {t('rig-add-a-wet-place')}
        </Button>
      ) : null}
      <p className="faint">{t('rig-fixed-wiring-is-for-licensed')}</p>
    </div>
  );
}
