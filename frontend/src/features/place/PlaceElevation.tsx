// The set from its side or its front, true to scale: heights are dragged here; a cut leaves what lies before it faint.

import { Slider } from 'antd';
import { useState } from 'react';
import type { Figures, Schemas, Shoot } from '../../shared/api/client';
import { LightBands } from '../../shared/drawing/LightBands';
import { SubjectSide } from '../../shared/drawing/SubjectSide';
import { fitScale, type Scale } from '../../shared/drawing/scale';
import { ScaleBar } from '../../shared/drawing/symbols';
import { usePlaceWords } from '../../shared/messages/place';
import { usePlace } from '../../shared/state/place';
import { edit } from '../../shared/state/store';
import { useSize } from '../../shared/ui/useSize';
import { formatLength } from '../../shared/units/length';
import { Clashes, roomOf, SetShapes } from './Drawing';
import { PlaceDimension } from './PlaceDimension';
import css from './place.module.css';
import { moveTo, type Thing } from './things';

type Way = 'side' | 'front';

/** The room's outline in an elevation, with a sloping ceiling where the cut shows it. [m] */
function section(document: Shoot, room: ReturnType<typeof roomOf>, way: Way): [number, number][] {
  const { slope, knee, run } = document.brief.room;
  if (way === 'side')
    return [
      [room.front, 0],
      [room.back, 0],
      [room.back, room.height],
      [room.front, room.height],
    ];
  const left = slope === 'left' || slope === 'both';
  const right = slope === 'right' || slope === 'both';
  return [
    [room.left, 0],
    [room.right, 0],
    ...(right
      ? ([
          [room.right, knee],
          [room.right - run, room.height],
        ] as [number, number][])
      : ([[room.right, room.height]] as [number, number][])),
    ...(left
      ? ([
          [room.left + run, room.height],
          [room.left, knee],
        ] as [number, number][])
      : ([[room.left, room.height]] as [number, number][])),
  ];
}

/** The backdrop from the side: straight down, or sweeping out over the floor. */
function hung(brief: Shoot['brief'], s: Scale, top: number): string {
  const { distance, sweep, forward } = brief.backdrop;
  const bend = Math.min(sweep, distance, top - 0.1);
  if (bend <= 0.03) return `M${s.x(distance)} ${s.y(0)} V${s.y(top)}`;
  const r = bend * s.perMetre;
  return `M${s.x(distance)} ${s.y(top)} V${s.y(bend)} A${r} ${r} 0 0 1 ${s.x(distance - bend)} ${s.y(0)} H${s.x(distance - bend - forward)}`;
}

const onSurface: Record<string, Way> = {
  backdrop: 'front',
  'end wall': 'front',
  'wall behind the camera': 'front',
  'left wall': 'side',
  'right wall': 'side',
};

function flipped(map: Schemas['LightMapResult']): number[][] {
  // seen from inside, the right wall and the wall behind the camera run the other way
  const turn = map.layer === 'right wall' || map.layer === 'wall behind the camera';
  return turn ? map.stops.map((row) => [...row].reverse()) : map.stops;
}

