// A thing of the set on a drawing, from above or in an elevation; true to scale.
import type { Shoot } from '../../shared/api/client';
import type { Scale } from '../../shared/drawing/scale';
import { LampSymbol, PersonAbove } from '../../shared/drawing/symbols';
import css from './place.module.css';
import { footprint, heights, type Other, type Piece, type Thing } from './things';

export type View = 'plan' | 'side' | 'front';

/** Which two of a place's numbers a drawing shows. */
export const project = (view: View, p: { x: number; y: number; z: number }): [number, number] =>
  view === 'plan' ? [p.x, p.y] : view === 'side' ? [p.y, p.z] : [p.x, p.z];

const points = (s: Scale, list: [number, number][]) =>
  list.map(([a, b], i) => `${i ? 'L' : 'M'}${s.x(a).toFixed(1)} ${s.y(b).toFixed(1)}`).join('');

/** Outline of a board or block in a drawing. [m] */
export function outlineOf(piece: Piece, view: View): [number, number][] {
  const corners = footprint(piece);
  if (view === 'plan') return corners;
  const along = corners.map(([x, y]) => (view === 'side' ? y : x));
  const [low, high] = heights(piece);
  const [a, b] = [Math.min(...along), Math.max(...along)];
  if (piece.kind === 'board') {
    // leaning boards are drawn as the line or face that they are from here
    const tilt = (piece.tilt * Math.PI) / 180;
    const turn = (piece.turn * Math.PI) / 180;
    const [wx, wy] = [(Math.cos(turn) * piece.width) / 2, (Math.sin(turn) * piece.width) / 2];
    const lean = (Math.sin(tilt) * piece.height) / 2;
    const rise = (Math.cos(tilt) * piece.height) / 2;
    const [ux, uy] = [-Math.sin(turn) * lean, Math.cos(turn) * lean];
    return (
      [
        [-1, -1],
        [1, -1],
        [1, 1],
        [-1, 1],
      ] as const
    ).map(([i, k]) => {
      const x = piece.x + i * wx + k * ux;
      const y = piece.y + i * wy + k * uy;
      return [view === 'side' ? y : x, piece.z + k * rise];
    });
  }
  return [
    [a, low],
    [b, low],
    [b, high],
    [a, high],
  ];
}

function LampShape(props: { other: Other; document: Shoot; view: View; scale: Scale }) {
  const { other, document, view, scale: s } = props;
  const [px, py] = project(view, other);
  const eye = document.brief.subject.face_height;
  const aims: Record<Other['aim'], { x: number; y: number; z: number }> = {
    subject: { x: 0, y: 0, z: eye },
    backdrop: { x: 0, y: document.brief.backdrop.distance, z: eye },
    ceiling: { ...other, z: other.z + 1 },
    floor: { ...other, z: other.z - 1 },
    point: { x: other.aim_x, y: other.aim_y, z: other.aim_z },
  };
  const [ax, ay] = project(view, aims[other.aim]);
  const bulb =
    typeof other.id === 'string' ? other.id.startsWith('bulb') : other.id.values.shape === 'sphere';
  const seenEnd = Math.hypot(s.x(ax) - s.x(px), s.y(ay) - s.y(py)) < 2;
  return (
    <>
      {other.aim === 'point' ? (
        <path d={`M${s.x(px)} ${s.y(py)} L${s.x(ax)} ${s.y(ay)}`} className={css.aimLine} />
      ) : null}
      {view === 'plan' ? null : <path d={`M${s.x(px)} ${s.y(py)} V${s.y(0)}`} className={css.standLine} />}
      <LampSymbol
        x={s.x(px)}
        y={s.y(py)}
        angle={Math.atan2(s.y(ay) - s.y(py), s.x(ax) - s.x(px))}
        face={9}
        round={bulb || seenEnd}
      />
    </>
  );
}

/** Where a window is drawn: in the nearest wall, from end to end. */
function windowLine(
  other: Other,
  room: { left: number; right: number; front: number; back: number },
  view: View,
) {
  const walls = [
    { off: Math.abs(other.x - room.left), at: { x: room.left, y: other.y }, along: 'y' },
    { off: Math.abs(other.x - room.right), at: { x: room.right, y: other.y }, along: 'y' },
    { off: Math.abs(other.y - room.front), at: { x: other.x, y: room.front }, along: 'x' },
    { off: Math.abs(other.y - room.back), at: { x: other.x, y: room.back }, along: 'x' },
  ] as const;
  const wall = walls.reduce((a, b) => (b.off < a.off ? b : a));
  const half = other.width / 2;
  const shift = (d: number) => ({
    x: wall.at.x + (wall.along === 'x' ? d : 0),
    y: wall.at.y + (wall.along === 'y' ? d : 0),
    z: other.z,
  });
  const up = view === 'plan' ? 0 : other.height / 2;
  const [a, b] = [project(view, shift(-half)), project(view, shift(half))];
  return { a, b, up };
}

