// Jobs to start from: pictures with a sentence each; one tap makes a whole shoot of one.

import { useMutation, useQuery } from '@tanstack/react-query';
import { useNavigate } from 'react-router';
import { answer, api } from '../../shared/api/client';
import { useShootsWords } from '../../shared/messages/shoots';
import css from './shoots.module.css';

const PICTURES = import.meta.glob<string>('./starts/*.jpg', {
  eager: true,
  query: '?url',
  import: 'default',
});

/** The picture of a job, where there is one. */
export const startPicture = (id: string): string | undefined => PICTURES[`./starts/${id}.jpg`];

export function Starts({ fail }: { fail: (e: unknown) => void }) {
  const t = useShootsWords();
  const go = useNavigate();
  const { data } = useQuery({
    queryKey: ['starts'],
    queryFn: ({ signal }) => answer(api.GET('/api/starts', { signal })),
    staleTime: Number.POSITIVE_INFINITY,
  });
  const begin = useMutation({
    mutationFn: (start: string) => answer(api.POST('/api/shoots', { body: { start } })),
    onSuccess: (shoot) => go(`/shoots/${shoot.id}/shape`),
    onError: fail,
  });
  if (!data?.length) return null;
  return (
    <section aria-labelledby="starts">
      <h2 id="starts" className={css.startsHead}>
        {t('shoots-start-from-a-job')}
      </h2>
      <p className="faint">{t('shoots-each-is-a-whole-shoot')}</p>
      <ul className={css.starts}>
        {data.map((start) => (
          <li key={start.id}>
            <button
              type="button"
              className={`card ${css.start}`}
              disabled={begin.isPending}
              onClick={() => begin.mutate(start.id)}
            >
              <img src={startPicture(start.id)} alt="" width={360} height={240} loading="lazy" />
              <strong>{start.title}</strong>
              <span>{start.sentence}</span>
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
}
