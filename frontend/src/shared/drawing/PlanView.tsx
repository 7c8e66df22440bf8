// The room from above, true to scale: subject, backdrop, camera with its field, sheet and lamp.

import { useRef } from 'react';
import type { Figures, Schemas, Shoot } from '../api/client';
import { useCommonWords } from '../messages/common';
import { accepted } from '../state/limits';
import { useMirrors } from '../state/mirrors';
import { edit } from '../state/store';
import { useSize } from '../ui/useSize';
import { Dimension } from './Dimension';
import css from './drawing.module.css';
import { FlagMarks } from './FlagMarks';
import { Handle } from './Handle';
import { LightBands } from './LightBands';
import { MirrorMarks } from './MirrorMarks';
import { ModifierShapes } from './ModifierShapes';
import { OtherSymbol } from './OtherSymbol';
import { fitScale, type Scale } from './scale';
import { CameraAbove, PersonAbove, ScaleBar, ThingAbove } from './symbols';

/** Width of the picture area of each sensor. [m] */
export const SENSOR_WIDTH: Record<Shoot['brief']['camera']['sensor'], number> = {
  full_frame: 0.036,
  crop_15: 0.0235,
  crop_2: 0.0173,
  one_inch: 0.0132,
  phone_wide: 0.0098,
  phone_long: 0.0056,
};
/** Whether a person is in front of the camera, not a thing. */
export const isPerson = (brief: Shoot['brief']) => ['bust', 'standing'].includes(brief.subject.kind);

const round = (value: number, to = 1000) => Math.round(value * to) / to;

/** From a point to the two ends of the source that lie farthest apart as it sees them. */
function wedge(from: { x: number; y: number }, source: number[][], s: Scale): string {
  const ends = source.map(([x, y]) => ({ x: s.x(x ?? 0), y: s.y(y ?? 0) }));
  if (ends.length < 2) return '';
  const middle = { x: 0, y: 0 };
  for (const e of ends) {
    middle.x += e.x / ends.length;
    middle.y += e.y / ends.length;
  }
  const side = (e: { x: number; y: number }) =>
    Math.atan2(
      (middle.x - from.x) * (e.y - from.y) - (middle.y - from.y) * (e.x - from.x),
      (middle.x - from.x) * (e.x - from.x) + (middle.y - from.y) * (e.y - from.y),
    );
  const sorted = [...ends].sort((p, q) => side(p) - side(q));
  const [first, last] = [sorted[0], sorted[sorted.length - 1]];
  return first && last ? `M${from.x} ${from.y} L${first.x} ${first.y} L${last.x} ${last.y} Z` : '';
}

/** Where the subject may go, dragged on the plan. */
function ActionArea(props: { document: Shoot; scale: Scale }) {
  const t = useCommonWords();
  const { scale: s } = props;
  const { action } = props.document.brief;
  const start = useRef({ x: 0, y: 0 });
  const left = s.x(action.x - action.width / 2);
  const top = s.y(action.y + action.depth / 2);
  const size = { width: action.width * s.perMetre, height: action.depth * s.perMetre };
  return (
    <Handle
      label={t('common-action-area')}
      cursor="move"
      onStart={() => {
        start.current = { x: action.x, y: action.y };
      }}
      onDrag={(dx, dy) =>
        edit(
          [
            {
              path: 'brief.action.x',
              value: round(Math.max(-5, Math.min(5, start.current.x + s.metres(dx))), 100),
            },
            {
              path: 'brief.action.y',
              value: round(Math.max(-10, Math.min(10, start.current.y - s.metres(dy))), 100),
            },
          ],
          'Action area moved',
        )
      }
    >
      <rect x={left} y={top} {...size} className={css.actionArea} />
      <path
        d={`M${left} ${top} h${size.width} v${size.height} h${-size.width} Z`}
        className={css.actionGrip}
      />
    </Handle>
  );
}

