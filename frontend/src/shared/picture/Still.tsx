// A picture of a document that nobody edits: taken once, developed, drawn.
import { queryOptions, useQuery } from '@tanstack/react-query';
import { useEffect, useMemo, useRef } from 'react';
import { answer, api, type Figures, type Shoot } from '../api/client';
import { curvesQuery } from '../api/queries';
import { type Quality, takePicture } from '../state/picture';
import { wipedAt } from '../ui/Wipe';
import { develop, lampWeights, type RawPicture } from './develop';

export type Still = { picture: RawPicture; figures: Figures; weights: number[][] };

/** The picture of a document, taken now; for one `editor` the newest request wins. */
export async function takeStill(
  document: Shoot,
  editor: string,
  quality: Quality,
  signal: AbortSignal,
): Promise<Still> {
  const figures = await answer(
    api.POST('/api/figures', { body: { document, effort: 'draft', editor }, signal }),
  );
  const picture = await takePicture(document, quality, signal, editor);
  const { lamp, others } = document.brief;
  return { picture, figures, weights: lampWeights(figures.picture.colours, [lamp, ...others]) };
}

/** Picture and weights of a document; for one `editor` the newest request wins. */
export const stillQuery = (document: Shoot, editor: string, quality: Quality) =>
  queryOptions({
    queryKey: ['still', quality, document.brief, document.design, document.second],
    queryFn: ({ signal }) => takeStill(document, editor, quality, signal),
    staleTime: 300_000,
    retry: 1,
  });

/** The developed picture, at a factor of exposure. */
export function useDeveloped(taken: Still | undefined, factor: number): ImageData | null {
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

export function Sheet(props: { image: ImageData | null; label: string; clip?: number }) {
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
