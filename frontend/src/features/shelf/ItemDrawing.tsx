// What a thing on the Shelf is, drawn: a sheet and a lamp by their light, stock and found objects to scale.

import type { Schemas, Shoot } from '../../shared/api/client';
import { useShelfWords } from '../../shared/messages/shelf';
import { show } from '../../shared/units/quantity';
import css from './shelf.module.css';

type Values = Record<string, unknown>;
type Thing = {
  category: Schemas['Item']['category'];
  values: Values;
  curve: number[][];
};

const num = (v: Values, name: string): number | null => {
  const value = v[name];
  return typeof value === 'number' ? value : null;
};

/** Linear reflectance as a screen colour. */
function screen(v: Values, prefix = ''): string {
  const channel = (name: string) => {
    const x = Math.min(Math.max(num(v, prefix + name) ?? 0, 0), 1);
    return Math.round(255 * (x <= 0.0031308 ? 12.92 * x : 1.055 * x ** (1 / 2.4) - 0.055));
  };
  return `rgb(${channel('red')} ${channel('green')} ${channel('blue')})`;
}

/** A polar curve to the right of (x, y), angle from straight ahead. */
function Polar(props: { curve: number[][]; x: number; y: number; radius: number }) {
  const { curve, x, y, radius } = props;
  const place = (degree: number, value: number) => {
    const a = (degree * Math.PI) / 180;
    return `${x + radius * value * Math.cos(a)} ${y + radius * value * Math.sin(a)}`;
  };
  const half = curve.map(([a = 0, v = 0]) => place(a, v));
  const other = [...curve].reverse().map(([a = 0, v = 0]) => place(-a, v));
  return <path d={`M${[...half, ...other].join(' L')} Z`} className={css.lobe} />;
}

/** Where the light that falls on a sheet goes; the shares add up to all of it. */
function partsOf(values: Values): { name: string; value: number; look: string }[] {
  const passes = num(values, 'transmittance') ?? 0;
  const straight = num(values, 'unscattered') ?? 0;
  const back = num(values, 'reflectance') ?? 0;
  return [
    { name: 'straight through', value: straight, look: 'part-straight' },
    { name: 'scattered', value: Math.max(passes - straight, 0), look: 'part-scattered' },
    { name: 'sent back', value: back, look: 'part-back' },
    { name: 'kept', value: Math.max(1 - passes - back, 0), look: 'part-kept' },
  ];
}

/** The key to the bar under a sheet's drawing. */
export function WhereLightGoes({ category, values }: { category: Thing['category']; values: Values }) {
  if (category !== 'sheet') return null;
  return (
    <ul className="light-key">
      {partsOf(values).map((p) => (
        <li key={p.name}>
          <svg width="9" height="9" aria-hidden="true" className={css.itemDrawing}>
            <rect width="9" height="9" className={p.look} />
          </svg>
          {p.name} {Math.round(p.value * 100)} %
        </li>
      ))}
    </ul>
  );
}

function SheetDrawing({ values, curve, size }: { values: Values; curve: number[][]; size: number }) {
  const t = useShelfWords();
  const parts = partsOf(values);
  const w = size * 1.5;
  const middle = size * 0.46;
  const x = w * 0.42;
  const straight = parts[0]?.value ?? 0;
  let at = 4;
  const across = w - 8;
  return (
    <svg
      viewBox={`0 0 ${w} ${size}`}
      className={css.itemDrawing}
      role="img"
      aria-label={t('shelf-of-the-light-that-falls', {
        name: parts.map((p) => `${Math.round(p.value * 100)} % ${p.name}`).join(', '),
      })}
    >
      <path d={`M${6} ${middle} H${x - 5}`} className={css.ray} />
      <path d={`M${x - 11} ${middle - 4} L${x - 4} ${middle} L${x - 11} ${middle + 4}`} className={css.ray} />
      <Polar curve={curve} x={x} y={middle} radius={size * 0.4} />
      <path d={`M${x} ${middle} H${x + size * 0.85 * Math.sqrt(straight)}`} className={css.rayThrough} />
      <path d={`M${x} ${size * 0.06} V${size * 0.84}`} className={css.sheetEdge} />
      {parts.map((p) => {
        const from = at;
        at += across * p.value;
        return (
          <rect key={p.name} x={from} y={size - 9} width={across * p.value} height={7} className={p.look}>
            <title>{`${p.name} ${Math.round(p.value * 100)} %`}</title>
          </rect>
        );
      })}
    </svg>
  );
}

