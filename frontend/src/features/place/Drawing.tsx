// One working drawing of the set, from above or in an elevation: everything on it is chosen, dragged and turned here.

import { memo, type RefObject, useRef } from 'react';
import type { Figures, Schemas, Shoot } from '../../shared/api/client';
import { Handle } from '../../shared/drawing/Handle';
import { ModifierShapes } from '../../shared/drawing/ModifierShapes';
import type { Scale } from '../../shared/drawing/scale';
import { usePlaceWords } from '../../shared/messages/place';
import { useSetWords } from '../../shared/messages/set';
import { choose, usePlace } from '../../shared/state/place';
import { edit } from '../../shared/state/store';
import css from './place.module.css';
import { project, ThingShape, type View } from './ThingShape';
import { moveTo, snap, snapHeight, type Thing, wrap } from './things';

export type Room = { left: number; right: number; front: number; back: number; height: number };

export const roomOf = (d: Figures['drawing']): Room => ({
  left: d.room_left,
  right: d.room_right,
  front: d.room_front,
  back: d.room_back,
  height: d.room_height,
});

/** The thing's two numbers on a drawing, put back into a place. */
const unproject = (view: View, a: number, b: number) =>
  view === 'plan' ? { x: a, y: b } : view === 'side' ? { y: a, z: b } : { x: a, z: b };

const NONE: never[] = [];

type Latest = RefObject<{ things: Thing[]; document: Shoot }>;

type MovableProps = {
  thing: Thing;
  /** All that the drawing of the thing depends on, as text: nothing else draws it anew. */
  sign: string;
  isChosen: boolean;
  latest: Latest;
  view: View;
  scale: Scale;
  room: Room;
  label: string | undefined;
  outlines: Schemas['OutlineDrawn'][];
  lamps: Schemas['LampDrawn'][];
};

function MovableThing(props: MovableProps) {
  const { thing, isChosen, latest, view, scale: s, room } = props;
  const start = useRef<{ document: Shoot; moved: Thing[]; at: [number, number] } | null>(null);
  return (
    <g
      className={`${css.thing}${isChosen ? ' is-chosen' : ''}${thing.hidden ? ' is-hidden' : ''}${thing.locked ? ' is-locked' : ''}`}
      data-thing={thing.key}
      onPointerDownCapture={(event) => {
        if (event.shiftKey || event.ctrlKey || event.metaKey) choose(thing.key, true);
        else if (!isChosen) choose(thing.key);
      }}
    >
      <Handle
        label={thing.name}
        cursor="move"
        onStart={() => {
          const keys = usePlace.getState().chosen;
          const { things, document } = latest.current;
          start.current = {
            document,
            moved: things.filter((t) => keys.includes(t.key) || t.key === thing.key),
            at: project(view, thing),
          };
        }}
        onDrag={(dx, dy) => {
          if (!start.current) return;
          const { moved, at, document } = start.current;
          let [a, b] = [at[0] + s.metres(dx), at[1] - s.metres(dy)];
          if (view === 'plan') {
            const still = latest.current.things.filter(
              (t) => !moved.some((m) => m.key === t.key) && t.kind !== 'backdrop',
            );
            const drawn = snap({ x: a, y: b }, still, room, s.perMetre);
            [a, b] = [drawn.x, drawn.y];
            usePlace.setState({ guides: drawn.guides });
          }
          if (view !== 'plan') {
            const { things, document: now } = latest.current;
            const still = things.filter((t) => !moved.some((m) => m.key === t.key));
            b = snapHeight(b, [now.brief.subject.face_height, ...still.map((t) => t.z)], s.perMetre);
          }
          const edits = moved.flatMap((m) => {
            const [pa, pb] = project(view, m);
            return moveTo(document, m, unproject(view, pa + a - at[0], pb + b - at[1]));
          });
          if (edits.length) edit(edits, `${thing.name} moved`);
        }}
      >
        {props.outlines.length ? (
          <ModifierShapes outlines={props.outlines} lamps={props.lamps} scale={s} />
        ) : (
          <ThingShape
            thing={thing}
            document={latest.current.document}
            view={view}
            scale={s}
            room={room}
            label={props.label}
          />
        )}
      </Handle>
    </g>
  );
}

const Movable = memo(MovableThing, (a, b) => a.sign === b.sign);

/** All of the document that a thing's drawing depends on. */
function itself(document: Shoot, thing: Thing): unknown {
  const index = Number(thing.key.split('.').pop());
  if (thing.key.startsWith('brief.pieces.')) return document.brief.pieces[index];
  if (thing.key.startsWith('brief.others.'))
    return [
      document.brief.others[index],
      document.brief.backdrop.distance,
      document.brief.subject.face_height,
    ];
  return thing;
}