export function PlaceElevation(props: {
  document: Shoot;
  figures: Figures;
  things: Thing[];
  way: Way;
  light?: Schemas['LightMapResult'] | undefined;
}) {
  const words = usePlaceWords();
  const { document, figures, things, way, light } = props;
  const [ref, size] = useSize<HTMLDivElement>();
  const [cut, setCut] = useState<number | null>(null);
  const place = usePlace((p) => p.place);
  const chosen = usePlace((p) => p.chosen);
  const { brief } = document;
  const room = roomOf(figures.drawing);
  const outside = brief.room.outdoors;
  const along = (t: { x: number; y: number }) => (way === 'side' ? t.y : t.x);
  const deep = (t: { x: number; y: number }) => (way === 'side' ? t.x : t.y);
  const spread = things.filter((t) => t.kind !== 'sky').map(along);
  const bounds = {
    left: Math.min(outside ? -1 : way === 'side' ? room.front : room.left, ...spread) - 0.1,
    right: Math.max(outside ? 1 : way === 'side' ? room.back : room.right, ...spread) + 0.1,
    bottom: -0.05,
    top: outside ? Math.max(2.6, ...things.map((t) => t.z + 0.3)) : room.height + 0.05,
  };
  const s = fitScale(bounds, size, { left: 12, right: 12, top: 10, bottom: 24 });
  const camera = things.find((t) => t.key === 'camera');
  const backdrop = things.find((t) => t.key === 'backdrop');
  const drawn = place?.[way];
  const shown = light && onSurface[light.layer] === way ? light : undefined;
  const one = chosen.length === 1 ? things.find((t) => t.key === chosen[0]) : undefined;
  const outline = section(document, room, way)
    .map(([a, b], i) => `${i ? 'L' : 'M'}${s.x(a)} ${s.y(b)}`)
    .join('');
  const half = Math.min(2.7, brief.room.width - 0.02) / 2;
  const [low, high] = way === 'side' ? [room.left, room.right] : [room.front, room.back];
  return (
    <div className={css.placeElevation}>
      <div ref={ref} className={`drawing ${css.placeDrawing}`} data-testid={`place-${way}`}>
        {size.width > 0 && camera && backdrop ? (
          <svg
            width={size.width}
            height={size.height}
            role="group"
            aria-label={
              way === 'side' ? words('place-set-from-the-side-to') : words('place-set-from-the-front-to')
            }
          >
            <title>
              {way === 'side' ? words('place-set-from-the-side-to') : words('place-set-as-the-camera-looks')}
            </title>
            {outside ? (
              <path d={`M0 ${s.y(0)} H${size.width}`} className="ground" />
            ) : (
              <path d={`${outline}Z`} className="room" />
            )}
            {shown ? (
              <LightBands
                map={flipped(shown)}
                x={s.x(way === 'front' ? -shown.width / 2 : room.front)}
                y={s.y(shown.height)}
                width={shown.width * s.perMetre}
                height={shown.height * s.perMetre}
                labels={10}
              />
            ) : null}
            {way === 'side' ? (
              <path d={hung(brief, s, Math.min(2.4, room.height - 0.02))} className="backdrop" />
            ) : (
              <rect
                x={s.x(-half)}
                y={s.y(Math.min(2.4, room.height - 0.02))}
                width={2 * half * s.perMetre}
                height={Math.min(2.4, room.height - 0.02) * s.perMetre}
                className={css.backdropFace}
              />
            )}
            {drawn ? (
              <SetShapes
                things={things}
                document={document}
                view={way}
                scale={s}
                room={room}
                outlines={drawn.outlines}
                lamps={drawn.lamps}
                faint={(t) => cut !== null && (way === 'side' ? deep(t) > cut : deep(t) < cut)}
              />
            ) : null}
            {way === 'side' ? (
              <g transform={`translate(${2 * s.x(0)} 0) scale(-1 1)`}>
                <SubjectSide brief={brief} scale={s} />
              </g>
            ) : (
              <g className="person">
                <ellipse
                  cx={s.x(0)}
                  cy={s.y(brief.subject.face_height - 0.01)}
                  rx={0.085 * s.perMetre}
                  ry={0.125 * s.perMetre}
                />
                <path
                  d={`M${s.x(-0.23)} ${s.y(brief.subject.face_height - 0.62)} Q${s.x(-0.23)} ${s.y(brief.subject.face_height - 0.2)} ${s.x(0)} ${s.y(brief.subject.face_height - 0.18)} Q${s.x(0.23)} ${s.y(brief.subject.face_height - 0.2)} ${s.x(0.23)} ${s.y(brief.subject.face_height - 0.62)} Z`}
                />
              </g>
            )}
            {way === 'side' ? (
              <g transform={`translate(${s.x(camera.y)} ${s.y(camera.z)})`} className="camera-symbol">
                <rect x={-20} y={-8} width={17} height={14} rx={2} />
                <path d="M-3 -5 L6 -7 V6 L-3 4 Z" />
              </g>
            ) : null}
            <Clashes view={way} scale={s} />
            {one &&
            one.kind !== 'sky' &&
            one.kind !== 'key' &&
            one.kind !== 'camera' &&
            one.kind !== 'backdrop' ? (
              <>
                <path d={`M${s.x(along(one))} ${s.y(0)} V${s.y(one.z)}`} className="leader" />
                <PlaceDimension
                  at={[s.x(along(one)), (s.y(0) + s.y(one.z)) / 2]}
                  label={words('place-height-over-the-floor', { name: one.name })}
                  value={one.z}
                  units={document.units}
                  commit={(v) => edit(moveTo(document, one, { z: v }), `${one.name} raised`)}
                />
              </>
            ) : null}
            <ScaleBar x={10} y={size.height - 6} perMetre={s.perMetre} units={document.units} />
          </svg>
        ) : null}
      </div>
      <div className={css.cutRow}>
        <span>
          {cut === null
            ? words('place-nothing-cut-away')
            : words('place-cut', {
                cut: formatLength(Math.abs(cut), document.units),
                mark:
                  way === 'side'
                    ? cut < 0
                      ? words('place-to-the-left')
                      : words('place-to-the-right-2')
                    : cut < 0
                      ? words('place-before-the-mark')
                      : words('place-behind-the-mark'),
              })}
        </span>
        <Slider
          ariaLabelForHandle="Where the set is cut"
          min={Math.round(low * 10) / 10}
          max={Math.round(high * 10) / 10}
          step={0.1}
          value={cut ?? (way === 'side' ? high : low)}
          tooltip={{ open: false }}
          onChange={(v) =>
            setCut(v === (way === 'side' ? Math.round(high * 10) / 10 : Math.round(low * 10) / 10) ? null : v)
          }
        />
      </div>
    </div>
  );
}
