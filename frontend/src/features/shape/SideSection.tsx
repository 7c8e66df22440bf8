// Section through subject, sheet and lamp, true to scale: where everything stands and where the light goes.
import { useRef } from 'react';
import type { Figures, FrameShoot } from '../../shared/api/client';
import { Dimension } from '../../shared/drawing/Dimension';
import { FlagMarks } from '../../shared/drawing/FlagMarks';
import { Handle } from '../../shared/drawing/Handle';
import { Grip, gripsOf, pulled } from '../../shared/drawing/HandleLayer';
import { MirrorMarks } from '../../shared/drawing/MirrorMarks';
import { SubjectSide } from '../../shared/drawing/SubjectSide';
import { fitScale } from '../../shared/drawing/scale';
import { LampSymbol, ScaleBar } from '../../shared/drawing/symbols';
import { useShapeWords } from '../../shared/messages/shape';
import { useMirrors } from '../../shared/state/mirrors';
import { edit } from '../../shared/state/store';
import { useSize } from '../../shared/ui/useSize';
import { isHeld } from './heldFrame';
import css from './shape.module.css';

/** Distance from the subject's mark to the room's wall in the direction of the key. */
export function wallAhead(document: FrameShoot, figures: Figures): number {
  const a = (document.design.key_angle * Math.PI) / 180;
  const [dx, dy] = [Math.sin(a), -Math.cos(a)];
  const d = figures.drawing;
  const ways = [
    dx > 1e-9 ? d.room_right / dx : dx < -1e-9 ? d.room_left / dx : Number.POSITIVE_INFINITY,
    dy > 1e-9 ? d.room_back / dy : dy < -1e-9 ? d.room_front / dy : Number.POSITIVE_INFINITY,
  ];
  return Math.min(...ways);
}

