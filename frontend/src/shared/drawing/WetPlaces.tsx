// Water on a plan: where it is, and how near to it nothing fed from the mains may stand.
import { useRef } from 'react';
import type { Shoot } from '../api/client';
import { edit } from '../state/store';
import css from './drawing.module.css';
import { Handle } from './Handle';
import type { Scale } from './scale';

type Wet = Shoot['rig']['wet'][number];

const WAVE = 7;

function Waves({ x, y, width, height }: { x: number; y: number; width: number; height: number }) {
  const rows = Math.max(1, Math.floor(height / WAVE) - 1);
  const gap = height / (rows + 1);
  const waves = Math.max(1, Math.round(width / WAVE));
  const half = width / waves / 2;
  return (
    <>
      {Array.from({ length: rows }, (_, k) => (
        <path
          // biome-ignore lint/suspicious/noArrayIndexKey: a row of waves is its place in the list
          key={k}
          d={`M${x} ${y + gap * (k + 1)} ${`q${half / 2} -2.5 ${half} 0 t${half} 0 `.repeat(waves)}`}
          className={css.wetWave}
        />
      ))}
    </>
  );
}

function WetAbove({ wet, scale: s, reach }: { wet: Wet; scale: Scale; reach?: number | undefined }) {
  const [width, height] = [wet.width * s.perMetre, wet.depth * s.perMetre];
  const [x, y] = [s.x(wet.x - wet.width / 2), s.y(wet.y + wet.depth / 2)];
  const past = (reach ?? 0) * s.perMetre;
  return (
    <g className={css.wetAbove}>
      {past ? (
        <rect
          x={x - past}
          y={y - past}
          width={width + 2 * past}
          height={height + 2 * past}
          rx={past}
          className={css.wetReach}
        />
      ) : null}
      <rect x={x} y={y} width={width} height={height} rx={3} className={css.wetBody} />
      <Waves x={x} y={y} width={width} height={height} />
      <text x={x + width / 2} y={y + height + 12} textAnchor="middle" className="faint">
        {wet.name}
      </text>
    </g>
  );
}

function Dragged({ wet, index, scale: s }: { wet: Wet; index: number; scale: Scale }) {
  const start = useRef(wet);
  const to = (from: number, pixels: number) => Math.round((from + s.metres(pixels)) * 100) / 100;
  return (
    <Handle
      label={wet.name}
      cursor="move"
      onStart={() => {
        start.current = wet;
      }}
      onDrag={(dx, dy) =>
        edit(
          [
            { path: `rig.wet.${index}.x`, value: to(start.current.x, dx) },
            { path: `rig.wet.${index}.y`, value: to(start.current.y, -dy) },
          ],
          `${wet.name} moved`,
        )
      }
    >
      <WetAbove wet={wet} scale={s} />
    </Handle>
  );
}

/** Every wet place of a shoot; on a plan that is worked on, taken hold of and dragged; else with what it keeps free. */
export function WetPlaces({ document, scale, reach }: { document: Shoot; scale: Scale; reach?: number }) {
  return document.rig.wet.map((wet, k) =>
    reach === undefined ? (
      // biome-ignore lint/suspicious/noArrayIndexKey: a wet place is its place in the list
      <Dragged key={k} wet={wet} index={k} scale={scale} />
    ) : (
      // biome-ignore lint/suspicious/noArrayIndexKey: a wet place is its place in the list
      <WetAbove key={k} wet={wet} scale={scale} reach={reach} />
    ),
  );
}

/** How far wet places, and what they keep free, reach on a plan, for its bounds. [m] */
export function wetBounds(document: Shoot, reach = 0): { x: number; y: number }[] {
  return document.rig.wet.flatMap((w) => [
    { x: w.x - w.width / 2 - reach, y: w.y - w.depth / 2 - reach },
    { x: w.x + w.width / 2 + reach, y: w.y + w.depth / 2 + reach },
  ]);
}
