// The light over the room, layer by layer, in bands of stops from the key.
import { useQuery } from '@tanstack/react-query';
import { Select, Spin } from 'antd';
import { useState } from 'react';
import type { Figures, Schemas, Shoot } from '../../shared/api/client';
import { lightMapQuery } from '../../shared/api/queries';
import { LIGHT_LEVELS, LightBands } from '../../shared/drawing/LightBands';
import { PlanView } from '../../shared/drawing/PlanView';
import { formatLength } from '../../shared/units/length';

type Layer = Schemas['LightMapResult']['layer'];
const LAYERS: { value: Layer | 'none'; label: string }[] = [
  { value: 'none', label: 'no light drawn' },
  { value: 'face_level', label: 'light at face height' },
  { value: 'floor', label: 'light on the floor' },
  { value: 'ceiling', label: 'light on the ceiling' },
  { value: 'backdrop', label: 'light on the backdrop' },
  { value: 'left wall', label: 'light on the left wall' },
  { value: 'right wall', label: 'light on the right wall' },
  { value: 'end wall', label: 'light on the end wall' },
  { value: 'wall behind the camera', label: 'light behind the camera' },
];
const FLAT: Layer[] = ['face_level', 'floor', 'ceiling'];

function Elevation({ map, units }: { map: Schemas['LightMapResult']; units: Shoot['units'] }) {
  return (
    <figure className="elevation">
      <svg viewBox={`0 0 ${map.width} ${map.height}`} role="img" aria-label={map.sentence}>
        <title>{map.sentence}</title>
        <LightBands
          map={map.stops}
          x={0}
          y={0}
          width={map.width}
          height={map.height}
          labels={map.width / 18}
        />
      </svg>
      <figcaption>
        {formatLength(map.width, units)} × {formatLength(map.height, units)}, to scale
      </figcaption>
    </figure>
  );
}

export function LightLayers({ document, figures }: { document: Shoot; figures: Figures }) {
  const [layer, setLayer] = useState<Layer | 'none'>('none');
  const { data, isFetching, error } = useQuery(lightMapQuery(document, layer));
  const map = layer !== 'none' && data?.layer === layer && data.stops.length ? data : null;
  const overlay = map && FLAT.includes(map.layer) ? map : undefined;
  return (
    <figure className="card plan-card">
      <figcaption className="plan-head">
        <span>Plan</span>
        <Select
          size="small"
          value={layer}
          aria-label="Light over the room"
          popupMatchSelectWidth={false}
          options={LAYERS}
          onChange={setLayer}
        />
      </figcaption>
      <div className={`plan-body${isFetching ? ' is-stale' : ''}`}>
        {map && !overlay ? (
          <Elevation map={map} units={document.units} />
        ) : (
          <PlanView document={document} figures={figures} dimensions={false} light={overlay} />
        )}
        {isFetching ? (
          <span className="picture-progress">
            <Spin size="small" /> reading the light…
          </span>
        ) : null}
      </div>
      {layer !== 'none' ? (
        <>
          <ul className="light-key" aria-label="Stops from the light at the face">
            {LIGHT_LEVELS.map((level, i) => (
              <li key={level.label}>
                <span className={`swatch glow-${i}`} />
                {level.label}
              </li>
            ))}
          </ul>
          <p className="picture-words">
            {error
              ? 'The light over the room could not be read; try another layer, or again.'
              : (data?.sentence ?? 'Stops from the light at the face.')}
            {map && map.error > 0.1 ? ` ±${map.error.toFixed(1)} at worst.` : ''}
          </p>
        </>
      ) : null}
    </figure>
  );
}