function LampDrawing({ values, curve, size }: { values: Values; curve: number[][]; size: number }) {
  const t = useShelfWords();
  const face = num(values, 'height') ?? 0.1;
  // the face in a square of 1 m, at least a dot
  const tall = Math.max(3, Math.min(size * 0.8, size * face));
  const bulb = values.shape === 'sphere';
  const w = size * 1.5;
  const x = bulb ? w / 2 : w * 0.22;
  return (
    <svg
      viewBox={`0 0 ${w} ${size}`}
      className={css.itemDrawing}
      role="img"
      aria-label={t('shelf-light-over-the-angle-from')}
    >
      {bulb ? (
        <circle cx={x} cy={size / 2} r={size * 0.42} className={css.lobe} />
      ) : (
        <Polar curve={curve} x={x} y={size / 2} radius={w * 0.72} />
      )}
      {bulb ? (
        <circle cx={x} cy={size / 2} r={Math.max(3, tall / 2)} className="lamp-face" />
      ) : (
        <rect x={x - 3} y={size / 2 - tall / 2} width={4} height={tall} className="lamp-face" />
      )}
    </svg>
  );
}

const ROUND = new Set(['dish', 'tube', 'shade', 'lens']);

/** Front and side to one scale, with the inside dashed; a bar of a stated length beside them. */
function SolidDrawing({ values, size, units }: { values: Values; size: number; units: Shoot['units'] }) {
  const t = useShelfWords();
  const width = num(values, 'outer_width') ?? num(values, 'width') ?? 0.1;
  const height = num(values, 'outer_height') ?? num(values, 'length') ?? 0.1;
  const depth = num(values, 'outer_depth') ?? num(values, 'thickness') ?? 0.01;
  const inner = {
    w: num(values, 'inner_width'),
    h: num(values, 'inner_height'),
    d: num(values, 'inner_depth'),
  };
  const w = size * 1.5;
  const scale = Math.min((w - 22) / (width + depth), (size - 22) / height);
  const [fw, fh, fd] = [width * scale, height * scale, Math.max(depth * scale, 1)];
  const left = (w - fw - fd - 10) / 2;
  const top = (size - 14 - fh) / 2;
  const round = ROUND.has(String(values.form));
  const bar = [1, 0.5, 0.2, 0.1, 0.05, 0.02].find((b) => b * scale < w * 0.45) ?? 0.01;
  const passes = (num(values, 'wall_transmittance') ?? 0) > 0.1;
  return (
    <svg
      viewBox={`0 0 ${w} ${size}`}
      className={css.itemDrawing}
      role="img"
      aria-label={t('shelf-front-and-side-to-scale', {
        width: show(width, 'length', units),
        height: show(height, 'length', units),
        depth: show(depth, 'length', units),
      })}
    >
      {round ? (
        <ellipse
          cx={left + fw / 2}
          cy={top + fh / 2}
          rx={fw / 2}
          ry={fh / 2}
          className={passes ? `${css.solid} ${css.milky}` : css.solid}
        />
      ) : (
        <rect
          x={left}
          y={top}
          width={fw}
          height={fh}
          className={passes ? `${css.solid} ${css.milky}` : css.solid}
        />
      )}
      <rect
        x={left + fw + 10}
        y={top}
        width={fd}
        height={fh}
        className={passes ? `${css.solid} ${css.milky}` : css.solid}
      />
      {inner.w && inner.h ? (
        <>
          {round ? (
            <ellipse
              cx={left + fw / 2}
              cy={top + fh / 2}
              rx={(inner.w * scale) / 2}
              ry={(inner.h * scale) / 2}
              className={css.inside}
            />
          ) : (
            <rect
              x={left + (fw - inner.w * scale) / 2}
              y={top + (fh - inner.h * scale) / 2}
              width={inner.w * scale}
              height={inner.h * scale}
              className={css.inside}
            />
          )}
          {inner.d ? (
            <rect
              x={left + fw + 10}
              y={top + (fh - inner.h * scale) / 2}
              width={inner.d * scale}
              height={inner.h * scale}
              className={css.inside}
            />
          ) : null}
        </>
      ) : null}
      <path d={`M6 ${size - 5} v4 h${bar * scale} v-4`} className="scale-bar" />
      <text x={10 + bar * scale} y={size - 1} className={css.scaleText}>
        {show(bar, 'length', units)}
      </text>
    </svg>
  );
}

