// Rig: what holds each thing up, keeps it cool and dry, and where it stands on the floor.

import { useQuery } from '@tanstack/react-query';
import { Tabs } from 'antd';
import { type ReactNode, useState } from 'react';
import { ApiProblem, type Shoot } from '../../shared/api/client';
import { type Rig, rigQuery } from '../../shared/api/rig';
import { useCheckWords } from '../../shared/messages/checks';
import { useRigWords } from '../../shared/messages/rig';
import { useShoot } from '../../shared/state/store';
import { Choice } from '../../shared/ui/Choice';
import { Quantity } from '../../shared/ui/Quantity';
import { TickList } from '../../shared/ui/TickList';
import { Checks } from './Checks';
import { FreeBody, Moments } from './FreeBody';
import { Holdings } from './Holdings';
import { Kit } from './Kit';
import { LayOut } from './LayOut';
import { Mains } from './Mains';
import css from './rig.module.css';
import { Warmth } from './Warmth';

const WEATHER = [
  { id: 'indoors', name: 'indoors, still' },
  { id: 'open window', name: 'at an open window' },
  { id: 'outdoors', name: 'outdoors' },
];

const GROUND = [
  { id: 'null', name: 'not told' },
  { id: 'dry', name: 'dry' },
  { id: 'wet ground', name: 'wet ground' },
  { id: 'rain', name: 'rain' },
];
const LINES = [
  { id: 'null', name: 'nobody has looked' },
  { id: 'true', name: 'on everything overhead' },
  { id: 'false', name: 'none' },
];

/** A part of the page that scrolls, also by keyboard. */
function Scrolls({ label, children }: { label: string; children: ReactNode }) {
  return (
    // biome-ignore lint/a11y/noNoninteractiveTabindex: it scrolls, also by keyboard
    <section className="scroll" aria-label={label} tabIndex={0}>
      {children}
    </section>
  );
}

export function RigStage() {
  const document = useShoot((s) => s.document);
  const id = useShoot((s) => s.id);
  if (!document || !id) return null;
  return <RigOf document={document} id={id} />;
}

function RigOf({ document, id }: { document: Shoot; id: string }) {
  const t = useRigWords();
  const say = useCheckWords();
  const told = (lines: Rig['checklist']) => lines.map((line) => ({ key: line.key, text: say(line.says) }));
  const { data: rig, error, isPlaceholderData } = useQuery(rigQuery(document));
  const [open, setOpen] = useState<string | null>(null);
  const { units } = document;
  if (error) {
    return (
      <div className="stage">
        <div className="card waiting" role="alert">
          <h2>{t('rig-this-cannot-be-rigged-like')}</h2>
          <p>{error instanceof ApiProblem ? error.message : t('rig-the-rig-cannot-be-worked')}</p>
          <p className="faint">{t('rig-change-it-in-shape-or')}</p>
        </div>
      </div>
    );
  }
  if (!rig) return <div className="stage waiting">{t('rig-working-out-what-holds-it')}</div>;
  const shown = rig.holdings.find((h) => h.id === open) ?? rig.holdings[0];
  return (
    <div className={`stage ${css.rigStage}${isPlaceholderData ? ' is-stale' : ''}`}>
      <div className={css.rigLeft}>
        <figure className={`card ${css.rigDrawing}`}>
          <figcaption>
            {shown ? t('rig-forces-to-scale', { name: shown.name }) : t('rig-nothing-has-to-be-held')}
          </figcaption>
          {shown ? <FreeBody holding={shown} units={units} /> : null}
          {shown ? <Moments holding={shown} /> : null}
        </figure>
        <section className="card" aria-label={t('rig-what-is-held')}>
          <div className={css.rigWeather}>
            <Choice path="rig.weather" label={t('rig-air')} options={WEATHER} />
            {document.rig.weather === 'outdoors' ? (
              <>
                <Quantity
                  path="rig.beaufort"
                  kind="number"
                  label={t('rig-beaufort')}
                  hint={t('rig-gusts-m-s', { wind: rig.wind.toFixed(0) })}
                />
                <Choice
                  path="rig.ground"
                  label={t('rig-ground')}
                  options={GROUND}
                  value={String(document.rig.ground)}
                  choose={(id) => [{ path: 'rig.ground', value: id === 'null' ? null : id }]}
                />
              </>
            ) : null}
            <Quantity
              path="rig.bump"
              kind="newton"
              label={t('rig-a-knock-of')}
              hint={t('rig-50-n-100-n-where')}
            />
            {rig.holdings.some((h) => h.overhead) ? (
              <Choice
                path="rig.safety_line"
                label={t('rig-safety-lines')}
                options={LINES}
                value={String(document.rig.safety_line)}
                choose={(id) => [{ path: 'rig.safety_line', value: id === 'null' ? null : id === 'true' }]}
              />
            ) : null}
          </div>
          <Scrolls label={t('rig-everything-that-is-held')}>
            <Holdings rig={rig} document={document} open={shown?.id ?? ''} setOpen={setOpen} />
          </Scrolls>
        </section>
      </div>
      <div className={`${css.rigRight} card`}>
        <p className={css.rigSummary} role="status">
          <b>{rig.checks.length - rig.outside - rig.unknown}</b> {t('rig-checks-pass')} <b>{rig.unknown}</b>{' '}
          {t('rig-need-an-answer')} <b className={rig.outside ? 'bad' : 'good'}>{rig.outside || 'none'}</b>{' '}
          {t('rig-fail')}
        </p>
        <Tabs
          size="small"
          items={[
            { key: 'checks', label: t('rig-checks'), children: <Checks rig={rig} /> },
            { key: 'warm', label: t('rig-heat'), children: <Warmth rig={rig} /> },
            { key: 'mains', label: t('rig-mains-water'), children: <Mains rig={rig} document={document} /> },
            {
              key: 'layout',
              label: t('rig-lay-out'),
              children: <LayOut rig={rig} document={document} id={id} />,
            },
            {
              key: 'lists',
              label: t('rig-checklist'),
              children: (
                <div className={css.rigLists}>
                  <h3>{t('rig-before-the-lamps-go-on')}</h3>
                  <TickList
                    shoot={id}
                    list="rig"
                    label={t('rig-before-the-lamps-go-on')}
                    lines={told(rig.checklist)}
                  />
                  <h3>{t('rig-setting-up')}</h3>
                  <TickList shoot={id} list="rig" label={t('rig-setting-up')} lines={told(rig.setting)} />
                  <h3>{t('rig-striking')}</h3>
                  <TickList shoot={id} list="rig" label={t('rig-striking')} lines={told(rig.striking)} />
                </div>
              ),
            },
            { key: 'kit', label: t('rig-kit'), children: <Kit rig={rig} units={units} /> },
          ]}
        />
      </div>
    </div>
  );
}
