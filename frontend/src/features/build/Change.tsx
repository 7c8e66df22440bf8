// The same thing otherwise: other materials, mended, packed, once more, for another lamp, cut together with others.
import { useQuery } from '@tanstack/react-query';
import { Button, Select } from 'antd';
import { useState } from 'react';
import { adaptQuery, changesQuery, togetherQuery } from '../../shared/api/build';
import type { Catalogue, Schemas, Shoot } from '../../shared/api/client';
import { catalogueQuery, shootsQuery } from '../../shared/api/queries';
import { edit } from '../../shared/state/store';
import { clock } from '../../shared/units/clock';
import { formatLength, type Units } from '../../shared/units/length';
import { money } from '../../shared/units/money';
import css from './build.module.css';
import { SheetRow } from './SheetPlans';

type Changes = Schemas['ChangesResult'];
type Variant = Changes['variants'][number];

const AIM: Record<Variant['aim'], string> = {
  cheaper: 'Cheaper',
  lighter: 'Lighter',
  stronger: 'Stronger',
  weatherproof: 'Weatherproof',
};

const signed = (value: number, digits: number, unit: string) =>
  `${value < 0 ? '−' : '+'}${Math.abs(value).toFixed(digits)} ${unit}`;

function Variants({ changes }: { changes: Changes }) {
  return (
    <ul className={css.variants}>
      {changes.variants.map((v) => (
        <li key={v.aim}>
          <div>
            <b>{AIM[v.aim]}</b> {v.words}
            <small>
              {[
                Math.abs(v.price) >= 0.5
                  ? `${v.price < 0 ? '' : '+'}${money(v.price, changes.currency)}`
                  : null,
                Math.abs(v.mass) >= 0.05 ? signed(v.mass, 1, 'kg') : null,
                Math.abs(v.light) >= 0.05 ? signed(v.light, 1, 'stops of light') : 'the same light',
                Math.abs(v.stiffness - 1) > 0.05 ? `${v.stiffness.toFixed(1)} × as stiff` : null,
              ]
                .filter(Boolean)
                .join(', ')}
            </small>
          </div>
          <Button
            size="small"
            onClick={() =>
              edit(
                Object.entries(v.changes).map(([name, value]) => ({ path: `design.${name}`, value })),
                `${AIM[v.aim]}: ${v.words}`,
              )
            }
          >
            Use it
          </Button>
        </li>
      ))}
      {changes.variants.length ? null : (
        <li className="faint-words">Nothing would be better by more than a twentieth with the light kept.</li>
      )}
    </ul>
  );
}

function Adapt({ document, data }: { document: Shoot; data: Catalogue }) {
  const [lamp, setLamp] = useState<string | null>(null);
  const asked = useQuery({ ...adaptQuery(document, lamp ?? ''), enabled: lamp !== null });
  return (
    <>
      <div className="field">
        <span className="field-label">Another lamp</span>
        <Select
          size="small"
          aria-label="Lamp to adapt it to"
          placeholder="choose a lamp"
          value={lamp}
          popupMatchSelectWidth={false}
          showSearch={{ optionFilterProp: 'label' }}
          options={data.lamps.map((l) => ({ value: l.id, label: l.name }))}
          onChange={setLamp}
        />
      </div>
      {asked.data ? (
        <div className={css.adapt} aria-live="polite">
          {asked.data.cannot ? <p className="note note-warning">{asked.data.cannot}</p> : null}
          <p>
            {asked.data.changed.length
              ? `${asked.data.stay} pieces and sheets stay; made anew:`
              : 'All pieces and sheets stay.'}
          </p>
          <ul>
            {asked.data.changed.map((c) => (
              <li key={c.name}>
                <b>{c.name}</b> {c.now ?? 'none'} → {c.then ?? 'none'}
              </li>
            ))}
            {asked.data.notes.map((n) => (
              <li key={n}>{n}</li>
            ))}
          </ul>
        </div>
      ) : null}
      {asked.error ? <p className="field-error">{asked.error.message}</p> : null}
    </>
  );
}

