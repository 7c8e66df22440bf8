// What the camera will see: the solved light on a stand-in, at the exposure that is set or at the right one.
import { useQuery } from '@tanstack/react-query';
import { Segmented } from 'antd';
import { useEffect, useMemo, useRef, useState } from 'react';
import type { Figures, Shoot } from '../api/client';
import { curvesQuery } from '../api/queries';
import { develop, lampWeights, type OutlinePlace, separation } from '../picture/develop';
import { useMirrors } from '../state/mirrors';
import { usePicture, usePictureInStep } from '../state/picture';
import { MirrorOverlay } from './MirrorOverlay';
import css from './picture.module.css';

type View = 'as set' | 'right' | 'stops' | 'outline';
const HINTS: Record<View, string> = {
  'as set': 'At the camera setting of the Brief',
  right: 'At the exposure that the meter calls right',
  stops: 'In stops from middle grey',
  outline: 'How far the subject stands out from what is behind it',
};
/** Less than this across the outline is hardly seen. */
const FAINT = 0.5;

function Outline({ places, weights }: { places: OutlinePlace[]; weights: number[][] }) {
  return (
    <>
      {places.map((place) => {
        const stops = separation(place, weights);
        const faint = stops === null || Math.abs(stops) < FAINT;
        return (
          <span
            key={place.place}
            className={`${css.outlineMark}${faint ? ' is-faint' : ''}`}
            style={{ left: `${place.at[0] * 100}%`, top: `${place.at[1] * 100}%` }}
            title={`${place.place}: the subject over what is behind it${faint ? '; hardly seen' : ''}`}
          >
            {stops === null ? 'dark' : `${stops > 0 ? '+' : '−'}${Math.abs(stops).toFixed(1)}`}
            {faint ? ' merges' : ''}
          </span>
        );
      })}
    </>
  );
}

export function PredictedPicture({ figures, document }: { figures: Figures; document: Shoot }) {
  usePictureInStep();
  const { picture, state, waiting, problem } = usePicture();
  const { data: curves } = useQuery(curvesQuery);
  const [view, setView] = useState<View>('right');
  const canvas = useRef<HTMLCanvasElement>(null);
  const { mirrors } = useMirrors();
  const factor = view === 'as set' ? figures.picture.as_set : figures.picture.exposed_right;
  const { lamp, others } = document.brief;
  const weights = useMemo(
    () => lampWeights(figures.picture.colours, [lamp, ...others]),
    [figures.picture.colours, lamp, others],
  );

  useEffect(() => {
    const context = canvas.current?.getContext('2d');
    if (!canvas.current || !context || !picture || !curves) return;
    canvas.current.width = picture.width;
    canvas.current.height = picture.height;
    const pixels = develop(picture, curves, factor, view === 'stops' ? 'stops' : 'picture', weights);
    context.putImageData(new ImageData(pixels, picture.width, picture.height), 0, 0);
  }, [picture, curves, factor, view, weights]);

  const progress = state === 'none' ? 'taking it…' : waiting ? 'clearing up…' : '';
  return (
    <section className="card picture-card" aria-label="Predicted picture">
      <div className="picture-head">
        <h2>Predicted picture</h2>
        <Segmented<View>
          size="small"
          aria-label="How the picture is shown"
          options={(Object.keys(HINTS) as View[]).map((value) => ({
            value,
            label: value,
            title: HINTS[value],
          }))}
          value={view}
          onChange={setView}
        />
      </div>
      <div className={`picture-frame${waiting && state !== 'none' ? ' is-stale' : ''}`}>
        <div className="picture-sheet">
          <canvas ref={canvas} role="img" aria-label="The subject as the camera sees it" data-state={state} />
          {mirrors ? <MirrorOverlay mirrors={mirrors} /> : null}
          {view === 'outline' && picture ? <Outline places={picture.outline} weights={weights} /> : null}
        </div>
        {progress ? <span className="picture-progress">{progress}</span> : null}
      </div>
      {problem ? <p className="picture-problem">{problem}</p> : null}
      {view === 'outline' ? (
        <p className="picture-words">
          Stops of the subject over (+) or under (−) what is behind its outline.
        </p>
      ) : null}
      {view === 'stops' && curves ? (
        <ul className="picture-bands" aria-label="Stops from middle grey">
          {curves.bands.map((b) => (
            <li key={b.label} style={{ borderTopColor: b.colour }}>
              {b.label}
            </li>
          ))}
        </ul>
      ) : null}
    </section>
  );
}
