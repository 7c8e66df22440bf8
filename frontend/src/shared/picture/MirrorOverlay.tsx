// What each part of the thing mirrors, laid over the predicted picture.

import { cellPath, labelPlace } from '../drawing/mirrorCells';
import { useCommonWords } from '../messages/common';
import type { Mirrors } from '../state/mirrors';

/** Smaller parts have no room for a number. */
const LABELLED = 0.05;

export function MirrorOverlay({ mirrors }: { mirrors: Mirrors }) {
  const t = useCommonWords();
  const [height, width] = [mirrors.shown.length, mirrors.shown[0]?.length ?? 0];
  if (!width) return null;
  const words = mirrors.parts.map((p) => `${(p.share * 100).toFixed(0)} % ${p.label}`).join(', ');
  return (
    <svg
      className="mirror-overlay"
      viewBox={`0 0 ${width} ${height}`}
      preserveAspectRatio="none"
      role="img"
      aria-label={t('common-the-thing-mirrors', { words })}
    >
      <title>{t('common-what-each-part-of-the')}</title>
      <defs>
        <pattern id="mirror-cross" width="3" height="3" patternUnits="userSpaceOnUse">
          <path d="M0 0L3 3M3 0L0 3" className="mirror-hatch" />
        </pattern>
        <pattern id="mirror-lines" width="2.4" height="2.4" patternUnits="userSpaceOnUse">
          <path d="M0 1.2H2.4" className="mirror-hatch" />
        </pattern>
      </defs>
      {mirrors.parts.map((part, i) => {
        const path = cellPath(mirrors.shown, i);
        const pattern = { lamp: 'cross', lens: 'cross', hole: 'cross', dark: 'lines' }[part.look];
        return (
          <g key={part.key}>
            <path d={path} className={`mirror-cells mirror-${part.look}`} />
            {pattern ? <path d={path} fill={`url(#mirror-${pattern})`} /> : null}
          </g>
        );
      })}
      {mirrors.parts.map((part, i) => {
        const place = part.share >= LABELLED ? labelPlace(mirrors.shown, i) : null;
        return place ? (
          <text key={part.key} x={place.x} y={place.y + 2} className="mirror-label">
            {i + 1}
          </text>
        ) : null;
      })}
    </svg>
  );
}
