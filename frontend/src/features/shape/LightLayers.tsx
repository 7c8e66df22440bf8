// The light over the room, layer by layer, in bands of stops from the key.

import { useQuery } from '@tanstack/react-query';
import { Select, Spin } from 'antd';
import { useState } from 'react';
import type { Figures, Schemas, Shoot } from '../../shared/api/client';
import { lightMapQuery } from '../../shared/api/queries';
import { ActionBands, LIGHT_LEVELS } from '../../shared/drawing/LightBands';
import { isPerson, PlanView } from '../../shared/drawing/PlanView';
import { PersonAbove, ThingAbove } from '../../shared/drawing/symbols';
import { LayerMap } from '../../shared/light/LayerMap';
import { LAYERS, type Layer } from '../../shared/light/layers';
import { useSetWords } from '../../shared/messages/set';
import { useShapeWords } from '../../shared/messages/shape';
import { formatLength } from '../../shared/units/length';
import css from './shape.module.css';

const FLAT: Layer[] = ['face_level', 'floor', 'ceiling'];

/** The action area from above, large, with the head that is in it. */
function ActionArea({ map, document }: { map: Schemas['LightMapResult']; document: Shoot }) {
  const t = useShapeWords();
  const say = useSetWords();
  const { action } = document.brief;
  const [low = 0, high = 0] = map.holds ?? [];
  const unit = Math.max(map.width, map.height);
  const margin = unit * 0.16;
  const left = action.x - map.width / 2;
  const top = -action.y - map.height / 2;
  const corner = (row: number, column: number) => {
    const value = map.stops[row]?.[column] ?? 0;
    return `${value > 0 ? '+' : value < 0 ? '−' : ''}${Math.abs(value).toFixed(1)}`;
  };
  const rows = map.stops.length - 1;
  const columns = (map.stops[0]?.length ?? 1) - 1;
  const letters = { fontSize: unit * 0.13, strokeWidth: unit * 0.03 };
  return (
    <figure className="elevation">
      <svg
        viewBox={`${left - margin} ${top - margin} ${map.width + 2 * margin} ${map.height + 2 * margin}`}
        role="img"
        aria-label={say(map.says)}
      >
        <title>{say(map.says)}</title>
        <ActionBands
          map={map.stops}
          holds={[low, high]}
          x={left}
          y={top}
          width={map.width}
          height={map.height}
        />
        {isPerson(document.brief) ? (
          <PersonAbove x={0} y={0} perMetre={1} />
        ) : (
          <ThingAbove x={0} y={0} perMetre={1} size={document.brief.subject.size} />
        )}
        {(
          [
            [0, 0, left, top + map.height, 'start'],
            [0, columns, left + map.width, top + map.height, 'end'],
            [rows, 0, left, top, 'start'],
            [rows, columns, left + map.width, top, 'end'],
          ] as const
        ).map(([row, column, x, y, anchor]) => (
          <text
            key={`${row} ${column}`}
            x={x}
            y={y + (row ? unit * 0.13 : -unit * 0.04)}
            textAnchor={anchor}
            className="contour-label light-label"
            style={letters}
          >
            {corner(row, column)}
          </text>
        ))}
      </svg>
      <figcaption>
        {t('shape-from-above-the-camera-is', {
          width: formatLength(map.width, document.units),
          height: formatLength(map.height, document.units),
        })}
      </figcaption>
    </figure>
  );
}

export function LightLayers({ document, figures }: { document: Shoot; figures: Figures }) {
  const t = useShapeWords();
  const say = useSetWords();
  const [layer, setLayer] = useState<Layer | 'none'>('none');
  const { data, isFetching, error } = useQuery(lightMapQuery(document, layer));
  const map = layer !== 'none' && data?.layer === layer && data.stops.length ? data : null;
  const overlay = map && FLAT.includes(map.layer) ? map : undefined;
  return (
    <figure className={`card ${css.planCard}`}>
      <figcaption className="plan-head">
        <span>{t('shape-plan')}</span>
        <Select
          size="small"
          value={layer}
          aria-label={t('shape-light-over-the-room')}
          popupMatchSelectWidth={false}
          options={LAYERS}
          onChange={setLayer}
        />
      </figcaption>
      <div className={`plan-body${isFetching ? ' is-stale' : ''}`}>
        {map?.holds ? (
          <ActionArea map={map} document={document} />
        ) : map && !overlay ? (
          <LayerMap map={map} units={document.units} />
        ) : (
          <PlanView document={document} figures={figures} dimensions={false} light={overlay} />
        )}
        {isFetching ? (
          <span className="picture-progress">
            <Spin size="small" /> {t('shape-reading-the-light')}
          </span>
        ) : null}
      </div>
      {layer !== 'none' ? (
        <>
          {layer === 'action' ? (
            <ul className="light-key" aria-label={t('shape-what-holds')}>
              <li>
                <span className="swatch holds" /> {t('shape-holds')}
              </li>
              <li>
                <span className="swatch too-bright" /> {t('shape-too-bright')}
              </li>
              <li>
                <span className="swatch too-dark" /> {t('shape-too-dark')}
              </li>
            </ul>
          ) : (
            <ul className="light-key" aria-label={t('shape-stops-from-the-light-at')}>
              {LIGHT_LEVELS.map((level, i) => (
                <li key={level.label}>
                  <span className={`swatch glow-${i}`} />
                  {level.label}
                </li>
              ))}
            </ul>
          )}
          <p className="picture-words">
            {error
              ? t('shape-the-light-over-the-room')
              : data
                ? say(data.says)
                : t('shape-stops-from-the-light-at-2')}
            {map && map.error > 0.1 ? t('shape-at-worst', { error: map.error.toFixed(1) }) : ''}
          </p>
        </>
      ) : null}
    </figure>
  );
}
