// The same thing otherwise: other materials, mended, packed, once more, for another lamp, cut together with others.

import { useQuery } from '@tanstack/react-query';
import { Button, Select } from 'antd';
import { useState } from 'react';
import { adaptQuery, changesQuery, togetherQuery } from '../../shared/api/build';
import type { Catalogue, Schemas, Shoot } from '../../shared/api/client';
import { catalogueQuery, shootsQuery } from '../../shared/api/queries';
import { useBuildPageWords } from '../../shared/messages/build-page';
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
  const t = useBuildPageWords();
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
            {t('build-page-use-it')}
          </Button>
        </li>
      ))}
      {changes.variants.length ? null : (
        <li className="faint-words">{t('build-page-nothing-would-be-better-by')}</li>
      )}
    </ul>
  );
}

function Adapt({ document, data }: { document: Shoot; data: Catalogue }) {
  const t = useBuildPageWords();
  const [lamp, setLamp] = useState<string | null>(null);
  const asked = useQuery({ ...adaptQuery(document, lamp ?? ''), enabled: lamp !== null });
  return (
    <>
      <div className="field">
        <span className="field-label">{t('build-page-another-lamp')}</span>
        <Select
          size="small"
          aria-label={t('build-page-lamp-to-adapt-it-to')}
          placeholder={t('build-page-choose-a-lamp')}
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
              ? t('build-page-pieces-and-sheets-stay-made', { stay: String(asked.data.stay) })
              : t('build-page-all-pieces-and-sheets-stay')}
          </p>
          <ul>
            {asked.data.changed.map((c) => (
              <li key={c.name}>
                <b>{c.name}</b> {c.now ?? t('build-page-none')} → {c.then ?? t('build-page-none')}
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
  const t = useBuildPageWords();
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
        aria-label={t('build-page-shoots-to-cut-together-with')}
        placeholder={t('build-page-choose-other-shoots')}
        value={others}
        maxCount={7}
        options={(shoots ?? []).filter((s) => s.id !== id).map((s) => ({ value: s.id, label: s.title }))}
        onChange={setOthers}
      />
      {asked.isFetching ? <p className="faint-words">{t('build-page-laying-all-of-them-out')}</p> : null}
      {asked.error ? <p className="field-error">{asked.error.message}</p> : null}
      {found ? (
        <div className={css.together} aria-live="polite">
          <p>
            {t('build-page-together', {
              designs: found.designs.join('; '),
              currency: money(found.total, found.currency),
              one:
                found.apart - found.total > 0.005
                  ? t('build-page-less-than-one-by-one', {
                      currency: money(found.apart - found.total, found.currency),
                    })
                  : t('build-page-no-less-than-one-by'),
            })}
          </p>
          {found.bars.map((bars) => (
            <div key={bars.bar}>
              <b>{bars.bar_name}</b>
              <ol>
                {bars.bars.map((bar, k) => (
                  // biome-ignore lint/suspicious/noArrayIndexKey: equal bars have nothing else to tell them apart
                  <li key={k}>
                    {t('build-page-left', {
                      stock: formatLength(bar.stock, units),
                      yours: bar.own ? t('build-page-yours') : '',
                      cut: bar.pieces.map((p) => `${p.label} ${formatLength(p.cut, units, true)}`).join(', '),
                      offcut: formatLength(bar.offcut, units),
                    })}
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
  const t = useBuildPageWords();
  const { data: changes, error, isFetching } = useQuery(changesQuery(document));
  const { data } = useQuery(catalogueQuery);
  const { units } = document;
  if (error) return <p className="field-error">{error.message}</p>;
  if (!changes || !data) return <p className="faint-words">{t('build-page-trying-other-materials')}</p>;
  return (
    <div className={`${css.change}${isFetching ? ' is-stale' : ''}`}>
      <h3>{t('build-page-of-other-materials')}</h3>
      <Variants changes={changes} />
      <h3>{t('build-page-packed')}</h3>
      <p>
        {t('build-page-bundle-the-longest-kg-in', {
          joined: changes.comes_apart
            ? t('build-page-it-comes-apart')
            : t('build-page-its-frame-stays-joined'),
          bundles: { kind: 'count', value: changes.bundles.length },
          longest: formatLength(changes.longest, units),
          mass: changes.mass.toFixed(1),
        })}
      </p>
      <ul className={css.bundles}>
        {changes.bundles.map((b) => (
          <li key={b.name}>
            <b>{b.name}</b>{' '}
            {t('build-page-kg-2', {
              x: b.size.map((x) => formatLength(x, units)).join(' × '),
              mass: b.mass.toFixed(2),
            })}
            <small>{b.contents}</small>
          </li>
        ))}
      </ul>
      <h3>{t('build-page-when-something-wears-or-breaks')}</h3>
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
      <h3>{t('build-page-a-second-one-from-what')}</h3>
      <p>
        {t('build-page-more-pieces-come-from-offcuts', {
          currency: money(changes.second.total, changes.currency),
          first:
            changes.second.saved > 0.005
              ? t('build-page-less-than-the-first', {
                  currency: money(changes.second.saved, changes.currency),
                })
              : t('build-page-as-much-as-the-first'),
          from_offcuts: String(changes.second.from_offcuts),
        })}
      </p>
      <h3>{t('build-page-for-another-lamp')}</h3>
      <Adapt document={document} data={data} />
      <h3>{t('build-page-cut-together-with-others')}</h3>
      <Together id={id} units={units} />
    </div>
  );
}
