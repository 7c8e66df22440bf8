// The trash: what was deleted, until when it is kept, and back with it.

import { DeleteOutlined } from '@ant-design/icons';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { Alert, Button, Popconfirm } from 'antd';
import { answer, api, type Schemas } from '../../shared/api/client';
import { useShootsWords } from '../../shared/messages/shoots';
import css from './TrashPage.module.css';

type Line = Schemas['TrashedAnswer'];

const KIND: Record<Line['kind'], string> = {
  shoot: 'Shoot',
  shot: 'Shot',
  photograph: 'Photograph',
  item: 'Shelf',
  'item photograph': 'Photograph of the Shelf',
};

const trashQuery = { queryKey: ['trash'], queryFn: () => answer(api.GET('/api/trash')) };

const DAY_MS = 86_400_000;

/** How long something is kept still, in words. */
export function left(until: string, now: number): string {
  const days = Math.ceil((new Date(until).getTime() - now) / DAY_MS);
  return days > 1 ? `kept for ${days} days more` : 'kept until tomorrow';
}

export function TrashPage() {
  const t = useShootsWords();
  const client = useQueryClient();
  const { data, error } = useQuery(trashQuery);
  const done = () => client.invalidateQueries();
  const path = (line: Line) => ({ params: { path: { kind: line.kind, key: line.id } } });
  const back = useMutation({
    mutationFn: (line: Line) => answer(api.POST('/api/trash/{kind}/{key}', path(line))),
    onSettled: done,
  });
  const remove = useMutation({
    mutationFn: (line: Line) => answer(api.DELETE('/api/trash/{kind}/{key}', path(line))),
    onSettled: done,
  });
  const wrong = error ?? back.error ?? remove.error;
  return (
    <main className="shoots-page">
      <header>
        <h1>{t('shoots-trash')}</h1>
      </header>
      {wrong ? <Alert type="warning" showIcon title={wrong.message} /> : null}
      <ul className={css.trash}>
        {data?.map((line) => (
          <li key={line.id} className="card">
            <span className={css.what}>
              <b>{line.name}</b>
              <small>
                {KIND[line.kind]}
                {line.of ? ` ${t('shoots-of', { of: line.of })}` : ''}, {left(line.until, Date.now())}
              </small>
            </span>
            <Button
              loading={back.isPending && back.variables.id === line.id}
              onClick={() => back.mutate(line)}
            >
              {t('shoots-put-back')}
            </Button>
            <Popconfirm
              title={t('shoots-delete-this-for-good-nobody')}
              okText={t('shoots-delete-for-good-2')}
              onConfirm={() => remove.mutate(line)}
            >
              <Button
                type="text"
                icon={<DeleteOutlined />}
                aria-label={t('shoots-delete-for-good', { name: line.name })}
              />
            </Popconfirm>
          </li>
        ))}
      </ul>
      {data?.length === 0 ? (
        <div className="card waiting">
          <h2>{t('shoots-the-trash-is-empty')}</h2>
          <p>{t('shoots-shoots-shots-photographs-and-things')}</p>
        </div>
      ) : null}
    </main>
  );
}