export function PlanView({
  document,
  figures,
  dimensions,
  light,
}: {
  document: Shoot;
  figures: Figures;
  dimensions: boolean;
  /** Stops over a level layer of the room. */
  light?: Schemas['LightMapResult'] | undefined;
}) {
  const t = useCommonWords();
  const [ref, size] = useSize<HTMLDivElement>();
  const { mirrors } = useMirrors();
  const start = useRef({ camera: 0, backdrop: 0, angle: 0 });
  const startLamp = useRef({ x: 0, y: 0 });
  const { design, brief, units } = document;
  const d = figures.drawing;
  const m = figures.modifier;
  const [lampX = 0, lampY = 0] = m.plan_lamps[0]?.place ?? [];
  const source = m.plan.find((o) => o.id === 'sheet')?.points ?? [];
  const all = [...m.plan.flatMap((o) => o.points), ...m.plan_lamps.map((l) => l.place)];
  const xs = all.map((p) => p[0] ?? 0);
  const ys = all.map((p) => p[1] ?? 0);
  // Everything that stands outside the room is still drawn, or nobody could bring it back.
  const bounds = {
    left: Math.min(d.room_left, ...xs.map((x) => x - 0.2)),
    right: Math.max(d.room_right, ...xs.map((x) => x + 0.2)),
    bottom: Math.min(d.room_front, -brief.camera.distance - 0.2, ...ys.map((y) => y - 0.2)),
    top: d.room_back,
  };
  const edge = dimensions
    ? { left: 62, right: 62, top: 16, bottom: 48 }
    : { left: 8, right: 8, top: 8, bottom: 14 };
  const s = fitScale(bounds, size, edge);
  const view = SENSOR_WIDTH[brief.camera.sensor] / 2 / brief.camera.focal_length;
  const camera = { x: s.x(0), y: s.y(-brief.camera.distance) };
  const backdrop = s.y(brief.backdrop.distance);
  const reach = brief.camera.distance + brief.backdrop.distance;
  const wide = Math.min(2.7, brief.room.width - 0.02) / 2;
  const head = { x: s.x(0), y: s.y(0) };

  return (
    <div ref={ref} className="drawing" data-testid="plan">
      {size.width > 0 ? (
        <svg
          width={size.width}
          height={size.height}
          role="group"
          aria-label={t('common-plan-of-the-room-to')}
        >
          <title>{t('common-plan-of-the-room-to')}</title>
          <rect
            x={s.x(d.room_left)}
            y={s.y(d.room_back)}
            width={(d.room_right - d.room_left) * s.perMetre}
            height={(d.room_back - d.room_front) * s.perMetre}
            className="room"
          />
          {light ? (
            <LightBands
              map={light.stops}
              x={s.x((light.centre[0] ?? 0) - light.width / 2)}
              y={s.y((light.centre[1] ?? 0) + light.height / 2)}
              width={light.width * s.perMetre}
              height={light.height * s.perMetre}
              labels={10}
            />
          ) : null}
          <path
            d={`M${camera.x} ${camera.y} L${s.x(-view * reach)} ${backdrop} H${s.x(view * reach)} Z`}
            className="field-of-view"
          />
          <path d={wedge({ x: s.x(lampX), y: s.y(lampY) }, source, s)} className="beam" />
          <path d={wedge(head, source, s)} className="soft-light" />
          <Handle
            label={t('common-backdrop-distance')}
            cursor="ns-resize"
            onStart={() => {
              start.current.backdrop = brief.backdrop.distance;
            }}
            onDrag={(_, dy) =>
              edit(
                [
                  {
                    path: 'brief.backdrop.distance',
                    value: round(Math.max(0.2, Math.min(20, start.current.backdrop - s.metres(dy)))),
                  },
                ],
                'Backdrop moved',
              )
            }
          >
            <path d={`M${s.x(-wide)} ${backdrop} H${s.x(wide)}`} className="backdrop" />
            <rect
              x={s.x(-wide)}
              y={backdrop - 9}
              width={2 * wide * s.perMetre}
              height={18}
              className="grip"
            />
          </Handle>
          {isPerson(brief) ? (
            <PersonAbove x={head.x} y={head.y} perMetre={s.perMetre} />
          ) : (
            <ThingAbove x={head.x} y={head.y} perMetre={s.perMetre} size={brief.subject.size} />
          )}
          <ActionArea document={document} scale={s} />
          <Handle
            label={t('common-key-angle')}
            cursor="grab"
            onStart={() => {
              start.current.angle = design.key_angle;
              startLamp.current = { x: lampX, y: lampY };
            }}
            onDrag={(dx, dy) => {
              const before = Math.atan2(startLamp.current.x, -startLamp.current.y);
              const after = Math.atan2(
                startLamp.current.x + s.metres(dx),
                -(startLamp.current.y - s.metres(dy)),
              );
              const angle = start.current.angle + ((after - before) * 180) / Math.PI;
              edit(
                [
                  {
                    path: 'design.key_angle',
                    value: round(accepted('design.key_angle', document, angle), 10),
                  },
                ],
                'Key turned',
              );
            }}
          >
            <ModifierShapes outlines={m.plan} lamps={m.plan_lamps} scale={s} />
          </Handle>
          <FlagMarks view="plan" scale={s} />
          {mirrors ? <MirrorMarks mirrors={mirrors} view="plan" scale={s} /> : null}
          {brief.others.map((other, i) => (
            <OtherSymbol
              // biome-ignore lint/suspicious/noArrayIndexKey: a lamp is its place in the list
              key={i}
              index={i}
              other={other}
              document={document}
              figures={figures}
              scale={s}
            />
          ))}
          <Handle
            label={t('common-camera-distance')}
            cursor="ns-resize"
            onStart={() => {
              start.current.camera = brief.camera.distance;
            }}
            onDrag={(_, dy) =>
              edit(
                [
                  {
                    path: 'brief.camera.distance',
                    value: round(Math.max(0.2, Math.min(20, start.current.camera + s.metres(dy)))),
                  },
                ],
                'Camera moved',
              )
            }
          >
            <CameraAbove x={camera.x} y={camera.y} />
          </Handle>
          {dimensions ? (
            <>
              <Dimension
                x1={s.x(d.room_left) - 32}
                y1={s.y(d.room_front)}
                x2={s.x(d.room_left) - 32}
                y2={s.y(d.room_back)}
                path="brief.room.depth"
                label={t('common-room-depth')}
              />
              <Dimension
                x1={s.x(d.room_left)}
                y1={s.y(bounds.bottom) + 24}
                x2={s.x(d.room_right)}
                y2={s.y(bounds.bottom) + 24}
                path="brief.room.width"
                label={t('common-room-width')}
              />
              <Dimension
                x1={s.x(d.room_right) + 32}
                y1={head.y}
                x2={s.x(d.room_right) + 32}
                y2={backdrop}
                path="brief.backdrop.distance"
                label={t('common-distance-to-the-backdrop')}
              />
              <Dimension
                x1={s.x(d.room_right) + 32}
                y1={camera.y}
                x2={s.x(d.room_right) + 32}
                y2={head.y}
                path="brief.camera.distance"
                label={t('common-camera-distance-2')}
              />
              <path
                d={`M${s.x(wide)} ${backdrop} H${s.x(d.room_right) + 38} M${head.x + 16} ${head.y} H${s.x(d.room_right) + 38} M${camera.x + 14} ${camera.y} H${s.x(d.room_right) + 38}`}
                className="leader"
              />
              <text x={s.x(-wide)} y={backdrop + 16} className="faint">
                {t('common-backdrop')}
              </text>
              <ScaleBar x={10} y={size.height - 6} perMetre={s.perMetre} units={units} />
            </>
          ) : null}
        </svg>
      ) : null}
    </div>
  );
}
