// The source of any kind as the subject sees it, true to its shape, with its glow in bands of stops.
import { useMemo } from 'react';
import type { Figures } from '../../shared/api/client';
import { bandLabels, bands } from '../../shared/drawing/contours';
import { useShapeWords } from '../../shared/messages/shape';
import css from './shape.module.css';

const MARGIN = 0.12;

export function KindFront({ figures }: { figures: Figures }) {
  const t = useShapeWords();
  const glow = useMemo(() => bands(figures.sheet_map), [figures.sheet_map]);
  const [width = 1, height = 1] = figures.modifier.source_size;
  const scale = 100 / Math.max(width, height);
  // where nothing on it scatters, it is only a hole that the lamp or the sky is seen through
  const opening = figures.sheet_map.every((row) => row.every((stops) => stops < -8));
  const [w, h] = [width * scale, height * scale];
  return (
    <div className={`drawing ${css.kindFront}`} data-testid="front-view">
      <svg
        viewBox={`${-MARGIN * w} ${-MARGIN * h} ${w * (1 + 2 * MARGIN)} ${h * (1 + 2 * MARGIN)}`}
        role="img"
        aria-label={t('glow-source')}
      >
        <rect x={0} y={0} width={w} height={h} className="glow glow-0" />
        <svg x={0} y={0} width={w} height={h} viewBox="0 0 1 1" preserveAspectRatio="none">
          <title>{t('glow-source', {}, 'detail')}</title>
          {opening
            ? null
            : glow.map((band, i) => <path key={band.stops} d={band.path} className={`glow glow-${i + 1}`} />)}
        </svg>
        {(opening ? [] : bandLabels(figures.sheet_map, 0.09)).map((label) => (
          <text
            key={label.stops}
            x={w / 2}
            y={label.y * h + 2}
            textAnchor="middle"
            className="contour-label"
            style={{ fontSize: 4.6, strokeWidth: 1.4 }}
          >
            −{label.stops}
          </text>
        ))}
        <rect x={0} y={0} width={w} height={h} className={css.sourceRim} />
      </svg>
      <p className="picture-words">
        {t('source-scale', {
          size: { kind: 'size', value: [width, height] },
          opening: { kind: 'choice', value: opening ? 'yes' : 'no' },
        })}
      </p>
    </div>
  );
}
