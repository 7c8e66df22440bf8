// What one parameter does to the light: four small curves with the present design marked; click or drag to go along.
import { Select, Spin } from 'antd';
import { type PointerEvent, useRef, useState } from 'react';
import type { Catalogue, Schemas, Shoot } from '../../shared/api/client';
import { useCurve } from '../../shared/api/queries';
import { useShapeWords } from '../../shared/messages/shape';
import { edit } from '../../shared/state/store';
import { useDrag } from '../../shared/ui/useDrag';
import { formatLength } from '../../shared/units/length';
import { MaterialRow } from './MaterialRow';
import css from './shape.module.css';

type Curve = Schemas['CurveResult'];
type Key = 'edge' | 'loss' | 'evenness' | 'missed';
const ROWS: { key: Key; is: 'length' | 'in_stops' | 'share' }[] = [
  { key: 'edge', is: 'length' },
  { key: 'loss', is: 'in_stops' },
  { key: 'evenness', is: 'in_stops' },
  { key: 'missed', is: 'share' },
];
const W = 200;
const H = 44;

/** The value of a curve between its points, as its line is drawn; null outside or where nothing is known. */
export function along(at: number[], values: (number | null)[], x: number): number | null {
  const i = at.findIndex((v) => v >= x);
  if (i < 0) return null;
  const [a, b] = [values[Math.max(i - 1, 0)] ?? null, values[i] ?? null];
  if (a === null || b === null) return null;
  const [x0 = 0, x1 = 0] = [at[Math.max(i - 1, 0)], at[i]];
  return x1 === x0 ? b : a + ((b - a) * (x - x0)) / (x1 - x0);
}

function Line({
  curve,
  row,
  x,
  place,
}: {
  curve: Curve;
  row: (typeof ROWS)[number];
  x: number;
  place: (v: number) => number;
}) {
  const t = useShapeWords();
  const values = curve[row.key];
  const of = { kind: 'choice' as const, value: row.key };
  const wish = curve.wanted[row.key] ?? 0;
  const known = values.filter((v): v is number => v !== null);
  const top = Math.max(...known, wish) * 1.08 || 1;
  const y = (v: number) => H - 2 - (v / top) * (H - 6);
  let path = '';
  values.forEach((v, i) => {
    if (v !== null) path += `${path && values[i - 1] !== null ? 'L' : 'M'}${place(curve.at[i] ?? 0)} ${y(v)}`;
  });
  const here = along(curve.at, values, x);
  return (
    <div className={css.whatIfRow}>
      <span>
        {t('curve', { of })}
        <b>{t('curve-value', { value: { kind: row.is, value: here } })}</b>
        <small>{t('curve-wish', { of, value: { kind: row.is, value: wish } })}</small>
      </span>
      <svg viewBox={`0 0 ${W} ${H}`} preserveAspectRatio="none" aria-hidden="true">
        {curve.fits.map((fits, i) =>
          fits ? null : (
            <rect
              // biome-ignore lint/suspicious/noArrayIndexKey: points of a curve are their places
              key={i}
              x={place(curve.at[Math.max(i - 1, 0)] ?? 0)}
              width={
                place(curve.at[Math.min(i + 1, curve.at.length - 1)] ?? 0) -
                place(curve.at[Math.max(i - 1, 0)] ?? 0)
              }
              y={0}
              height={H}
              className={css.whatIfOutside}
            />
          ),
        )}
        <path d={`M0 ${y(wish)} H${W}`} className={css.whatIfWish} />
        <path d={path} className={css.whatIfLine} />
        <path d={`M${place(x)} 0 V${H}`} className={css.whatIfNow} />
        {here === null ? null : <circle cx={place(x)} cy={y(here)} r={3} className={css.whatIfPoint} />}
      </svg>
    </div>
  );
}

/** What a sheet or a face of a kind is chosen for: those are tried side by side, not along a curve. */
const MATERIALS = ['sheet', 'face', 'lining'];

export function WhatIf({ document, data }: { document: Shoot; data: Catalogue }) {
  const t = useShapeWords();
  const kind = data.kinds.find((k) => k.id === document.design.kind);
  const materials = (kind?.controls ?? [])
    .map((c) => ({ name: c.path.replace('design.', ''), label: t('what-if-every', { what: c.label }) }))
    .filter((c) => MATERIALS.includes(c.name));
  const [wanted, setWanted] = useState('size');
  const material = materials.find((m) => m.name === wanted);
  return (
    <div className="what-if">
      <Changed kind={kind} document={document} wanted={wanted} materials={materials} onChange={setWanted} />
      {material ? (
        <MaterialRow document={document} parameter={material.name} label={material.label} />
      ) : (
        <Curves document={document} kind={kind} wanted={wanted} />
      )}
    </div>
  );
}

