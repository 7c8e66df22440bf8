// What is taken hold of on a drawing of a modifier: the server says where, which value follows the hand, and its limits.
import { type ReactNode, useRef } from 'react';
import type { Figures, Schemas } from '../api/client';
import { type Edit, edit } from '../state/store';
import css from './drawing.module.css';
import { Handle } from './Handle';
import { GRIP } from './labels';
import type { Scale } from './scale';

export type HandleDrawn = Schemas['HandleDrawn'];

const round = (value: number) => Math.round(value * 1000) / 1000;

/** The edits that a pull of the hand [m, to the right and up] makes, from where the handle was. */
export function pulled(handle: HandleDrawn, right: number, up: number): Edit[] {
  const [x = 0, y = 0] = handle.per_unit;
  const along = x * x + y * y;
  if (along < 1e-12) return [];
  const wanted = handle.value + (right * x + up * y) / along;
  const value = round(Math.max(handle.low, Math.min(handle.high, wanted)));
  const gone = value - handle.value;
  return [
    { path: handle.path, value },
    ...handle.linked.map((l) => ({ path: l.path, value: round(l.value + l.per_unit * gone) })),
  ];
}

/** The handles of a design by the names of their values; one that moves nothing where there is none. */
export function gripsOf<K extends string>(figures: Figures, names: K[]): Record<K, HandleDrawn> {
  const found = new Map(figures.modifier.handles.map((h) => [h.path, h]));
  const none = (path: string): HandleDrawn => ({
    view: 'side',
    path,
    label: path,
    value: 0,
    low: 0,
    high: 0,
    at: [0, 0],
    per_unit: [0, 0],
    linked: [],
  });
  return Object.fromEntries(
    names.map((name) => [name, found.get(`design.${name}`) ?? none(`design.${name}`)]),
  ) as Record<K, HandleDrawn>;
}

const cursorOf = (handle: HandleDrawn): 'ew-resize' | 'ns-resize' | 'move' => {
  const [x = 0, y = 0] = handle.per_unit.map(Math.abs);
  return x > 3 * y ? 'ew-resize' : y > 3 * x ? 'ns-resize' : 'move';
};

/** One handle: a grip at its place, or whatever of the drawing is taken hold of instead. */
export function Grip(props: { handle: HandleDrawn; scale: Scale; children?: ReactNode }) {
  const { handle, scale } = props;
  const from = useRef(handle);
  const [x = 0, y = 0] = handle.at;
  return (
    <Handle
      label={handle.label}
      cursor={cursorOf(handle)}
      onStart={() => {
        from.current = handle;
      }}
      onDrag={(dx, dy) =>
        edit(pulled(from.current, scale.metres(dx), -scale.metres(dy)), `${handle.label} dragged`)
      }
    >
      {props.children ?? (
        <>
          <circle cx={scale.x(x)} cy={scale.y(y)} r={GRIP} className="grip" />
          <circle cx={scale.x(x)} cy={scale.y(y)} r={4} className={css.gripDot} />
        </>
      )}
    </Handle>
  );
}

/** Every handle of a view that the drawing has not given a shape of its own. */
export function HandleLayer(props: {
  handles: HandleDrawn[];
  view: HandleDrawn['view'];
  scale: Scale;
  without?: string[];
}) {
  return props.handles
    .filter((h) => h.view === props.view && !props.without?.includes(h.path))
    .map((h) => <Grip key={h.path} handle={h} scale={props.scale} />);
}
