// The set from above, true to scale, for working: light in bands, what is chosen with its distances, streams of a lamp.

import { useQuery } from '@tanstack/react-query';
import { type PointerEvent, useRef, useState } from 'react';
import type { Figures, Schemas, Shoot } from '../../shared/api/client';
import { flowQuery } from '../../shared/api/queries';
import { FlagMarks } from '../../shared/drawing/FlagMarks';
import { Handle } from '../../shared/drawing/Handle';
import { ActionBands, LightBands } from '../../shared/drawing/LightBands';
import { isPerson, SENSOR_WIDTH } from '../../shared/drawing/PlanView';
import { fitScale, type Scale } from '../../shared/drawing/scale';
import { CameraAbove, PersonAbove, ScaleBar, ThingAbove } from '../../shared/drawing/symbols';
import { WetPlaces, wetBounds } from '../../shared/drawing/WetPlaces';
import { inOneGo } from '../../shared/messages/facts';
import { usePlaceWords } from '../../shared/messages/place';
import { useSetWords } from '../../shared/messages/set';
import { choose, chooseNone, usePlace } from '../../shared/state/place';
import { edit } from '../../shared/state/store';
import { useSize } from '../../shared/ui/useSize';
import { formatLength } from '../../shared/units/length';
import { Clashes, roomOf, SetShapes } from './Drawing';
import { PlaceDimension } from './PlaceDimension';
import css from './place.module.css';
import { moveTo, type Thing } from './things';

export type From = 'subject' | 'corner';

/** Streams of a lamp's light, as wide as their share. */
function Streams({ document, scale: s, width }: { document: Shoot; scale: Scale; width: number }) {
  const lamp = usePlace((p) => p.followed);
  const say = useSetWords();
  const { data } = useQuery(flowQuery(document, lamp));
  if (lamp === null || !data?.start.length) return null;
  const [x0 = 0, y0 = 0] = data.start;
  return (
    <g className={css.streams}>
      {data.streams.map((stream) => {
        const [x = 0, y = 0] = stream.place;
        const wide = Math.max(1.5, stream.share * 26);
        return (
          <g key={say(stream.says)}>
            <path d={`M${s.x(x0)} ${s.y(y0)} L${s.x(x)} ${s.y(y)}`} style={{ strokeWidth: wide }} />
            {stream.share >= 0.015 ? (
              <text
                x={Math.min(s.x(x), width - 8)}
                y={s.y(y) - 6}
                textAnchor={s.x(x) > width - 80 ? 'end' : s.x(x) < 80 ? 'start' : 'middle'}
              >
                {say(stream.says)}
              </text>
            ) : null}
          </g>
        );
      })}
    </g>
  );
}

/** How far an alcove reaches beyond the room, by side. [m] */
function beyondRoom(alcove: Shoot['brief']['room']['alcove']) {
  const deep = alcove?.depth ?? 0;
  return {
    left: alcove?.wall === 'left wall' ? deep : 0,
    right: alcove?.wall === 'right wall' ? deep : 0,
    back: alcove?.wall === 'end wall' ? deep : 0,
  };
}

/** The recess in a wall, from above. */
function AlcoveAbove(props: {
  alcove: NonNullable<Shoot['brief']['room']['alcove']>;
  room: ReturnType<typeof roomOf>;
  scale: Scale;
}) {
  const t = usePlaceWords();
  const { alcove, room, scale: s } = props;
  const half = alcove.width / 2;
  const [wide, deep] = [alcove.width * s.perMetre, alcove.depth * s.perMetre];
  const side = { y: s.y(alcove.along + half), width: deep, height: wide };
  const at =
    alcove.wall === 'end wall'
      ? { x: s.x(alcove.along - half), y: s.y(room.back) - deep, width: wide, height: deep }
      : alcove.wall === 'left wall'
        ? { x: s.x(room.left) - deep, ...side }
        : { x: s.x(room.right), ...side };
  return (
    <rect {...at} className="room">
      <title>{t('place-alcove')}</title>
    </rect>
  );
}

