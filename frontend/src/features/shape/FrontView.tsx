// The frame from the subject's side, true to scale, with the glow of the sheet in bands of stops.
import { useMemo, useRef } from 'react';
import type { Figures, FrameShoot } from '../../shared/api/client';
import { bandLabels, bands } from '../../shared/drawing/contours';
import { Dimension } from '../../shared/drawing/Dimension';
import { Handle } from '../../shared/drawing/Handle';
import { fitScale } from '../../shared/drawing/scale';
import { edit } from '../../shared/state/store';
import { useSize } from '../../shared/ui/useSize';

const round = (value: number) => Math.round(value * 1000) / 1000;
const clamp = (value: number, low: number, high: number) => Math.max(low, Math.min(high, value));
const LEG = 0.09;

export function FrontView({ document, figures }: { document: FrameShoot; figures: Figures }) {
  const [ref, size] = useSize<HTMLDivElement>();
  const start = useRef({ width: 0, height: 0, top: 0 });
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
  const [t, b] = [s.y(design.top_height), s.y(design.top_height - design.height)];
  const floor = s.y(0);
  const glow = useMemo(() => bands(figures.sheet_map), [figures.sheet_map]);
  // The lower rail stays where it is when the height changes, so the legs keep their length.
  const keepLegs = (height: number) => [
    {
      path: 'design.top_height',
      value: round(Math.max(design.top_height + height - design.height, height + LEG)),
    },
  ];

  return (
    <div ref={ref} className="drawing" data-testid="front-view">
      {size.width > 0 ? (
        <svg width={size.width} height={size.height} role="group" aria-label="Front view, to scale">
          <title>
            The frame from the subject's side, to scale, with the sheet's glow in stops below its brightest
          </title>
          <rect x={0} y={floor} width={size.width} height={7} fill="url(#floor-hatch)" />
          <path d={`M0 ${floor} H${size.width}`} className="ground" />
          <path d={`M0 ${s.y(room)} H${size.width}`} className="ceiling" />
          <path d={`M${l} ${floor} V${t} M${r} ${floor} V${t}`} className="member" />
          <rect x={l} y={t} width={r - l} height={b - t} className="glow glow-0" />
          <svg
            x={l}
            y={t}
            width={r - l}
            height={b - t}
            viewBox="0 0 1 1"
            preserveAspectRatio="none"
            aria-hidden="true"
          >
            {glow.map((band, i) => (
              <path key={band.stops} d={band.path} className={`glow glow-${i + 1}`} />
            ))}
          </svg>
          {bandLabels(figures.sheet_map, 14 / Math.max(b - t, 1)).map((label) => (
            <text
              key={label.stops}
              x={(l + r) / 2}
              y={t + label.y * (b - t) + 4}
              textAnchor="middle"
              className="contour-label"
            >
              −{label.stops}
            </text>
          ))}
          <rect x={l} y={t} width={r - l} height={b - t} className="member hollow" />
          <path d={`M${l - 6} ${floor - 2} h12 M${r - 6} ${floor - 2} h12`} className="member" />
          <path d={`M${s.x(-wide) - 10} ${s.y(brief.subject.face_height)} H${l - 4}`} className="leader" />
          <text x={6} y={s.y(brief.subject.face_height) - 4} className="faint">
            face
          </text>
          <Handle
            label="frame width"
            cursor="ew-resize"
            onStart={() => {
              start.current.width = design.width;
            }}
            onDrag={(dx) =>
              edit(
                [
                  {
                    path: 'design.width',
                    value: round(clamp(start.current.width + 2 * s.metres(dx), 0.3, 4)),
                  },
                ],
                'Frame resized',
              )
            }
          >
            <rect x={r - 8} y={t + 12} width={16} height={Math.max(b - t - 12, 4)} className="grip" />
          </Handle>
          <Handle
            label="frame height"
            cursor="ns-resize"
            onStart={() => {
              start.current = { width: design.width, height: design.height, top: design.top_height };
            }}
            onDrag={(_, dy) => {
              const height = round(clamp(start.current.height - s.metres(dy), 0.3, 3.5));
              edit(
                [
                  { path: 'design.height', value: height },
                  {
                    path: 'design.top_height',
                    value: round(Math.max(start.current.top + height - start.current.height, height + LEG)),
                  },
                ],
                'Frame resized',
              );
            }}
          >
            <rect x={l} y={t - 8} width={Math.max(r - l - 12, 4)} height={16} className="grip" />
          </Handle>
          <Handle
            label="standing height"
            cursor="ns-resize"
            onStart={() => {
              start.current.top = design.top_height;
            }}
            onDrag={(_, dy) =>
              edit(
                [
                  {
                    path: 'design.top_height',
                    value: round(clamp(start.current.top - s.metres(dy), design.height + LEG, 4)),
                  },
                ],
                'Frame raised',
              )
            }
          >
            <rect
              x={l + 8}
              y={t + 12}
              width={Math.max(r - l - 24, 4)}
              height={Math.max(b - t - 12, 4)}
              className="grip"
            />
          </Handle>
          <Dimension x1={l} y1={floor + 24} x2={r} y2={floor + 24} path="design.width" label="Frame width" />
          <path d={`M${l} ${floor} V${floor + 28} M${r} ${floor} V${floor + 28}`} className="leader" />
          <Dimension
            x1={r + 40}
            y1={b}
            x2={r + 40}
            y2={t}
            path="design.height"
            label="Frame height"
            also={keepLegs}
          />
          <path d={`M${r} ${t} H${r + 46} M${r} ${b} H${r + 46} M${l} ${t} H${l - 46}`} className="leader" />
          <Dimension
            x1={l - 40}
            y1={floor}
            x2={l - 40}
            y2={t}
            path="design.top_height"
            label="Standing height"
          />
        </svg>
      ) : null}
    </div>
  );
}

/** What the bands of the sheet mean. */
export function GlowKey() {
  const names = ['0 to ½', '½', '1', '1½', '2', '3', '4 and more'];
  return (
    <ul className="glow-key" aria-label="Stops below the brightest part of the sheet">
      {names.map((name, i) => (
        <li key={name}>
          <span className={`swatch glow-${i}`} />
          {name}
        </li>
      ))}
      <li className="faint">stops below the brightest</li>
    </ul>
  );
}
