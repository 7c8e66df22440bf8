// What the camera will see: the solved light on a stand-in, at the exposure that is set or at the right one.
import { useQuery } from '@tanstack/react-query';
import { Segmented } from 'antd';
import { useEffect, useRef, useState } from 'react';
import type { Figures } from '../../shared/api/client';
import { curvesQuery } from '../../shared/api/queries';
import { develop } from '../../shared/picture/develop';
import { usePicture, usePictureInStep } from '../../shared/state/picture';

type View = 'as set' | 'exposed right' | 'stops';

export function PredictedPicture({ figures }: { figures: Figures }) {
  usePictureInStep();
  const { picture, state, waiting, problem } = usePicture();
  const { data: curves } = useQuery(curvesQuery);
  const [view, setView] = useState<View>('exposed right');
  const canvas = useRef<HTMLCanvasElement>(null);
  const factor = view === 'as set' ? figures.picture.as_set : figures.picture.exposed_right;

  useEffect(() => {
    const context = canvas.current?.getContext('2d');
    if (!canvas.current || !context || !picture || !curves) return;
    canvas.current.width = picture.width;
    canvas.current.height = picture.height;
    const pixels = develop(picture, curves, factor, view === 'stops' ? 'stops' : 'picture');
    context.putImageData(new ImageData(pixels, picture.width, picture.height), 0, 0);
  }, [picture, curves, factor, view]);

  const progress = state === 'none' ? 'taking it…' : waiting ? 'clearing up…' : '';
  return (
    <section className="card picture-card" aria-label="Predicted picture">
      <div className="picture-head">
        <h2>Predicted picture</h2>
        <Segmented<View>
          size="small"
          aria-label="How the picture is shown"
          options={['as set', 'exposed right', 'stops']}
          value={view}
          onChange={setView}
        />
      </div>
      <div className={`picture-frame${waiting && state !== 'none' ? ' is-stale' : ''}`}>
        <canvas ref={canvas} role="img" aria-label="The subject as the camera sees it" data-state={state} />
        {progress ? <span className="picture-progress">{progress}</span> : null}
      </div>
      {problem ? <p className="picture-problem">{problem}</p> : null}
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
