// Light in bands of stops from the key, with the stops written on the contours.

import { useMemo } from 'react';
import { useCommonWords } from '../messages/common';
import { contourLabels, regions } from './contours';

/** Bands of a light map; each begins that many stops under the key, the first is all that is brighter. */
export const LIGHT_LEVELS = [
  { from: Number.NEGATIVE_INFINITY, label: 'over' },
  { from: -0.5, label: 'as the face' },
  { from: 0.5, label: '−1' },
  { from: 1.5, label: '−2' },
  { from: 2.5, label: '−3' },
  { from: 3.5, label: '−4' },
  { from: 4.5, label: 'less' },
];
const EDGES = LIGHT_LEVELS.slice(1).map((level) => level.from);

/** What of an action area holds, and where it is too bright or too dark; rows of `map` from the front. */
export function ActionBands(props: {
  map: number[][];
  holds: [low: number, high: number];
  x: number;
  y: number;
  width: number;
  height: number;
}) {
  const t = useCommonWords();
  const { map, holds, x, y, width, height } = props;
  const [bright, dark] = useMemo(() => regions(map, [-holds[1], -holds[0]]), [map, holds]);
  return (
    <g className="action-bands">
      <rect x={x} y={y} width={width} height={height} className="too-bright" />
      <svg x={x} y={y} width={width} height={height} viewBox="0 0 1 1" preserveAspectRatio="none">
        <title>{t('common-what-of-the-action-area')}</title>
        <path d={bright?.path} className="holds" />
        <path d={dark?.path} className="too-dark" />
      </svg>
    </g>
  );
}

/** Rows of `map` from the bottom up; placed in the drawing's own units. `labels` is the size of the letters. */
export function LightBands(props: {
  map: number[][];
  x: number;
  y: number;
  width: number;
  height: number;
  labels?: number;
}) {
  const t = useCommonWords();
  const { map, x, y, width, height, labels } = props;
  const drawn = useMemo(() => regions(map, EDGES), [map]);
  const written = useMemo(() => contourLabels(map), [map]);
  return (
    <g>
      <rect x={x} y={y} width={width} height={height} className="glow glow-0" />
      <svg x={x} y={y} width={width} height={height} viewBox="0 0 1 1" preserveAspectRatio="none">
        <title>{t('common-light-in-stops-from-the')}</title>
        {drawn.map((band, i) => (
          <path key={band.stops} d={band.path} className={`glow glow-${i + 1}`} />
        ))}
      </svg>
      {labels
        ? written.map((label) => (
            <text
              key={label.stops}
              x={x + label.x * width}
              y={y + label.y * height}
              textAnchor="middle"
              className="contour-label light-label"
              style={{ fontSize: labels, strokeWidth: labels * 0.3 }}
            >
              {label.stops > 0 ? `+${label.stops}` : label.stops === 0 ? '0' : `−${-label.stops}`}
            </text>
          ))
        : null}
    </g>
  );
}