export function SideSection({ document, figures }: { document: FrameShoot; figures: Figures }) {
  const [ref, size] = useSize<HTMLDivElement>();
  const { design, brief, units } = document;
  const t = useShapeWords();
  const d = figures.drawing;
  const behind = design.layers > 1 && design.layer_gap > 0 ? design.layer_gap * (design.layers - 1) : 0;
  const lampAt = design.sheet_distance + design.lamp_distance;
  const wall = wallAhead(document, figures);
  const right = Math.max(lampAt + 0.55, Math.min(wall + 0.05, lampAt + 1.2));
  const bounds = {
    left: -0.62,
    right,
    bottom: 0,
    top: Math.max(d.room_height, design.top_height, d.lamp_height),
  };
  const { mirrors } = useMirrors();
  const grips = gripsOf(figures, ['sheet_distance', 'lamp_distance', 'lamp_height']);
  const held = useRef(grips);
  const s = fitScale(bounds, size, { left: 14, right: 16, top: 16, bottom: 58 });
  const floor = s.y(0);
  const sheetX = s.x(design.sheet_distance);
  const lampX = s.x(lampAt);
  const lampY = s.y(d.lamp_height);
  const bottom = design.top_height - design.height;
  const faceY = s.y(brief.subject.face_height);
  const aim = Math.atan2(s.y(d.sheet_centre_height) - lampY, sheetX - lampX);

  // Where the beam (half of the peak) and the field (a tenth of it) cross the plane of the sheet, as heights.
  const gap = Math.max(design.lamp_distance - behind, 0.01);
  const tilt = Math.atan2(d.sheet_centre_height - d.lamp_height, gap);
  const cross = (angle: number) =>
    d.lamp_height + Math.tan(Math.max(-1.5, Math.min(1.5, tilt + angle))) * gap;
  const clipped = (z: number) => Math.max(bottom, Math.min(design.top_height, z));
  const [high, low] = [cross(Math.min(d.beam / 2, 1.45)), cross(-Math.min(d.beam / 2, 1.45))];
  const [fieldHigh, fieldLow] = [cross(Math.min(d.field / 2, 1.45)), cross(-Math.min(d.field / 2, 1.45))];
  const planeX = s.x(design.sheet_distance + behind);
  const wedge = (a: number, b: number) => `M${lampX} ${lampY} L${planeX} ${s.y(a)} L${planeX} ${s.y(b)} Z`;

  return (
    <div ref={ref} className="drawing" data-testid="side-section">
      {size.width > 0 ? (
        <svg width={size.width} height={size.height} role="group" aria-label={t('drawing-section')}>
          <title>{t('drawing-section')}</title>
          <defs>
            <pattern
              id="floor-hatch"
              width="7"
              height="7"
              patternUnits="userSpaceOnUse"
              patternTransform="rotate(45)"
            >
              <path d="M0 0 V7" className={css.hatch} />
            </pattern>
            <clipPath id="room-clip">
              <rect
                x={0}
                y={s.y(d.room_height)}
                width={Math.min(s.x(wall), size.width)}
                height={Math.max(floor - s.y(d.room_height), 0)}
              />
            </clipPath>
          </defs>
          <rect x={0} y={floor} width={size.width} height={7} fill="url(#floor-hatch)" />
          <path d={`M0 ${floor} H${size.width}`} className="ground" />
          <path d={`M0 ${s.y(d.room_height)} H${size.width}`} className="ceiling" />
          <text
            x={Math.min(s.x(wall), size.width) - 6}
            y={s.y(d.room_height) + 13}
            className="faint"
            textAnchor="end"
          >
            {t('drawing-ceiling')}
          </text>
          {wall < bounds.right ? (
            <path d={`M${s.x(wall)} ${floor} V${s.y(d.room_height)}`} className="ground" />
          ) : null}
          <g clipPath="url(#room-clip)">
            {fieldHigh > design.top_height ? (
              <path d={wedge(fieldHigh, design.top_height)} className={css.beamMissed} />
            ) : null}
            {fieldLow < bottom ? <path d={wedge(bottom, fieldLow)} className={css.beamMissed} /> : null}
            <path d={wedge(clipped(fieldHigh), clipped(fieldLow))} className="soft-light" />
            <path d={wedge(clipped(high), clipped(low))} className="beam" />
            <path
              d={`M${sheetX} ${s.y(clipped(fieldHigh))} L${s.x(0)} ${faceY} L${sheetX} ${s.y(clipped(fieldLow))} Z`}
              className="soft-light"
            />
          </g>
          <SubjectSide brief={brief} scale={s} />
          <FlagMarks view="side" scale={s} />
          {mirrors ? <MirrorMarks mirrors={mirrors} view="side" scale={s} /> : null}
          <path d={`M${s.x(0)} ${faceY} h-26`} className="mark" />

          <path
            d={`M${lampX} ${lampY} L${lampX + 16} ${lampY} L${lampX + 16} ${floor}`}
            className={css.stand}
          />
          <path
            d={`M${lampX} ${floor} L${lampX + 16} ${floor - 20} L${lampX + 32} ${floor}`}
            className={css.stand}
          />

          <Grip handle={grips.sheet_distance} scale={s}>
            {isHeld(design) ? (
              <path
                // a light stand behind it, drawn out to the middle of the frame
                d={`M${sheetX} ${s.y((bottom + design.top_height) / 2)} V${floor} M${sheetX} ${floor - 20} l16 20 M${sheetX} ${floor - 20} l-16 20`}
                className={css.stand}
              />
            ) : (
              <>
                <path
                  d={`M${s.x(design.sheet_distance - design.foot_length / 2)} ${floor - 2} H${s.x(design.sheet_distance + design.foot_length / 2)}`}
                  className="member"
                />
                <path d={`M${sheetX} ${floor - 2} V${s.y(design.top_height)}`} className="member" />
              </>
            )}
            {Array.from({ length: design.layers }, (_, i) => (
              <path
                // biome-ignore lint/suspicious/noArrayIndexKey: layers have no name but their number
                key={i}
                className={css.sheetLine}
                d={`M${s.x(design.sheet_distance + (behind ? design.layer_gap * i : 0)) - (behind ? 0 : i * 3)} ${s.y(bottom)} V${s.y(design.top_height)}`}
              />
            ))}
            <rect
              x={sheetX - 10}
              y={s.y(design.top_height)}
              width={20}
              height={floor - s.y(design.top_height)}
              className="grip"
            />
          </Grip>

          <Handle
            label={t('drawing-lamp')}
            cursor="move"
            onStart={() => {
              held.current = grips;
            }}
            onDrag={(dx, dy) => {
              const [right, up] = [s.metres(dx), -s.metres(dy)];
              const { lamp_distance: away, lamp_height: high } = held.current;
              // A mostly level drag leaves the height alone, so that a lamp on the axis stays there.
              const raised = Math.abs(dy) > 12 || design.lamp_height !== null;
              edit(
                [...pulled(away, right, up), ...(raised ? pulled(high, right, up) : [])],
                t('edit-lamp-moved'),
              );
            }}
          >
            <LampSymbol
              x={lampX}
              y={lampY}
              angle={aim}
              face={d.lamp_face_height * s.perMetre}
              round={d.lamp_shape === 'sphere'}
            />
          </Handle>

          <Dimension
            x1={s.x(0)}
            y1={floor + 24}
            x2={sheetX}
            y2={floor + 24}
            path="design.sheet_distance"
            label={t('dimension-sheet')}
          />
          <Dimension
            x1={sheetX}
            y1={floor + 24}
            x2={lampX}
            y2={floor + 24}
            path="design.lamp_distance"
            label={t('dimension-lamp')}
          />
          <path
            d={`M${s.x(0)} ${faceY + 14} V${floor + 28} M${sheetX} ${floor} V${floor + 28} M${lampX} ${lampY + 20} V${floor + 28}`}
            className="leader"
          />
          <Dimension
            x1={s.x(-0.42)}
            y1={floor}
            x2={s.x(-0.42)}
            y2={faceY}
            path="brief.subject.face_height"
            label={t('dimension-face')}
          />
          <Dimension
            x1={lampX + 34}
            y1={floor}
            x2={lampX + 34}
            y2={lampY}
            path="design.lamp_height"
            label={t('dimension-lamp-height')}
            unset={d.lamp_height}
          />
          <ScaleBar x={10} y={size.height - 8} perMetre={s.perMetre} units={units} />
        </svg>
      ) : null}
    </div>
  );
}