type Kind = Catalogue['kinds'][number];

const lengthsOf = (document: Shoot, kind: Kind | undefined) => {
  const held = document.design as unknown as Record<string, unknown>;
  return (kind?.controls ?? [])
    .map((c) => ({ name: c.path.replace('design.', ''), label: c.label, unit: c.unit }))
    .filter((c) => ['m', 'degree', 'count'].includes(c.unit) && typeof held[c.name] === 'number');
};

function Changed(props: {
  document: Shoot;
  kind: Kind | undefined;
  wanted: string;
  materials: { name: string; label: string }[];
  onChange: (name: string) => void;
}) {
  const t = useShapeWords();
  const lengths = lengthsOf(props.document, props.kind);
  const known = [...lengths, ...props.materials].some((p) => p.name === props.wanted);
  return (
    <Select
      size="small"
      aria-label={t('what-if-changed')}
      value={known ? props.wanted : 'size'}
      popupMatchSelectWidth={false}
      options={[
        { value: 'size', label: t('what-if-size') },
        ...props.materials.map((m) => ({ value: m.name, label: m.label })),
        ...lengths.map((p) => ({ value: p.name, label: p.label })),
      ]}
      onChange={props.onChange}
    />
  );
}

export function Curves({
  document,
  kind,
  wanted,
}: {
  document: Shoot;
  kind: Kind | undefined;
  wanted: string;
}) {
  const parameters = lengthsOf(document, kind);
  const parameter = parameters.some((p) => p.name === wanted) ? wanted : 'size';
  const { data: curve, isFetching, error } = useCurve(document, parameter);
  const t = useShapeWords();
  const [dragged, setDragged] = useState<number | null>(null);
  const box = useRef<HTMLDivElement>(null);
  const shown = curve?.parameter === parameter ? curve : null;
  const [low = 0, high = 1] = shown ? [shown.at[0], shown.at[shown.at.length - 1]] : [];
  const unit = parameters.find((p) => p.name === parameter)?.unit ?? 'm';
  const log = unit === 'm' && low > 0;
  const place = (v: number) =>
    (log ? Math.log(Math.max(v, low) / low) / Math.log(high / low) : (v - low) / (high - low)) * W;
  const value = (t: number) => (log ? low * (high / low) ** t : low + (high - low) * t);
  const say = (v: number) =>
    unit === 'm' ? formatLength(v, document.units) : `${v.toFixed(0)}${unit === 'degree' ? '°' : ''}`;
  const x = dragged ?? shown?.now ?? 0;

  const at = (e: PointerEvent) => {
    const line = box.current?.querySelector('svg')?.getBoundingClientRect();
    if (!line) return x;
    return value(Math.max(0, Math.min(1, (e.clientX - line.left) / line.width)));
  };
  const drag = useDrag<HTMLDivElement, number>({
    at,
    begins: (to, e) => {
      if (parameter === 'size' || (e.target as Element).closest('svg') === null) return false;
      setDragged(to);
      return true;
    },
    moves: (_, to) => setDragged(to),
    ends: (_, to) => {
      setDragged(null);
      if (to === null) return;
      const rounded = unit === 'm' ? Math.round(to * 100) / 100 : Math.round(to);
      edit([{ path: `design.${parameter}`, value: rounded }], `${parameter}: ${say(rounded)}`);
    },
  });

  return (
    <>
      {error ? <p role="alert">{t('what-if-problem', { why: error.message })}</p> : null}
      {shown ? (
        <div
          ref={box}
          className={`${css.whatIfBody}${isFetching ? ' is-stale' : ''}${parameter === 'size' ? '' : ` ${css.canDrag}`}`}
          {...drag}
        >
          {ROWS.map((row) => (
            <Line key={row.key} curve={shown} row={row} x={x} place={place} />
          ))}
          <div className={css.whatIfScale}>
            <span>{say(low)}</span>
            <b>{parameter === 'size' ? t('what-if-width', { width: say(x) }) : say(x)}</b>
            <span>{say(high)}</span>
          </div>
        </div>
      ) : (
        <p className="waiting">
          <Spin size="small" /> {t('what-if-waiting')}
        </p>
      )}
    </>
  );
}
