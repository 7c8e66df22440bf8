// The frame from the subject's side, true to scale, with the glow of the sheet in bands of stops.
import { useMemo } from 'react';
import type { Figures, FrameShoot } from '../../shared/api/client';
import { bandLabels, bands } from '../../shared/drawing/contours';
import { Dimension } from '../../shared/drawing/Dimension';
import { Grip, gripsOf } from '../../shared/drawing/HandleLayer';
import { fitScale } from '../../shared/drawing/scale';
import { useShapeWords } from '../../shared/messages/shape';
import { useSize } from '../../shared/ui/useSize';
import { isHeld } from './heldFrame';
import css from './shape.module.css';

export function FrontView({ document, figures }: { document: FrameShoot; figures: Figures }) {
  const [ref, size] = useSize<HTMLDivElement>();
  const t = useShapeWords();
  const { design, brief } = document;
  const room = figures.drawing.room_height;
  const wide = Math.max(design.width / 2 + 0.1, 0.6);
  const s = fitScale({ left: -wide, right: wide, bottom: 0, top: Math.max(room, design.top_height) }, size, {
    left: 80,
    right: 80,
    top: 16,
    bottom: 58,
  });
  const [l, r] = [s.x(-design.width / 2), s.x(design.width / 2)];
  const [top, b] = [s.y(design.top_height), s.y(design.top_height - design.height)];
  const floor = s.y(0);
  const grips = gripsOf(figures, ['width', 'height', 'top_height']);
  const glow = useMemo(() => bands(figures.sheet_map), [figures.sheet_map]);
  // The lower rail stays where it is when the height changes, so the legs keep their length.
  const keepLegs = (height: number) =>
    grips.height.linked.map((l) => ({
      path: l.path,
      value: Math.round((l.value + l.per_unit * (height - grips.height.value)) * 1000) / 1000,
    }));

  return (
    <div ref={ref} className="drawing" data-testid="front-view">
      {size.width > 0 ? (
        <svg width={size.width} height={size.height} role="group" aria-label={t('drawing-front')}>
          <title>{t('drawing-front', {}, 'detail')}</title>
          <rect x={0} y={floor} width={size.width} height={7} fill="url(#floor-hatch)" />
          <path d={`M0 ${floor} H${size.width}`} className="ground" />
          <path d={`M0 ${s.y(room)} H${size.width}`} className="ceiling" />
          {isHeld(design) ? (
            [l, r].map((x) => (
              <path
                key={x}
                // a light stand at each side, drawn out to the middle of the frame
                d={`M${x} ${(top + b) / 2} V${floor} M${x} ${floor - 20} l16 20 M${x} ${floor - 20} l-16 20`}
                className={css.stand}
              />
            ))
          ) : (
            <path d={`M${l} ${floor} V${top} M${r} ${floor} V${top}`} className="member" />
          )}
          <rect x={l} y={top} width={r - l} height={b - top} className="glow glow-0" />
          <svg
            x={l}
            y={top}
            width={r - l}
            height={b - top}
            viewBox="0 0 1 1"
            preserveAspectRatio="none"
            aria-hidden="true"
          >
            {glow.map((band, i) => (
              <path key={band.stops} d={band.path} className={`glow glow-${i + 1}`} />
            ))}
          </svg>
          {bandLabels(figures.sheet_map, 14 / Math.max(b - top, 1)).map((label) => (
            <text
              key={label.stops}
              x={(l + r) / 2}
              y={top + label.y * (b - top) + 4}
              textAnchor="middle"
              className="contour-label"
            >
              −{label.stops}
            </text>
          ))}
          <rect x={l} y={top} width={r - l} height={b - top} className={`member ${css.hollow}`} />
          {isHeld(design) ? null : (
            <path d={`M${l - 6} ${floor - 2} h12 M${r - 6} ${floor - 2} h12`} className="member" />
          )}
          <path d={`M${s.x(-wide) - 10} ${s.y(brief.subject.face_height)} H${l - 4}`} className="leader" />
          <text x={6} y={s.y(brief.subject.face_height) - 4} className="faint">
            {t('drawing-face')}
          </text>
          <Grip handle={grips.width} scale={s}>
            <rect x={r - 8} y={top + 12} width={16} height={Math.max(b - top - 12, 4)} className="grip" />
          </Grip>
          <Grip handle={grips.height} scale={s}>
            <rect x={l} y={top - 8} width={Math.max(r - l - 12, 4)} height={16} className="grip" />
          </Grip>
          <Grip handle={grips.top_height} scale={s}>
            <rect
              x={l + 8}
              y={top + 12}
              width={Math.max(r - l - 24, 4)}
              height={Math.max(b - top - 12, 4)}
              className="grip"
            />
          </Grip>
          <Dimension
            x1={l}
            y1={floor + 24}
            x2={r}
            y2={floor + 24}
            path="design.width"
            label={t('dimension-width')}
          />
          <path d={`M${l} ${floor} V${floor + 28} M${r} ${floor} V${floor + 28}`} className="leader" />
          <Dimension
            x1={r + 40}
            y1={b}
            x2={r + 40}
            y2={top}
            path="design.height"
            label={t('dimension-height')}
            also={keepLegs}
          />
          <path
            d={`M${r} ${top} H${r + 46} M${r} ${b} H${r + 46} M${l} ${top} H${l - 46}`}
            className="leader"
          />
          <Dimension
            x1={l - 40}
            y1={floor}
            x2={l - 40}
            y2={top}
            path="design.top_height"
            label={t('dimension-standing')}
          />
        </svg>
      ) : null}
    </div>
  );
}

/** What the bands of the sheet mean. */
export function GlowKey() {
  const t = useShapeWords();
  const names = [t('glow-first'), '½', '1', '1½', '2', '3', t('glow-last')];
  return (
    <ul className="glow-key" aria-label={t('glow-key')}>
      {names.map((name, i) => (
        <li key={name}>
          <span className={`swatch glow-${i}`} />
          {name}
        </li>
      ))}
      <li className="faint">{t('glow-below')}</li>
    </ul>
  );
}
