// Two looks of one set: wiped across, side by side, or their difference in stops.
import { useQueries, useQuery } from '@tanstack/react-query';
import { Segmented, Spin } from 'antd';
import { useEffect, useMemo, useRef, useState } from 'react';
import { answer, api, type Figures, type Shoot } from '../../shared/api/client';
import { curvesQuery } from '../../shared/api/queries';
import { develop, differenceOf, lampWeights, type RawPicture } from '../../shared/picture/develop';
import { takePicture } from '../../shared/state/picture';
import { WipeLine, WipeSlider, wipedAt } from '../../shared/ui/Wipe';
import { applied, type Look } from './looks';

type Mode = 'wipe' | 'side by side' | 'difference';

const editors = [crypto.randomUUID(), crypto.randomUUID()];

/** Picture and weights of a look. */
const lookQuery = (document: Shoot, look: Look, slot: number) => {
  const as = applied(document, look);
  return {
    queryKey: ['look', as.brief, as.design, as.second],
    queryFn: async ({ signal }: { signal: AbortSignal }) => {
      const editor = editors[slot] ?? crypto.randomUUID();
      const figures: Figures = await answer(
        api.POST('/api/figures', { body: { document: as, effort: 'draft', editor }, signal }),
      );
      const picture = await takePicture(as, 'clean', signal, editor);
      const { lamp, others } = as.brief;
      return { picture, figures, weights: lampWeights(figures.picture.colours, [lamp, ...others]) };
    },
    staleTime: 300_000,
    retry: 1,
  };
};

type Taken = { picture: RawPicture; figures: Figures; weights: number[][] };

function usePixels(taken: Taken | undefined, factor: number) {
  const { data: curves } = useQuery(curvesQuery);
  return useMemo(
    () =>
      taken && curves
        ? new ImageData(
            develop(taken.picture, curves, factor, 'picture', taken.weights),
            taken.picture.width,
            taken.picture.height,
          )
        : null,
    [taken, curves, factor],
  );
}

function Sheet(props: { image: ImageData | null; label: string; clip?: number }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const { image } = props;
  useEffect(() => {
    if (!canvas.current || !image) return;
    canvas.current.width = image.width;
    canvas.current.height = image.height;
    canvas.current.getContext('2d')?.putImageData(image, 0, 0);
  }, [image]);
  return (
    <canvas
      ref={canvas}
      role="img"
      aria-label={props.label}
      data-state={image ? 'clean' : 'none'}
      style={props.clip === undefined ? undefined : wipedAt(props.clip)}
    />
  );
}

export function LookCompare({ document, looks }: { document: Shoot; looks: [Look, Look] }) {
  const [mode, setMode] = useState<Mode>('wipe');
  const [at, setAt] = useState(50);
  const [first, second] = useQueries({
    queries: looks.map((look, slot) => lookQuery(document, look, slot)),
  });
  const [a, b] = [first?.data, second?.data];
  // both at the exposure that is right for the first, so that the difference is seen
  const factor = a?.figures.picture.exposed_right ?? 1;
  const [imageA, imageB] = [usePixels(a, factor), usePixels(b, factor)];
  const difference = useMemo(() => {
    if (!a || !b || mode !== 'difference') return null;
    const found = differenceOf(a.picture, a.weights, b.picture, b.weights);
    return { ...found, image: new ImageData(found.pixels, a.picture.width, a.picture.height) };
  }, [a, b, mode]);
  const wrong = first?.error ?? second?.error;
  const [one, two] = looks;
  return (
    <section className="card picture-card compare-card" aria-label="Two looks">
      <div className="picture-head">
        <h2>
          {one.name} · {two.name}
        </h2>
        <Segmented<Mode>
          size="small"
          aria-label="How looks are compared"
          options={['wipe', 'side by side', 'difference']}
          value={mode}
          onChange={setMode}
        />
      </div>
      <div className={`picture-frame compare-${mode.replaceAll(' ', '-')}`}>
        {mode === 'side by side' ? (
          <div className="compare-pair">
            <Sheet image={imageA} label={`Picture of ${one.name}`} />
            <Sheet image={imageB} label={`Picture of ${two.name}`} />
          </div>
        ) : mode === 'difference' ? (
          <div className="picture-sheet">
            <Sheet image={difference?.image ?? null} label={`${two.name} against ${one.name}, in stops`} />
          </div>
        ) : (
          <div className="picture-sheet compare-over">
            <Sheet image={imageA} label={`Picture of ${one.name}`} />
            <Sheet image={imageB} label={`Picture of ${two.name}`} clip={at} />
            <WipeLine at={at} />
          </div>
        )}
        {!a || !b ? (
          <span className="picture-progress">
            <Spin size="small" /> taking both…
          </span>
        ) : null}
      </div>
      {wrong ? <p className="picture-problem">{wrong.message}</p> : null}
      {mode === 'wipe' ? (
        <WipeSlider at={at} setAt={setAt} label="Where the pictures meet" />
      ) : mode === 'difference' && difference ? (
        <ul className="picture-bands" aria-label="Stops of the second against the first">
          {difference.bands.map((band) => (
            <li key={band.label} style={{ borderTopColor: band.colour }}>
              {band.label}
            </li>
          ))}
        </ul>
      ) : null}
    </section>
  );
}
