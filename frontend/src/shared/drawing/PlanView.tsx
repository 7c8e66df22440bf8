// The room from above, true to scale: subject, backdrop, camera with its field, sheet and lamp.
import { useRef } from 'react';
import type { Figures, Schemas, Shoot } from '../api/client';
import { edit } from '../state/store';
import { useSize } from '../ui/useSize';
import { Dimension } from './Dimension';
import { Handle } from './Handle';
import { LightBands } from './LightBands';
import { OtherSymbol } from './OtherSymbol';
import { fitScale } from './scale';
import { CameraAbove, LampSymbol, PersonAbove, ScaleBar, ThingAbove } from './symbols';

const SENSOR_WIDTH = { full_frame: 0.036, crop_15: 0.0235, crop_2: 0.0173, one_inch: 0.0132 };
/** Whether a person is in front of the camera, not a thing. */
export const isPerson = (brief: Shoot['brief']) => ['bust', 'standing'].includes(brief.subject.kind);

const round = (value: number, to = 1000) => Math.round(value * to) / to;

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
  const [ref, size] = useSize<HTMLDivElement>();
  const start = useRef({ camera: 0, backdrop: 0, angle: 0 });
  const { design, brief, units } = document;
  const d = figures.drawing;
  const a = (design.key_angle * Math.PI) / 180;
  const lampAt = design.sheet_distance + design.lamp_distance;
  const lamp = { x: Math.sin(a) * lampAt, y: -Math.cos(a) * lampAt };
  const sheet = { x: Math.sin(a) * design.sheet_distance, y: -Math.cos(a) * design.sheet_distance };
  const across = { x: (Math.cos(a) * design.width) / 2, y: (Math.sin(a) * design.width) / 2 };
  // Everything that stands outside the room is still drawn, or nobody could bring it back.
  const bounds = {
    left: Math.min(d.room_left, lamp.x - 0.2),
    right: Math.max(d.room_right, lamp.x + 0.2),
    bottom: Math.min(d.room_front, -brief.camera.distance - 0.2, lamp.y - 0.2),
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
        <svg width={size.width} height={size.height} role="group" aria-label="Plan of the room, to scale">
          <title>Plan of the room, to scale</title>
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
              x={s.x((d.room_left + d.room_right - light.width) / 2)}
              y={s.y((d.room_back + d.room_front + light.height) / 2)}
              width={light.width * s.perMetre}
              height={light.height * s.perMetre}
              labels={10}
            />
          ) : null}
          <path
            d={`M${camera.x} ${camera.y} L${s.x(-view * reach)} ${backdrop} H${s.x(view * reach)} Z`}
            className="field-of-view"
          />
          <path
            d={`M${s.x(lamp.x)} ${s.y(lamp.y)} L${s.x(sheet.x - across.x)} ${s.y(sheet.y - across.y)} L${s.x(sheet.x + across.x)} ${s.y(sheet.y + across.y)} Z`}
            className="beam"
          />
          <path
            d={`M${head.x} ${head.y} L${s.x(sheet.x - across.x)} ${s.y(sheet.y - across.y)} L${s.x(sheet.x + across.x)} ${s.y(sheet.y + across.y)} Z`}
            className="soft-light"
          />
          <Handle
            label="backdrop distance"
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
          <path
            d={`M${s.x(sheet.x - across.x)} ${s.y(sheet.y - across.y)} L${s.x(sheet.x + across.x)} ${s.y(sheet.y + across.y)}`}
            className="sheet-line"
          />
          <Handle
            label="key angle"
            cursor="grab"
            onStart={() => {
              start.current.angle = design.key_angle;
            }}
            onDrag={(dx, dy) => {
              const b = (start.current.angle * Math.PI) / 180;
              const x = Math.sin(b) * lampAt + s.metres(dx);
              const y = -Math.cos(b) * lampAt - s.metres(dy);
              const angle = (Math.atan2(x, -y) * 180) / Math.PI;
              edit(
                [{ path: 'design.key_angle', value: round(Math.max(-90, Math.min(90, angle)), 10) }],
                'Key turned',
              );
            }}
          >
            <LampSymbol
              x={s.x(lamp.x)}
              y={s.y(lamp.y)}
              angle={Math.atan2(head.y - s.y(lamp.y), head.x - s.x(lamp.x))}
              face={d.lamp_width * s.perMetre}
              round={d.lamp_shape === 'sphere'}
            />
          </Handle>
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
            label="camera distance"
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
                label="Room depth"
              />
              <Dimension
                x1={s.x(d.room_left)}
                y1={s.y(bounds.bottom) + 24}
                x2={s.x(d.room_right)}
                y2={s.y(bounds.bottom) + 24}
                path="brief.room.width"
                label="Room width"
              />
              <Dimension
                x1={s.x(d.room_right) + 32}
                y1={head.y}
                x2={s.x(d.room_right) + 32}
                y2={backdrop}
                path="brief.backdrop.distance"
                label="Distance to the backdrop"
              />
              <Dimension
                x1={s.x(d.room_right) + 32}
                y1={camera.y}
                x2={s.x(d.room_right) + 32}
                y2={head.y}
                path="brief.camera.distance"
                label="Camera distance"
              />
              <path
                d={`M${s.x(wide)} ${backdrop} H${s.x(d.room_right) + 38} M${head.x + 16} ${head.y} H${s.x(d.room_right) + 38} M${camera.x + 14} ${camera.y} H${s.x(d.room_right) + 38}`}
                className="leader"
              />
              <text x={s.x(-wide)} y={backdrop + 16} className="faint">
                backdrop
              </text>
              <ScaleBar x={10} y={size.height - 6} perMetre={s.perMetre} units={units} />
            </>
          ) : null}
        </svg>
      ) : null}
    </div>
  );
}
