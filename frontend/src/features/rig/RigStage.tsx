// Rig: what holds each thing up, keeps it cool and dry, and where it stands on the floor.
import { useQuery } from '@tanstack/react-query';
import { Tabs } from 'antd';
import { type ReactNode, useState } from 'react';
import { ApiProblem, type Shoot } from '../../shared/api/client';
import { rigQuery } from '../../shared/api/rig';
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
  const { data: rig, error, isPlaceholderData } = useQuery(rigQuery(document));
  const [open, setOpen] = useState<string | null>(null);
  const { units } = document;
  if (error) {
    return (
      <div className="stage">
        <div className="card waiting" role="alert">
          <h2>This cannot be rigged like that</h2>
          <p>{error instanceof ApiProblem ? error.message : 'The rig cannot be worked out.'}</p>
          <p className="faint">Change it in Shape or in the Brief; nothing was lost.</p>
        </div>
      </div>
    );
  }
  if (!rig) return <div className="stage waiting">Working out what holds it…</div>;
  const shown = rig.holdings.find((h) => h.id === open) ?? rig.holdings[0];
  return (
    <div className={`stage ${css.rigStage}${isPlaceholderData ? ' is-stale' : ''}`}>
      <div className={css.rigLeft}>
        <figure className={`card ${css.rigDrawing}`}>
          <figcaption>{shown ? `${shown.name}: forces, to scale` : 'Nothing has to be held'}</figcaption>
          {shown ? <FreeBody holding={shown} units={units} /> : null}
          {shown ? <Moments holding={shown} /> : null}
        </figure>
        <section className="card" aria-label="What is held">
          <div className={css.rigWeather}>
            <Choice path="rig.weather" label="Air" options={WEATHER} />
            {document.rig.weather === 'outdoors' ? (
              <>
                <Quantity
                  path="rig.beaufort"
                  kind="number"
                  label="Beaufort"
                  hint={`gusts ${rig.wind.toFixed(0)} m/s`}
                />
                <Choice
                  path="rig.ground"
                  label="Ground"
                  options={GROUND}
                  value={String(document.rig.ground)}
                  choose={(id) => [{ path: 'rig.ground', value: id === 'null' ? null : id }]}
                />
              </>
            ) : null}
            <Quantity path="rig.bump" kind="newton" label="A knock of" hint="50 N; 100 N where people pass" />
            {rig.holdings.some((h) => h.overhead) ? (
              <Choice
                path="rig.safety_line"
                label="Safety lines"
                options={LINES}
                value={String(document.rig.safety_line)}
                choose={(id) => [{ path: 'rig.safety_line', value: id === 'null' ? null : id === 'true' }]}
              />
            ) : null}
          </div>
          <Scrolls label="Everything that is held">
            <Holdings rig={rig} document={document} open={shown?.id ?? ''} setOpen={setOpen} />
          </Scrolls>
        </section>
      </div>
      <div className={`${css.rigRight} card`}>
        <p className={css.rigSummary} role="status">
          <b>{rig.checks.length - rig.outside - rig.unknown}</b> checks pass · <b>{rig.unknown}</b> need an
          answer · <b className={rig.outside ? 'bad' : 'good'}>{rig.outside || 'none'}</b> fail
        </p>
        <Tabs
          size="small"
          items={[
            { key: 'checks', label: 'Checks', children: <Checks rig={rig} /> },
            { key: 'warm', label: 'Heat', children: <Warmth rig={rig} /> },
            { key: 'mains', label: 'Mains & water', children: <Mains rig={rig} document={document} /> },
            { key: 'layout', label: 'Lay-out', children: <LayOut rig={rig} document={document} id={id} /> },
            {
              key: 'lists',
              label: 'Checklist',
              children: (
                <div className={css.rigLists}>
                  <h3>Before the lamps go on</h3>
                  <TickList shoot={id} list="rig" label="Before the lamps go on" lines={rig.checklist} />
                  <h3>Setting up</h3>
                  <TickList shoot={id} list="rig" label="Setting up" lines={rig.setting} />
                  <h3>Striking</h3>
                  <TickList shoot={id} list="rig" label="Striking" lines={rig.striking} />
                </div>
              ),
            },
            { key: 'kit', label: 'Kit', children: <Kit rig={rig} units={units} /> },
          ]}
        />
      </div>
    </div>
  );
}
