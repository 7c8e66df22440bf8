// The predicted picture of one kind among others, small, at its own right exposure.
import { useQuery } from '@tanstack/react-query';
import { useEffect, useRef } from 'react';
import { answer, api, type Shoot } from '../../shared/api/client';
import { curvesQuery } from '../../shared/api/queries';
import { useShapeWords } from '../../shared/messages/shape';
import { develop, lampWeights } from '../../shared/picture/develop';
import { takePicture } from '../../shared/state/picture';

export function KindPicture({ document, name }: { document: Shoot; name: string }) {
  const { data: curves } = useQuery(curvesQuery);
  const t = useShapeWords();
  const { data, error } = useQuery({
    queryKey: ['kind-picture', document.design, document.brief],
    queryFn: async ({ signal }) => {
      const editor = `compare-${document.design.kind}`;
      const picture = await takePicture(document, 'first', signal, editor);
      const figures = await answer(
        api.POST('/api/figures', { body: { document, effort: 'draft', editor }, signal }),
      );
      return { picture, weight: figures.picture, edge: figures.shadow };
    },
    staleTime: Number.POSITIVE_INFINITY,
    retry: 2,
  });
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    const context = canvas.current?.getContext('2d');
    if (!canvas.current || !context || !data || !curves) return;
    const { picture, weight } = data;
    canvas.current.width = picture.width;
    canvas.current.height = picture.height;
    const { lamp, others } = document.brief;
    const weights = lampWeights(weight.colours, [lamp, ...others]);
    const pixels = develop(picture, curves, weight.exposed_right, 'picture', weights);
    context.putImageData(new ImageData(pixels, picture.width, picture.height), 0, 0);
  }, [data, curves, document.brief]);
  return (
    <div className="kind-picture">
      <canvas
        ref={canvas}
        role="img"
        aria-label={t('kind-picture', { kind: name })}
        data-state={data ? 'first' : 'none'}
      />
      {data ? null : <span>{error ? t('kind-picture-none') : t('picture-taking')}</span>}
    </div>
  );
}
