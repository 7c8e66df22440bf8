// Photographs of a shot with areas drawn on them: stops between areas, evenness, ground, cast.
import { useQuery } from '@tanstack/react-query';
import { Button } from 'antd';
import { type PointerEvent, useRef, useState } from 'react';
import type { Schemas } from '../../shared/api/client';
import { type Area, measuresQuery, type Shot, type ShotChange, type ShotValues } from '../../shared/api/log';

type Measures = Schemas['PhotographResult'];

const NAMES = ['face', 'shadow side', 'ground', 'wall'];

const side = (share: number) => (share < 0.4 ? 'left' : share > 0.6 ? 'right' : 'in the middle');

function Words({ measures, areas }: { measures: Measures; areas: Area[] }) {
  const last = areas[areas.length - 1]?.name ?? 'area';
  return (
    <div className="photo-words" aria-live="polite">
      <ul>
        {measures.levels.map((l, k) => (
          <li key={l.name}>
            <b>{l.name}</b>{' '}
            {l.problem ? (
              <span className="field-error">{l.problem}</span>
            ) : k === 0 ? (
              'is what the others are held against'
            ) : (
              `${(l.stops ?? 0) < 0 ? '−' : '+'}${Math.abs(l.stops ?? 0).toFixed(2)} ± ${(l.error ?? 0).toFixed(2)} stops`
            )}
            {!l.problem && l.warm !== null && Math.abs(l.warm) > 0.1
              ? `; ${Math.abs(l.warm).toFixed(1)} stops ${l.warm > 0 ? 'warm' : 'cool'}`
              : ''}
          </li>
        ))}
      </ul>
      {measures.evenness ? (
        <p>
          {last}: {measures.evenness.edge.toFixed(2)} ± {measures.evenness.error.toFixed(2)} stops from its
          hot spot to its edges
          {measures.evenness.edge > 0.1 ? `; hot spot ${side(measures.evenness.hot[0] ?? 0.5)}` : ''}.
        </p>
      ) : null}
      {measures.ground && (last === 'ground' || measures.ground.white > 0.005) ? (
        <p>
          {last}: {(measures.ground.white * 100).toFixed(0)} % clean white,{' '}
          {(measures.ground.clipped * 100).toFixed(0)} % clipped.
        </p>
      ) : null}
      {measures.exposure ? (
        <p className="faint">
          f/{measures.exposure[0]?.toFixed(1)}, 1/{Math.round(1 / (measures.exposure[1] ?? 1))} s, ISO{' '}
          {measures.exposure[2]}
        </p>
      ) : (
        <p className="faint">
          The file does not tell its exposure: hold areas of one frame against each other, not two frames.
        </p>
      )}
    </div>
  );
}

export function Photographs(props: {
  shot: Shot;
  save: (change: ShotChange) => void;
  upload: (file: File) => void;
  busy: boolean;
  problem: string | null;
}) {
  const { shot, save, upload, busy, problem } = props;
  const values = shot.values as ShotValues;
  const { areas } = values;
  const [shown, setShown] = useState(0);
  const [drawn, setDrawn] = useState<Area | null>(null);
  const start = useRef<{ x: number; y: number } | null>(null);
  const chooser = useRef<HTMLInputElement>(null);
  const photo = shot.photographs[Math.min(shown, shot.photographs.length - 1)];
  const measures = useQuery(measuresQuery(photo?.id ?? '', photo ? areas : []));
  const at = (e: PointerEvent<SVGSVGElement>) => {
    const box = e.currentTarget.getBoundingClientRect();
    return {
      x: Math.min(Math.max((e.clientX - box.left) / box.width, 0), 1),
      y: Math.min(Math.max((e.clientY - box.top) / box.height, 0), 1),
    };
  };
  const oblong = (a: { x: number; y: number }, b: { x: number; y: number }): Area => ({
    name: NAMES[areas.length] ?? `area ${areas.length + 1}`,
    x: Math.min(a.x, b.x),
    y: Math.min(a.y, b.y),
    width: Math.max(Math.abs(a.x - b.x), 0.01),
    height: Math.max(Math.abs(a.y - b.y), 0.01),
  });
  return (
    <section className="shot-photos" aria-label="Photographs">
      <h3>Photographs</h3>
      <input
        ref={chooser}
        type="file"
        hidden
        accept="image/jpeg,image/png,image/tiff,image/webp"
        aria-label="Photograph of the shot"
        onChange={(e) => {
          const file = e.currentTarget.files?.[0];
          if (file) upload(file);
          e.currentTarget.value = '';
        }}
      />
      <Button size="small" loading={busy} onClick={() => chooser.current?.click()}>
        Add a photograph
      </Button>
      {areas.length ? (
        <Button size="small" onClick={() => save(() => ({ areas: [] }))}>
          Take the areas away
        </Button>
      ) : null}
      {problem ? (
        <p className="field-error" role="alert">
          {problem}
        </p>
      ) : null}
      {shot.photographs.length > 1 ? (
        <span className="photo-choice">
          {shot.photographs.map((p, k) => (
            <button key={p.id} type="button" aria-pressed={k === shown} onClick={() => setShown(k)}>
              {k + 1}
            </button>
          ))}
        </span>
      ) : null}
      {photo ? (
        <figure>
          <div className="photo">
            <img src={`/api/shots/photographs/${photo.id}.jpg`} alt={photo.name} draggable={false} />
            <svg
              viewBox="0 0 1 1"
              preserveAspectRatio="none"
              role="img"
              aria-label="Areas that are measured; drag to draw one"
              onPointerDown={(e) => {
                e.currentTarget.setPointerCapture(e.pointerId);
                start.current = at(e);
              }}
              onPointerMove={(e) => {
                if (start.current) setDrawn(oblong(start.current, at(e)));
              }}
              onPointerUp={(e) => {
                if (!start.current) return;
                const area = oblong(start.current, at(e));
                start.current = null;
                setDrawn(null);
                if (area.width > 0.012 || area.height > 0.012)
                  save((now) => ({ areas: [...now.areas, area] }));
              }}
            >
              {[...areas, ...(drawn ? [drawn] : [])].map((a) => (
                <rect key={a.name + a.x} x={a.x} y={a.y} width={a.width} height={a.height} />
              ))}
            </svg>
            {areas.map((a) => (
              <span
                key={a.name + a.x}
                className="area-name"
                style={{ left: `${a.x * 100}%`, top: `${a.y * 100}%` }}
              >
                {a.name}
              </span>
            ))}
          </div>
          {areas.length ? null : (
            <figcaption className="faint">
              Drag over the face, then over its shadow side, to measure them.
            </figcaption>
          )}
        </figure>
      ) : null}
      {measures.error ? <p className="field-error">{measures.error.message}</p> : null}
      {measures.data ? <Words measures={measures.data} areas={areas} /> : null}
    </section>
  );
}