function Together({ id, units }: { id: string; units: Units }) {
  const [others, setOthers] = useState<string[]>([]);
  const { data: shoots } = useQuery(shootsQuery);
  const asked = useQuery({ ...togetherQuery([id, ...others]), enabled: others.length > 0 });
  const found = others.length ? asked.data : undefined;
  return (
    <>
      <Select
        mode="multiple"
        size="small"
        className={css.togetherChoice ?? ''}
        aria-label="Shoots to cut together with this one"
        placeholder="choose other shoots"
        value={others}
        maxCount={7}
        options={(shoots ?? []).filter((s) => s.id !== id).map((s) => ({ value: s.id, label: s.title }))}
        onChange={setOthers}
      />
      {asked.isFetching ? <p className="faint-words">Laying all of them out…</p> : null}
      {asked.error ? <p className="field-error">{asked.error.message}</p> : null}
      {found ? (
        <div className={css.together} aria-live="polite">
          <p>
            {found.designs.join('; ')}. {money(found.total, found.currency)} together
            {found.apart - found.total > 0.005
              ? `, ${money(found.apart - found.total, found.currency)} less than one by one.`
              : '; no less than one by one.'}
          </p>
          {found.bars.map((bars) => (
            <div key={bars.bar}>
              <b>{bars.bar_name}</b>
              <ol>
                {bars.bars.map((bar, k) => (
                  // biome-ignore lint/suspicious/noArrayIndexKey: equal bars have nothing else to tell them apart
                  <li key={k}>
                    {formatLength(bar.stock, units)}
                    {bar.own ? ', yours' : ''}:{' '}
                    {bar.pieces.map((p) => `${p.label} ${formatLength(p.cut, units, true)}`).join(', ')};{' '}
                    {formatLength(bar.offcut, units)} left
                  </li>
                ))}
              </ol>
            </div>
          ))}
          {found.covers.map((cover) => (
            <SheetRow key={cover.material} cover={cover} units={units} scale={70} />
          ))}
        </div>
      ) : null}
    </>
  );
}

export function Change({ document, id }: { document: Shoot; id: string }) {
  const { data: changes, error, isFetching } = useQuery(changesQuery(document));
  const { data } = useQuery(catalogueQuery);
  const { units } = document;
  if (error) return <p className="field-error">{error.message}</p>;
  if (!changes || !data) return <p className="faint-words">Trying other materials…</p>;
  return (
    <div className={`${css.change}${isFetching ? ' is-stale' : ''}`}>
      <h3>Of other materials</h3>
      <Variants changes={changes} />
      <h3>Packed</h3>
      <p>
        {changes.comes_apart ? 'It comes apart: ' : 'Its frame stays joined: '}
        {changes.bundles.length} bundle{changes.bundles.length === 1 ? '' : 's'}, the longest{' '}
        {formatLength(changes.longest, units)}, {changes.mass.toFixed(1)} kg in all.
      </p>
      <ul className={css.bundles}>
        {changes.bundles.map((b) => (
          <li key={b.name}>
            <b>{b.name}</b> {b.size.map((x) => formatLength(x, units)).join(' × ')}, {b.mass.toFixed(2)} kg
            <small>{b.contents}</small>
          </li>
        ))}
      </ul>
      <h3>When something wears or breaks</h3>
      <ul className={css.bundles}>
        {changes.renewals.map((r) => (
          <li key={r.labels.join()}>
            <b>
              {r.labels.length > 3 ? `${r.labels[0]}–${r.labels[r.labels.length - 1]}` : r.labels.join(' ')}
            </b>{' '}
            {r.name}, {r.joint}: {r.how}
            <small>
              {clock(r.minutes)}, {money(r.price, changes.currency)}
            </small>
          </li>
        ))}
      </ul>
      <h3>A second one from what is left</h3>
      <p>
        {money(changes.second.total, changes.currency)} more
        {changes.second.saved > 0.005
          ? `, ${money(changes.second.saved, changes.currency)} less than the first`
          : ', as much as the first'}
        ; {changes.second.from_offcuts} pieces come from offcuts.
      </p>
      <h3>For another lamp</h3>
      <Adapt document={document} data={data} />
      <h3>Cut together with others</h3>
      <Together id={id} units={units} />
    </div>
  );
}
