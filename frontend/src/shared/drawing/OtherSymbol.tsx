// A lamp beside the modifier, or a window, on the plan; dragged to where it stands.
import { useRef } from 'react';
import type { Figures, Shoot } from '../api/client';
import { edit } from '../state/store';
import { Handle } from './Handle';
import type { Scale } from './scale';
import { LampSymbol } from './symbols';

const round = (value: number) => Math.round(value * 100) / 100;

/** Where a window is drawn: in the nearest wall, from end to end. */
function inWall(other: Shoot['brief']['others'][number], d: Figures['drawing']) {
  const walls = [
    { off: Math.abs(other.x - d.room_left), x: d.room_left, y: other.y, level: false },
    { off: Math.abs(other.x - d.room_right), x: d.room_right, y: other.y, level: false },
    { off: Math.abs(other.y - d.room_front), x: other.x, y: d.room_front, level: true },
    { off: Math.abs(other.y - d.room_back), x: other.x, y: d.room_back, level: true },
  ];
  const wall = walls.reduce((a, b) => (b.off < a.off ? b : a));
  const half = other.width / 2;
  return wall.level
    ? { x1: wall.x - half, y1: wall.y, x2: wall.x + half, y2: wall.y }
    : { x1: wall.x, y1: wall.y - half, x2: wall.x, y2: wall.y + half };
}

export function OtherSymbol(props: {
  index: number;
  other: Shoot['brief']['others'][number];
  document: Shoot;
  figures: Figures;
  scale: Scale;
}) {
  const start = useRef({ x: 0, y: 0 });
  const { index, other, document, figures, scale: s } = props;
  const aim = other.aim === 'backdrop' ? document.brief.backdrop.distance : 0;
  const path = `brief.others.${index}`;
  const w = inWall(other, figures.drawing);
  return (
    <Handle
      label={other.name}
      cursor="grab"
      onStart={() => {
        start.current = { x: other.x, y: other.y };
      }}
      onDrag={(dx, dy) =>
        edit(
          [
            { path: `${path}.x`, value: round(Math.max(-15, Math.min(15, start.current.x + s.metres(dx)))) },
            { path: `${path}.y`, value: round(Math.max(-40, Math.min(20, start.current.y - s.metres(dy)))) },
          ],
          `${other.name} moved`,
        )
      }
    >
      <g opacity={other.on ? 1 : 0.45}>
        <title>{other.name}</title>
        {other.id === 'window' ? (
          <>
            <path d={`M${s.x(w.x1)} ${s.y(w.y1)} L${s.x(w.x2)} ${s.y(w.y2)}`} className="window-line" />
            <path d={`M${s.x(w.x1)} ${s.y(w.y1)} L${s.x(w.x2)} ${s.y(w.y2)}`} className="window-grip" />
          </>
        ) : (
          <LampSymbol
            x={s.x(other.x)}
            y={s.y(other.y)}
            angle={Math.atan2(s.y(aim) - s.y(other.y), s.x(0) - s.x(other.x))}
            face={8}
            round={
              other.aim === 'ceiling' ||
              other.aim === 'floor' ||
              (typeof other.id === 'string'
                ? other.id.startsWith('bulb')
                : other.id.values.shape === 'sphere')
            }
          />
        )}
      </g>
    </Handle>
  );
}