function SupportDrawing({ values, size }: { values: Values; size: number }) {
  const t = useShelfWords();
  const lowest = num(values, 'lowest') ?? 0;
  const highest = num(values, 'highest') ?? 0;
  const foot = num(values, 'foot_radius') ?? 0.2;
  const reach = num(values, 'reach') ?? 0;
  if (!highest) return null;
  const w = size * 1.5;
  const s = (size - 8) / 3.4;
  const floor = size - 4;
  const x = w * 0.4;
  return (
    <svg
      viewBox={`0 0 ${w} ${size}`}
      className={css.itemDrawing}
      role="img"
      aria-label={t('shelf-from-the-side-against-a')}
    >
      <path d={`M2 ${floor} H${w - 2}`} className="ground" />
      <path
        d={`M${x - foot * s} ${floor} L${x} ${floor - 0.5 * s} L${x + foot * s} ${floor}`}
        className={css.support}
      />
      <path d={`M${x} ${floor - 0.5 * s} V${floor - lowest * s}`} className={css.support} />
      <path
        d={`M${x} ${floor - lowest * s} V${floor - highest * s}`}
        className={`${css.support} ${css.extended}`}
      />
      {reach ? (
        <path d={`M${x} ${floor - highest * s} h${reach * s}`} className={`${css.support} ${css.extended}`} />
      ) : null}
      <g className="person">
        <circle cx={w - 22} cy={floor - 1.6 * s} r={0.1 * s} />
        <path d={`M${w - 22} ${floor - 1.5 * s} V${floor}`} />
      </g>
    </svg>
  );
}

const SWATCHES = new Set(['face', 'black', 'backdrop']);

export function ItemDrawing({ thing, size, units }: { thing: Thing; size: number; units: Shoot['units'] }) {
  const t = useShelfWords();
  const { category, values, curve } = thing;
  if (category === 'sheet') return <SheetDrawing values={values} curve={curve} size={size} />;
  if (category === 'lamp') return <LampDrawing values={values} curve={curve} size={size} />;
  if (category === 'found' || category === 'board' || category === 'bar')
    return <SolidDrawing values={values} size={size} units={units} />;
  if (category === 'support') return <SupportDrawing values={values} size={size} />;
  if (!SWATCHES.has(category)) return null;
  const grey = num(values, 'reflectance');
  const fill = grey === null ? screen(values) : screen({ red: grey, green: grey, blue: grey });
  const shiny = values.side === 'shiny' || values.glossy === true || values.roughness != null;
  return (
    <svg
      viewBox={`0 0 ${size * 1.5} ${size}`}
      className={css.itemDrawing}
      role="img"
      aria-label={t('shelf-its-colour')}
    >
      <rect x={4} y={4} width={size * 1.5 - 8} height={size - 8} rx={3} fill={fill} className="swatch" />
      {shiny ? (
        <path
          d={`M${size * 0.3} ${size - 8} L${size * 0.9} 8 h${size * 0.16} L${size * 0.46} ${size - 8} Z`}
          className={css.shine}
        />
      ) : null}
    </svg>
  );
}