export function ThingShape(props: {
  thing: Thing;
  document: Shoot;
  view: View;
  scale: Scale;
  room: { left: number; right: number; front: number; back: number };
  label?: string | undefined;
}) {
  const { thing, document, view, scale: s, room } = props;
  const index = Number(thing.key.split('.').pop());
  if (thing.kind === 'figure') {
    const piece = document.brief.pieces[index];
    if (piece?.kind !== 'figure') return null;
    const [px, py] = project(view, piece);
    const [low, high] = heights(piece);
    const top = view === 'plan' ? s.y(piece.y + 0.25) : s.y(high);
    const tall = view === 'plan' ? 0.35 * s.perMetre : (high - low) * s.perMetre;
    return (
      <>
        {view === 'plan' ? (
          <PersonAbove x={s.x(px)} y={s.y(py)} perMetre={s.perMetre} />
        ) : (
          <g className="person">
            <ellipse cx={s.x(px)} cy={s.y(py)} rx={0.09 * s.perMetre} ry={0.125 * s.perMetre} />
            <path
              d={`M${s.x(px - 0.23)} ${s.y(low)} Q${s.x(px - 0.23)} ${s.y(py - 0.22)} ${s.x(px)} ${s.y(py - 0.18)} Q${s.x(px + 0.23)} ${s.y(py - 0.22)} ${s.x(px + 0.23)} ${s.y(low)} Z`}
            />
          </g>
        )}
        <rect
          x={s.x(px) - 0.23 * s.perMetre}
          y={top}
          width={0.46 * s.perMetre}
          height={tall}
          className="piece-grip"
        />
      </>
    );
  }
  if (thing.kind === 'board' || thing.kind === 'block') {
    const piece = document.brief.pieces[index];
    if (!piece || piece.kind === 'figure') return null;
    const [px, py] = project(view, { ...thing, z: thing.kind === 'block' ? heights(piece)[1] : thing.z });
    const look = piece.kind === 'block' ? 'furniture' : `face-${piece.face}`;
    const outline = outlineOf(piece, view);
    return (
      <>
        <path d={`${points(s, outline)}Z`} className={`piece piece-${look}`} />
        {piece.kind === 'board' && view === 'plan' ? (
          <path
            d={`M${s.x(px)} ${s.y(py)} l${Math.sin((piece.turn * Math.PI) / 180) * 12} ${Math.cos((piece.turn * Math.PI) / 180) * 12}`}
            className="piece-front"
          />
        ) : null}
        {piece.kind === 'board' && view !== 'plan' ? (
          <path d={`M${s.x(px)} ${s.y(heights(piece)[0])} V${s.y(0)}`} className={css.standLine} />
        ) : null}
        <path d={`${points(s, outline)}Z`} className="piece-grip" />
      </>
    );
  }
  if (thing.kind === 'meter') {
    const [px, py] = project(view, thing);
    return (
      <g transform={`translate(${s.x(px)} ${s.y(py)})`} className={css.meterSymbol}>
        <circle r={6} />
        <path d="M-3 0 H3 M0 -3 V3" />
        {props.label ? (
          <text x={9} y={4} className={css.meterLabel}>
            {props.label}
          </text>
        ) : null}
        <circle r={13} className="grip" />
      </g>
    );
  }
  const other = document.brief.others[index];
  if (!other) return null;
  if (thing.kind === 'window') {
    const { a, b, up } = windowLine(other, room, view);
    const d = `M${s.x(a[0])} ${s.y(a[1]) - up * s.perMetre} L${s.x(b[0])} ${s.y(b[1]) - up * s.perMetre} L${s.x(b[0])} ${s.y(b[1]) + up * s.perMetre} L${s.x(a[0])} ${s.y(a[1]) + up * s.perMetre} Z`;
    return (
      <>
        <path d={d} className="window-line" />
        <path d={d} className="window-grip" />
      </>
    );
  }
  return <LampShape other={other} document={document} view={view} scale={s} />;
}