/** Where a map of light lies on the plan. */
const mapBox = (light: Schemas['LightMapResult'], s: Scale) => ({
  x: s.x((light.centre[0] ?? 0) - light.width / 2),
  y: s.y((light.centre[1] ?? 0) + light.height / 2),
  width: light.width * s.perMetre,
  height: light.height * s.perMetre,
});

/** Surfaces that are brighter than the Brief lets them be. */
function BrokenLimits(props: {
  room: ReturnType<typeof roomOf>;
  backdrop: number;
  half: number;
  scale: Scale;
}) {
  const { room, backdrop, half, scale: s } = props;
  const dark = usePlace((p) => p.place?.dark);
  const say = useSetWords();
  const lines: Record<string, string> = {
    'left wall': `M${s.x(room.left)} ${s.y(room.front)} V${s.y(room.back)}`,
    'right wall': `M${s.x(room.right)} ${s.y(room.front)} V${s.y(room.back)}`,
    'wall behind the camera': `M${s.x(room.left)} ${s.y(room.front)} H${s.x(room.right)}`,
    backdrop: `M${s.x(-half)} ${s.y(backdrop) + 6} H${s.x(half)}`,
    floor: `M${s.x(room.left) + 8} ${s.y(room.front) - 8} H${s.x(room.right) - 8} V${s.y(room.back) + 8} H${s.x(room.left) + 8} Z`,
    ceiling: `M${s.x(room.left) + 14} ${s.y(room.front) - 14} H${s.x(room.right) - 14} V${s.y(room.back) + 14} H${s.x(room.left) + 14} Z`,
  };
  return (
    <>
      {(dark ?? [])
        .filter((d) => d.broken)
        .map((d) => (
          <path key={d.name} d={lines[d.name]} className={css.brokenLimit}>
            <title>{inOneGo(say, d.says)}</title>
          </path>
        ))}
    </>
  );
}

