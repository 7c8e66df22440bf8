// Any kind of modifier from the side or from above, in metres, drawn from its own surfaces.
import type { Schemas } from '../api/client';
import type { Scale } from './scale';
import { LampSymbol } from './symbols';

type Outline = Schemas['OutlineDrawn'];
type Lamp = Schemas['LampDrawn'];

export function ModifierShapes(props: { outlines: Outline[]; lamps: Lamp[]; scale: Scale; wide?: boolean }) {
  const { outlines, lamps, scale: s } = props;
  return (
    <g>
      {outlines.map((o) => {
        const d = o.points.map(([x, y], i) => `${i ? 'L' : 'M'}${s.x(x ?? 0)} ${s.y(y ?? 0)}`).join('');
        return <path key={o.id} d={o.points.length > 2 ? `${d}Z` : d} className={`shape shape-${o.look}`} />;
      })}
      {lamps.map((lamp, i) => {
        const [x = 0, y = 0] = lamp.place;
        const [ax = 0, ay = 0] = lamp.aim;
        if (lamp.window) {
          // square to where it shines
          const [dx, dy] = [ay - y, x - ax];
          const k = lamp.face / 2 / Math.max(Math.hypot(dx, dy), 1e-9);
          const d = `M${s.x(x - k * dx)} ${s.y(y - k * dy)} L${s.x(x + k * dx)} ${s.y(y + k * dy)}`;
          return <path key={`${x} ${y}`} d={d} className="window-line" />;
        }
        return (
          <LampSymbol
            // biome-ignore lint/suspicious/noArrayIndexKey: lamps of a modifier are their places
            key={i}
            x={s.x(x)}
            y={s.y(y)}
            angle={Math.atan2(s.y(ay) - s.y(y), s.x(ax) - s.x(x))}
            face={lamp.face * s.perMetre}
            round={lamp.bulb}
          />
        );
      })}
    </g>
  );
}
