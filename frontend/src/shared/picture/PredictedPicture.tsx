// What the camera will see: the solved light on a stand-in, at the exposure that is set or at the right one.
import { useQuery } from '@tanstack/react-query';
import { Segmented } from 'antd';
import { type ReactNode, useEffect, useMemo, useRef, useState } from 'react';
import type { Figures, Shoot } from '../api/client';
import { curvesQuery } from '../api/queries';
import { useShapeWords } from '../messages/shape';
import { develop, lampWeights, type OutlinePlace, separation } from '../picture/develop';
import { useMirrors } from '../state/mirrors';
import { usePicture, usePictureInStep } from '../state/picture';
import { MirrorOverlay } from './MirrorOverlay';
import css from './picture.module.css';

type View = 'as set' | 'right' | 'stops' | 'outline';
const VIEWS: Record<View, string> = {
  'as set': 'picture-as-set',
  right: 'picture-right',
  stops: 'picture-stops',
  outline: 'picture-outline',
};
/** Less than this across the outline is hardly seen. */
const FAINT = 0.5;

function Outline({ places, weights }: { places: OutlinePlace[]; weights: number[][] }) {
  const t = useShapeWords();
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
            title={t('outline-place', {
              place: place.place,
              faint: { kind: 'choice', value: faint ? 'yes' : 'no' },
            })}
          >
            {stops === null ? t('outline-dark') : `${stops > 0 ? '+' : '−'}${Math.abs(stops).toFixed(1)}`}
            {faint ? ` ${t('outline-merges')}` : ''}
          </span>
        );
      })}
    </>
  );
}

export function PredictedPicture(props: { figures: Figures; document: Shoot; more?: ReactNode }) {
  const { figures, document } = props;
  usePictureInStep();
  const t = useShapeWords();
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

  const progress = state === 'none' ? t('picture-taking') : waiting ? t('picture-clearing') : '';
  return (
    <section className="card picture-card" aria-label={t('picture')}>
      <div className="picture-head">
        <h2>{t('picture')}</h2>
        <Segmented<View>
          size="small"
          aria-label={t('picture-how')}
          options={(Object.keys(VIEWS) as View[]).map((value) => ({
            value,
            label: t(VIEWS[value]),
            title: t(VIEWS[value], {}, 'detail'),
          }))}
          value={view}
          onChange={setView}
        />
        {props.more}
      </div>
      <div className={`picture-frame${waiting && state !== 'none' ? ' is-stale' : ''}`}>
        <div className="picture-sheet">
          <canvas ref={canvas} role="img" aria-label={t('picture-name')} data-state={state} />
          {mirrors ? <MirrorOverlay mirrors={mirrors} /> : null}
          {view === 'outline' && picture ? <Outline places={picture.outline} weights={weights} /> : null}
        </div>
        {progress ? <span className="picture-progress">{progress}</span> : null}
      </div>
      {problem ? <p className="picture-problem">{problem}</p> : null}
      {view === 'outline' ? <p className="picture-words">{t('outline-words')}</p> : null}
      {view === 'stops' && curves ? (
        <ul className="picture-bands" aria-label={t('picture-stops', {}, 'detail')}>
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