export function PlacePlan(props: {
  document: Shoot;
  figures: Figures;
  things: Thing[];
  from: From;
  light?: Schemas['LightMapResult'] | undefined;
}) {
  const words = usePlaceWords();
  const { document, figures, things, from, light } = props;
  const [ref, size] = useSize<HTMLDivElement>();
  const [probe, setProbe] = useState<{ x: number; y: number; text: string } | null>(null);
  const start = useRef(0);
  const chosen = usePlace((p) => p.chosen);
  const guides = usePlace((p) => p.guides);
  const { brief } = document;
  const room = roomOf(figures.drawing);
  const outside = brief.room.outdoors;
  const spread = things.filter((t) => t.kind !== 'sky' && t.kind !== 'window');
  const wet = wetBounds(document);
  const past = beyondRoom(brief.room.alcove);
  const bounds = {
    left: Math.min(
      outside ? -2 : room.left - past.left,
      ...spread.map((t) => t.x - 0.15),
      ...wet.map((w) => w.x),
    ),
    right: Math.max(
      outside ? 2 : room.right + past.right,
      ...spread.map((t) => t.x + 0.15),
      ...wet.map((w) => w.x),
    ),
    bottom: Math.min(outside ? -1 : room.front, ...spread.map((t) => t.y - 0.25), ...wet.map((w) => w.y)),
    top: Math.max(
      outside ? 1 : room.back + past.back,
      ...spread.map((t) => t.y + 0.15),
      ...wet.map((w) => w.y),
    ),
  };
  const s = fitScale(bounds, size, { left: 14, right: 14, top: 12, bottom: 24 });
  const view = SENSOR_WIDTH[brief.camera.sensor] / 2 / brief.camera.focal_length;
  const camera = things.find((t) => t.key === 'camera');
  const backdrop = things.find((t) => t.key === 'backdrop');
  const one = chosen.length === 1 ? things.find((t) => t.key === chosen[0]) : undefined;
  const origin = from === 'subject' || outside ? { x: 0, y: 0 } : { x: room.left, y: room.front };
  const reach = brief.camera.distance + brief.backdrop.distance;
  const wide = Math.min(2.7, outside ? 2.7 : brief.room.width - 0.02) / 2;

  const look = (event: PointerEvent<SVGSVGElement>) => {
    if (!light) return;
    const box = event.currentTarget.getBoundingClientRect();
    const [px, py] = [event.clientX - box.left, event.clientY - box.top];
    const x = (px - s.x((light.centre[0] ?? 0) - light.width / 2)) / (light.width * s.perMetre);
    const y = (s.y((light.centre[1] ?? 0) - light.height / 2) - py) / (light.height * s.perMetre);
    const row = light.stops[Math.min(light.stops.length - 1, Math.floor(y * light.stops.length))];
    const value = row?.[Math.min(row.length - 1, Math.floor(x * row.length))];
    const inside = x >= 0 && x < 1 && y >= 0 && y < 1 && value !== undefined;
    setProbe(
      inside ? { x: px, y: py, text: `${value >= 0 ? '+' : '−'}${Math.abs(value).toFixed(1)} stops` } : null,
    );
  };
  const alongY = (key: 'camera' | 'backdrop') => {
    const thing = things.find((t) => t.key === key);
    return {
      onStart: () => {
        start.current = thing?.y ?? 0;
      },
      onDrag: (_: number, dy: number) => {
        if (thing) edit(moveTo(document, thing, { y: start.current - s.metres(dy) }), `${thing.name} moved`);
      },
    };
  };
  const isChosen = (key: string) => (chosen.includes(key) ? ' is-chosen' : '');

  return (
    <div ref={ref} className={`drawing ${css.placeDrawing}`} data-testid="place-plan">
      {size.width > 0 && camera && backdrop ? (
        <svg
          width={size.width}
          height={size.height}
          role="group"
          aria-label={words('place-plan-of-the-set-to')}
          onPointerMove={look}
          onPointerLeave={() => setProbe(null)}
          onPointerDown={(event) => {
            if (event.target === event.currentTarget || (event.target as Element).classList.contains('room'))
              chooseNone();
          }}
          onPointerUp={() => usePlace.setState({ guides: [] })}
        >
          <title>{words('place-plan-of-the-set-to')}</title>
          {outside ? (
            <rect width={size.width} height={size.height} className={`room ${css.openAir}`} />
          ) : (
            <rect
              x={s.x(room.left)}
              y={s.y(room.back)}
              width={(room.right - room.left) * s.perMetre}
              height={(room.back - room.front) * s.perMetre}
              className="room"
            />
          )}
          {!outside && brief.room.alcove ? (
            <AlcoveAbove alcove={brief.room.alcove} room={room} scale={s} />
          ) : null}
          {!outside && brief.room.slope !== 'none'
            ? (['left', 'right'] as const)
                .filter((side) => brief.room.slope === side || brief.room.slope === 'both')
                .map((side) => {
                  const at = side === 'left' ? room.left + brief.room.run : room.right - brief.room.run;
                  return (
                    <path
                      key={side}
                      d={`M${s.x(at)} ${s.y(room.back)} V${s.y(room.front)}`}
                      className={css.slopeLine}
                    >
                      <title>{words('place-the-ceiling-slopes-down-from')}</title>
                    </path>
                  );
                })
            : null}
          {light?.holds ? (
            <ActionBands
              map={light.stops}
              holds={[light.holds[0] ?? 0, light.holds[1] ?? 0]}
              {...mapBox(light, s)}
            />
          ) : light ? (
            <LightBands map={light.stops} {...mapBox(light, s)} labels={11} />
          ) : null}
          <BrokenLimits room={room} backdrop={backdrop.y} half={wide} scale={s} />
          <path
            d={`M${s.x(0)} ${s.y(camera.y)} L${s.x(-view * reach)} ${s.y(backdrop.y)} H${s.x(view * reach)} Z`}
            className="field-of-view"
          />
          <g
            data-thing="backdrop"
            className={`${css.thing}${isChosen('backdrop')}`}
            onPointerDownCapture={() => choose('backdrop')}
          >
            <Handle label={words('place-backdrop-2')} cursor="ns-resize" {...alongY('backdrop')}>
              <path d={`M${s.x(-wide)} ${s.y(backdrop.y)} H${s.x(wide)}`} className="backdrop" />
              <rect
                x={s.x(-wide)}
                y={s.y(backdrop.y) - 9}
                width={2 * wide * s.perMetre}
                height={18}
                className="grip"
              />
            </Handle>
          </g>
          <WetPlaces document={document} scale={s} />
          {isPerson(brief) ? (
            <PersonAbove x={s.x(0)} y={s.y(0)} perMetre={s.perMetre} />
          ) : (
            <ThingAbove x={s.x(0)} y={s.y(0)} perMetre={s.perMetre} size={brief.subject.size} />
          )}
          <Streams document={document} scale={s} width={size.width} />
          <SetShapes
            things={things}
            document={document}
            view="plan"
            scale={s}
            room={room}
            outlines={figures.modifier.plan}
            lamps={figures.modifier.plan_lamps}
          />
          <g
            data-thing="camera"
            className={`${css.thing}${isChosen('camera')}`}
            onPointerDownCapture={() => choose('camera')}
          >
            <Handle label={words('place-camera')} cursor="ns-resize" {...alongY('camera')}>
              <CameraAbove x={s.x(0)} y={s.y(camera.y)} />
            </Handle>
          </g>
          {guides.map((g) => (
            <path
              key={`${g.x ?? ''} ${g.y ?? ''}`}
              d={g.x !== undefined ? `M${s.x(g.x)} 0 V${size.height}` : `M0 ${s.y(g.y ?? 0)} H${size.width}`}
              className={css.snapLine}
            />
          ))}
          <FlagMarks view="plan" scale={s} />
          <Clashes view="plan" scale={s} />
          {one && one.kind !== 'sky' ? (
            <>
              <path
                d={`M${s.x(origin.x)} ${s.y(origin.y)} H${s.x(one.x)} V${s.y(one.y)}`}
                className="leader"
              />
              {one.kind === 'camera' || one.kind === 'backdrop' ? null : (
                <PlaceDimension
                  at={[
                    (s.x(origin.x) + s.x(one.x)) / 2,
                    s.y(origin.y) + (s.y(origin.y) > s.y(one.y) ? 14 : -14),
                  ]}
                  label={words('place-to-the-right-of', {
                    name: one.name,
                    wall:
                      from === 'subject' ? words('place-the-subject-s-mark') : words('place-the-left-wall'),
                  })}
                  value={one.x - origin.x}
                  units={document.units}
                  commit={(v) => edit(moveTo(document, one, { x: v + origin.x }), `${one.name} moved`)}
                />
              )}
              <PlaceDimension
                at={[
                  s.x(one.x) + (s.x(one.x) > size.width - 90 ? -46 : 46),
                  (s.y(origin.y) + s.y(one.y)) / 2,
                ]}
                label={`${one.name}, ${from === 'subject' ? words('place-behind-the-subject-s-mark') : words('place-from-the-wall-behind-the')}`}
                value={one.y - origin.y}
                units={document.units}
                commit={(v) => edit(moveTo(document, one, { y: v + origin.y }), `${one.name} moved`)}
              />
            </>
          ) : null}
          {probe ? (
            <g
              transform={`translate(${Math.min(probe.x + 12, size.width - 84)} ${Math.max(probe.y - 12, 16)})`}
            >
              <rect x={-4} y={-13} width={82} height={18} rx={3} className={css.probeBox} />
              <text className={css.probeText}>{probe.text}</text>
            </g>
          ) : null}
          <ScaleBar x={10} y={size.height - 6} perMetre={s.perMetre} units={document.units} />
          {outside ? null : (
            <text x={size.width - 10} y={size.height - 6} textAnchor="end" className="faint">
              {words('place-room-2', {
                width: formatLength(brief.room.width, document.units),
                depth: formatLength(brief.room.depth, document.units),
              })}
            </text>
          )}
        </svg>
      ) : null}
    </div>
  );
}
