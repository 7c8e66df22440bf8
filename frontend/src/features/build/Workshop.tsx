// Who builds it and with what: saw, kerf, fittings as measured, what can be carried; and the slip for the counter.
import { useQuery } from '@tanstack/react-query';
import type { Build, Shoot } from '../../shared/api/client';
import { catalogueQuery } from '../../shared/api/queries';
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
  const { design } = document;
  const { data } = useQuery(catalogueQuery);
  const group = barsOf(design, data);
  return (
    <>
      {data ? <StructureChoices document={document} data={data} /> : null}
      <Choice path="brief.workshop.cutting" label="Cut" options={CUTTING} />
      <Choice path="brief.workshop.cutting_step" label="Cuts are told in" options={STEPS} />
      <Quantity
        path="brief.workshop.kerf"
        kind="millimetres"
        label="Kerf, measured"
        {...(kerf ? { hint: kerf } : {})}
      />
      {group === 'tube' ? (
        <>
          <Quantity
            path="brief.workshop.cube"
            kind="millimetres"
            label="Corner to the tube's end, measured"
            hint="from the corner's outside"
          />
          <Quantity path="brief.workshop.spigot" kind="millimetres" label="Corner goes into the tube" />
          <Quantity path="brief.workshop.collar" kind="millimetres" label="Collar of a straight joiner" />
          <Choice path="brief.workshop.springs" label="Corners are" options={SPRINGS} />
          {document.brief.workshop.springs ? (
            <Quantity path="brief.workshop.button" kind="millimetres" label="Hole for a button" />
          ) : null}
        </>
      ) : null}
      {group === 'pipe' ? (
        <>
          <Quantity path="brief.workshop.socket" kind="millimetres" label="Socket depth, measured" />
          <Quantity path="brief.workshop.take_off" kind="millimetres" label="Take-off, measured" />
          <Quantity
            path="brief.workshop.insertion"
            kind="share"
            label="Dry pipe goes in"
            hint="of the socket's depth"
          />
        </>
      ) : null}
      <Quantity
        path="brief.carrying_length"
        kind="length"
        label="Longest to carry"
        hint="the car, the stairs"
      />
      <Quantity
        path="brief.workshop.reach"
        kind="length"
        label="You reach up to"
        hint="standing on the floor"
      />
      <Quantity path="brief.workshop.helpers" kind="number" label="Helpers" />
      <Quantity
        path="brief.workshop.sewing"
        kind="number"
        label="Sewing sent out, a piece"
        hint={`price in ${document.brief.workshop.currency ?? 'EUR'}; empty: sewn at home`}
      />
    </>
  );
}

export function Workshop({ build, document }: { build: Build; document: Shoot }) {
  const { units } = document;
  const cut = build.first_cuts.filter((f) => f.cuts.length);
  const longest = Math.max(0.1, ...build.first_cuts.map((f) => f.stock));
  return (
    <div className={css.workshop}>
      <WorkshopFields document={document} kerf={`now ${(build.kerf * 1000).toFixed(1)} mm, ${build.saw}`} />
      <h3>First cuts, at the shop</h3>
      {cut.length ? (
        <p className="faint">
          Cut there like that, everything goes into the car, and every finished piece lies whole inside one
          length.
        </p>
      ) : (
        <p className="faint">All bars can be carried whole.</p>
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
              aria-label={`${formatLength(bar.stock, units)} cut at ${bar.cuts.map((c) => formatLength(c, units, true)).join(', ')}`}
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
                        {length.pieces.join(' ') || 'left'}
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
