// The predicted picture of one kind among others, small, at its own right exposure.
import { useQuery } from '@tanstack/react-query';
import { type RefObject, useEffect, useRef, useState } from 'react';
import { answer, api, type Shoot } from '../api/client';
import { curvesQuery } from '../api/queries';
import { useShapeWords } from '../messages/shape';
import { takePicture } from '../state/picture';
import { develop, lampWeights } from './develop';

/** Whether something has been on screen: a picture that nobody has scrolled to is not taken. */
function useSeen(box: RefObject<HTMLElement | null>): boolean {
  const [seen, setSeen] = useState(false);
  useEffect(() => {
    if (!box.current || seen) return;
    const observer = new IntersectionObserver((entries) => {
      if (entries.some((e) => e.isIntersecting)) setSeen(true);
    });
    observer.observe(box.current);
    return () => observer.disconnect();
  }, [box, seen]);
  return seen;
}

export function KindPicture(props: {
  document: Shoot;
  name: string /** Not before the order is known. */;
  wait: boolean;
}) {
  const { document, name } = props;
  const { data: curves } = useQuery(curvesQuery);
  const t = useShapeWords();
  const box = useRef<HTMLDivElement>(null);
  const seen = useSeen(box);
  const { data, error } = useQuery({
    enabled: seen && !props.wait,
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
    <div className="kind-picture" ref={box}>
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
