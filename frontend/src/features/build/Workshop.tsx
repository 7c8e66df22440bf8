// Who builds it and with what: saw, kerf, fittings as measured, what can be carried; and the slip for the counter.

import { useQuery } from '@tanstack/react-query';
import type { Build, Shoot } from '../../shared/api/client';
import { catalogueQuery } from '../../shared/api/queries';
import { useBuildPageWords } from '../../shared/messages/build-page';
import { barsOf } from '../../shared/ui/barSections';
import { Choice } from '../../shared/ui/Choice';
import { Quantity } from '../../shared/ui/Quantity';
import { StructureChoices } from '../../shared/ui/StructureChoices';
import { formatLength } from '../../shared/units/length';
import css from './build.module.css';

const CUTTING = [
  { id: 'by hand', name: 'by hand', detail: 'a saw, a knife, patience' },
  { id: 'powered', name: 'with a powered saw', detail: 'quicker cuts, a wider kerf' },
  { id: 'sent out', name: 'at a shop', detail: 'an order sheet, a day to wait' },
];

const STEPS = [
  { id: '1 mm', name: 'whole millimetres' },
  { id: '1/16 in', name: 'sixteenths of an inch' },
  { id: 'exact', name: 'what was worked out', detail: 'for a machine' },
];

const SPRINGS = [
  { id: 'false', name: 'pushed in' },
  { id: 'true', name: 'held by spring buttons, in holes' },
];

/** Of what it is built and with what: these stay when it cannot be built, so that it can be put right here. */
export function WorkshopFields({ document, kerf }: { document: Shoot; kerf?: string }) {
  const t = useBuildPageWords();
  const { design } = document;
  const { data } = useQuery(catalogueQuery);
  const group = barsOf(design, data);
  return (
    <>
      {data ? <StructureChoices document={document} data={data} /> : null}
      <Choice path="brief.workshop.cutting" label={t('build-page-cut')} options={CUTTING} />
      <Choice path="brief.workshop.cutting_step" label={t('build-page-cuts-are-told-in')} options={STEPS} />
      <Quantity
        path="brief.workshop.kerf"
        kind="millimetres"
        label={t('build-page-kerf-measured')}
        {...(kerf ? { hint: kerf } : {})}
      />
      {group === 'tube' ? (
        <>
          <Quantity
            path="brief.workshop.cube"
            kind="millimetres"
            label={t('build-page-corner-to-the-tube-s')}
            hint={t('build-page-from-the-corner-s-outside')}
          />
          <Quantity
            path="brief.workshop.spigot"
            kind="millimetres"
            label={t('build-page-corner-goes-into-the-tube')}
          />
          <Quantity
            path="brief.workshop.collar"
            kind="millimetres"
            label={t('build-page-collar-of-a-straight-joiner')}
          />
          <Choice path="brief.workshop.springs" label={t('build-page-corners-are')} options={SPRINGS} />
          {document.brief.workshop.springs ? (
            <Quantity
              path="brief.workshop.button"
              kind="millimetres"
              label={t('build-page-hole-for-a-button')}
            />
          ) : null}
        </>
      ) : null}
      {group === 'pipe' ? (
        <>
          <Quantity
            path="brief.workshop.socket"
            kind="millimetres"
            label={t('build-page-socket-depth-measured')}
          />
          <Quantity
            path="brief.workshop.take_off"
            kind="millimetres"
            label={t('build-page-take-off-measured')}
          />
          <Quantity
            path="brief.workshop.insertion"
            kind="share"
            label={t('build-page-dry-pipe-goes-in')}
            hint={t('build-page-of-the-socket-s-depth')}
          />
        </>
      ) : null}
      <Quantity
        path="brief.carrying_length"
        kind="length"
        label={t('build-page-longest-to-carry')}
        hint={t('build-page-the-car-the-stairs')}
      />
      <Quantity
        path="brief.workshop.reach"
        kind="length"
        label={t('build-page-you-reach-up-to')}
        hint={t('build-page-standing-on-the-floor')}
      />
      <Quantity path="brief.workshop.helpers" kind="number" label={t('build-page-helpers')} />
      <Quantity
        path="brief.workshop.sewing"
        kind="number"
        label={t('build-page-sewing-sent-out-a-piece')}
        hint={t('build-page-price-in-empty-sewn-at', {
          e_u_r: document.brief.workshop.currency ?? t('build-page-eur'),
        })}
      />
    </>
  );
}

export function Workshop({ build, document }: { build: Build; document: Shoot }) {
  const t = useBuildPageWords();
  const { units } = document;
  const cut = build.first_cuts.filter((f) => f.cuts.length);
  const longest = Math.max(0.1, ...build.first_cuts.map((f) => f.stock));
  return (
    <div className={css.workshop}>
      <WorkshopFields document={document} kerf={`now ${(build.kerf * 1000).toFixed(1)} mm, ${build.saw}`} />
      <h3>{t('build-page-first-cuts-at-the-shop')}</h3>
      {cut.length ? (
        <p className="faint">{t('build-page-cut-there-like-that-everything')}</p>
      ) : (
        <p className="faint">{t('build-page-all-bars-can-be-carried')}</p>
      )}
      <div className={css.firstCuts}>
        {cut.map((bar, k) => {
          let at = 0;
          return (
            <svg
              // biome-ignore lint/suspicious/noArrayIndexKey: equal bars have nothing else to tell them apart
              key={k}
              viewBox="0 0 320 34"
              role="img"
              aria-label={t('build-page-cut-at', {
                stock: formatLength(bar.stock, units),
                c: bar.cuts.map((c) => formatLength(c, units, true)).join(', '),
              })}
            >
              {bar.lengths.map((length) => {
                const x = (at / longest) * 316 + 2;
                const width = (length.length / longest) * 316;
                at += length.length + build.kerf;
                return (
                  <g key={x}>
                    <rect
                      x={x}
                      y={2}
                      width={Math.max(width - 1.5, 1)}
                      height={18}
                      className={length.pieces.length ? 'piece' : css.offcut}
                    />
                    {width > 26 ? (
                      <text x={x + width / 2} y={14} textAnchor="middle" className="piece-length">
                        {length.pieces.join(' ') || t('build-page-left-2')}
                      </text>
                    ) : null}
                    {width > 40 ? (
                      <text x={x + width / 2} y={31} textAnchor="middle" className="faint">
                        {formatLength(length.length, units)}
                      </text>
                    ) : null}
                  </g>
                );
              })}
            </svg>
          );
        })}
      </div>
      {build.slip.length ? (
        <ul className={css.slip}>
          {build.slip.map((line) => (
            <li key={line}>{line}</li>
          ))}
        </ul>
      ) : null}
    </div>
  );
}
