// The light on one surface, seen square to it, in bands of stops from the key.

import type { Schemas, Shoot } from '../api/client';
import { LightBands } from '../drawing/LightBands';
import { useCommonWords } from '../messages/common';
import { useSetWords } from '../messages/set';
import { formatLength } from '../units/length';

export function LayerMap({ map, units }: { map: Schemas['LightMapResult']; units: Shoot['units'] }) {
  const t = useCommonWords();
  const say = useSetWords();
  return (
    <figure className="elevation">
      <svg viewBox={`0 0 ${map.width} ${map.height}`} role="img" aria-label={say(map.says)}>
        <title>{say(map.says)}</title>
        <LightBands
          map={map.stops}
          x={0}
          y={0}
          width={map.width}
          height={map.height}
          labels={Math.max(map.width, map.height) / 34}
        />
      </svg>
      <figcaption>
        {t('common-to-scale', {
          width: formatLength(map.width, units),
          height: formatLength(map.height, units),
        })}
      </figcaption>
    </figure>
  );
}
