// A photograph with what is drawn on it: areas, lines, spots that were found; wiped against another one.

import { type PointerEvent, useState } from 'react';
import type { Area, Line } from '../../shared/api/log';
import { useProveWords } from '../../shared/messages/prove';
import { useDrag } from '../../shared/ui/useDrag';
import { WipeLine, WipeSlider, wipedAt } from '../../shared/ui/Wipe';
import css from './prove.module.css';

type Point = { x: number; y: number };
export type Drawn = { from: Point; to: Point };
export type Spot = { x: number; y: number; stops: number };

const LEAST = 0.012;

const source = (id: string) => `/api/shots/photographs/${id}.jpg`;

function oblong({ from, to }: Drawn) {
  return {
    x: Math.min(from.x, to.x),
    y: Math.min(from.y, to.y),
    width: Math.max(Math.abs(from.x - to.x), 0.01),
    height: Math.max(Math.abs(from.y - to.y), 0.01),
  };
}

/** The area that a drag covers. */
export const areaOf = (drawn: Drawn, name: string, shows: Area['shows']): Area => ({
  name,
  shows,
  ...oblong(drawn),
});

export function PhotoFrame(props: {
  photo: { id: string; name: string };
  other: string | null;
  areas: Area[];
  lines: Line[];
  spots: Spot[];
  straight: boolean;
  draw: (drawn: Drawn) => void;
}) {
  const t = useProveWords();
  const { photo, other, areas, lines, spots, straight, draw } = props;
  const [drawn, setDrawn] = useState<Drawn | null>(null);
  const [at, setAt] = useState(50);
  const place = (e: PointerEvent<SVGSVGElement>): Point => {
    const box = e.currentTarget.getBoundingClientRect();
    const share = (value: number) => Math.min(Math.max(value, 0), 1);
    return { x: share((e.clientX - box.left) / box.width), y: share((e.clientY - box.top) / box.height) };
  };
  const drag = useDrag<SVGSVGElement, Point>({
    at: place,
    moves: (from, to) => setDrawn({ from, to }),
    ends: (from, to) => {
      setDrawn(null);
      if (to && Math.hypot(to.x - from.x, to.y - from.y) > LEAST) draw({ from, to });
    },
  });
  return (
    <figure>
      <div className="photo">
        <img src={source(photo.id)} alt={photo.name} draggable={false} />
        {other ? (
          <>
            <img
              className={css.photoOther}
              src={source(other)}
              alt={t('prove-the-one-it-is-held')}
              draggable={false}
              style={wipedAt(at)}
            />
            <WipeLine at={at} />
          </>
        ) : null}
        <svg
          viewBox="0 0 1 1"
          preserveAspectRatio="none"
          role="img"
          aria-label={t('prove-areas-that-are-measured-drag')}
          {...drag}
        >
          {areas.map((a) => (
            <rect key={`${a.name}${a.x}`} x={a.x} y={a.y} width={a.width} height={a.height} />
          ))}
          {drawn && !straight ? <rect {...oblong(drawn)} /> : null}
          {lines.map((l) => (
            <line key={`${l.x1}${l.y1}`} x1={l.x1} y1={l.y1} x2={l.x2} y2={l.y2} />
          ))}
          {drawn && straight ? (
            <line x1={drawn.from.x} y1={drawn.from.y} x2={drawn.to.x} y2={drawn.to.y} />
          ) : null}
        </svg>
        {areas.map((a) => (
          <span
            key={`${a.name}${a.x}`}
            className={css.areaName}
            style={{ left: `${a.x * 100}%`, top: `${a.y * 100}%` }}
          >
            {a.name}
          </span>
        ))}
        {lines.map((l, k) => (
          <span
            key={`${l.x1}${l.y1}`}
            className={css.areaName}
            style={{ left: `${l.x2 * 100}%`, top: `${l.y2 * 100}%` }}
          >
            {l.across} {k + 1}
          </span>
        ))}
        {spots.map((s) => (
          <span
            key={`${s.x}${s.y}`}
            className={css.foundSpot}
            style={{ left: `${s.x * 100}%`, top: `${s.y * 100}%` }}
            title={t('prove-stops', {
              stops: s.stops > 0 ? '+' : '−',
              stops_2: Math.abs(s.stops).toFixed(1),
            })}
          />
        ))}
      </div>
      {other ? <WipeSlider at={at} setAt={setAt} label={t('prove-where-the-photographs-meet')} /> : null}
    </figure>
  );
}