/** A knob that turns a board or block, and one that takes hold of where a lamp is aimed. */
function Knobs(props: { thing: Thing; document: Shoot; scale: Scale }) {
  const t = usePlaceWords();
  const { thing, document, scale: s } = props;
  const start = useRef({ x: 0, y: 0 });
  const index = Number(thing.key.split('.').pop());
  if (thing.locked) return null;
  if (thing.turn !== null) {
    const turn = (thing.turn * Math.PI) / 180;
    const reach = 34;
    const [kx, ky] = [s.x(thing.x) + Math.sin(turn) * reach, s.y(thing.y) + Math.cos(turn) * reach];
    return (
      <Handle
        label={t('place-turn', { name: thing.name })}
        cursor="grab"
        onStart={() => {
          start.current = { x: kx, y: ky };
        }}
        onDrag={(dx, dy) => {
          const [vx, vy] = [start.current.x + dx - s.x(thing.x), start.current.y + dy - s.y(thing.y)];
          const degrees = Math.round((Math.atan2(vx, vy) * 180) / Math.PI);
          edit([{ path: `${thing.key}.turn`, value: wrap(degrees) }], `${thing.name} turned`);
        }}
      >
        <path d={`M${s.x(thing.x)} ${s.y(thing.y)} L${kx} ${ky}`} className={css.knobLine} />
        <circle cx={kx} cy={ky} r={6} className={css.knob} />
        <circle cx={kx} cy={ky} r={13} className="grip" />
      </Handle>
    );
  }
  const lamp = thing.kind === 'lamp' && thing.second === undefined ? document.brief.others[index] : undefined;
  if (!lamp) return null;
  const aims = {
    subject: { x: 0, y: 0 },
    backdrop: { x: 0, y: document.brief.backdrop.distance },
    point: { x: lamp.aim_x, y: lamp.aim_y },
    ceiling: null,
    floor: null,
  };
  const aim = aims[lamp.aim];
  if (!aim) return null;
  return (
    <Handle
      label={t('place-where-is-aimed', { name: thing.name })}
      cursor="grab"
      onStart={() => {
        start.current = aim;
      }}
      onDrag={(dx, dy) => {
        const at = { x: start.current.x + s.metres(dx), y: start.current.y - s.metres(dy) };
        edit(
          [
            { path: `${thing.key}.aim`, value: 'point' },
            { path: `${thing.key}.aim_x`, value: Math.round(at.x * 100) / 100 },
            { path: `${thing.key}.aim_y`, value: Math.round(at.y * 100) / 100 },
          ],
          `${thing.name} aimed`,
        );
      }}
    >
      <path d={`M${s.x(lamp.x)} ${s.y(lamp.y)} L${s.x(aim.x)} ${s.y(aim.y)}`} className={css.aimLine} />
      <circle cx={s.x(aim.x)} cy={s.y(aim.y)} r={5} className={`${css.knob} aim-knob`} />
      <circle cx={s.x(aim.x)} cy={s.y(aim.y)} r={13} className="grip" />
    </Handle>
  );
}

/** What stands in the set, drawn in order: furniture first, then the modifier, boards, lamps and meters. */
export function SetShapes(props: {
  things: Thing[];
  document: Shoot;
  view: View;
  scale: Scale;
  room: Room;
  outlines: Schemas['OutlineDrawn'][];
  lamps: Schemas['LampDrawn'][];
  /** What a drawing leaves faint: all that is on the near side of a cut. */
  faint?: (thing: Thing) => boolean;
}) {
  const { things, document, view, scale, room } = props;
  const chosen = usePlace((p) => p.chosen);
  const place = usePlace((p) => p.place);
  /** Outlines of what is drawn from its surfaces: the modifier, and those before other lights. */
  const drawnAs = (thing: Thing) => {
    if (thing.kind === 'key') return { outlines: props.outlines, lamps: props.lamps };
    if (thing.second === undefined) return null;
    const light = document.second[thing.second]?.light;
    return place?.second.find((m) => m.light === light)?.[view] ?? null;
  };
  const latest = useRef({ things, document });
  latest.current = { things, document };
  const frame = [scale.perMetre, scale.x(0), scale.y(0), room];
  const order = ['block', 'figure', 'key', 'board', 'window', 'lamp', 'meter'];
  const drawn = things
    .filter((t) => order.includes(t.kind))
    .sort((a, b) => order.indexOf(a.kind) - order.indexOf(b.kind));
  const label = (thing: Thing) => {
    if (thing.kind !== 'meter') return undefined;
    const got = place?.meters[Number(thing.key.split('.').pop())];
    if (!got || got.name !== thing.name) return thing.name;
    return got.stops === null ? 'dark' : `${got.stops >= 0 ? '+' : '−'}${Math.abs(got.stops).toFixed(1)}`;
  };
  return (
    <>
      {drawn.map((thing) => {
        const isChosen = chosen.includes(thing.key);
        const said = label(thing);
        const mine = drawnAs(thing);
        const shape = mine ? [mine.outlines, mine.lamps] : itself(document, thing);
        const sign = JSON.stringify([shape, isChosen, said, frame]);
        return (
          <g key={thing.key} opacity={props.faint?.(thing) ? 0.25 : 1}>
            <Movable
              thing={thing}
              sign={sign}
              isChosen={isChosen}
              latest={latest}
              view={view}
              scale={scale}
              room={room}
              label={said}
              outlines={mine?.outlines ?? NONE}
              lamps={mine?.lamps ?? NONE}
            />
          </g>
        );
      })}
      {view === 'plan'
        ? drawn
            .filter((t) => chosen.includes(t.key))
            .map((t) => <Knobs key={t.key} thing={t} document={document} scale={scale} />)
        : null}
    </>
  );
}

/** Marks where something cannot stand, with the sentence on it. */
export function Clashes(props: { view: View; scale: Scale }) {
  const place = usePlace((p) => p.place);
  const say = useSetWords();
  const { view, scale: s } = props;
  return (
    <>
      {(place?.clashes ?? []).map((clash) => {
        const [x = 0, y = 0, z = 0] = clash.place;
        const [a, b] = project(view, { x, y, z });
        return (
          <g
            key={say(clash.says)}
            transform={`translate(${s.x(a) + 10} ${s.y(b) - 10})`}
            className={`${css.clash} ${css[`clash-${clash.level === 'cannot' ? 'cannot' : 'look'}`]}`}
          >
            <title>{say(clash.says)}</title>
            <path d="M0 -9 L9 7 H-9 Z" />
            <text y={5} textAnchor="middle">
              !
            </text>
          </g>
        );
      })}
    </>
  );
}
