// All shoots: looked for, opened, copied, renamed, put in the trash; a new one, or one from a file.

import { PlusOutlined, UploadOutlined } from '@ant-design/icons';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { Alert, Button, Input, Segmented, Upload } from 'antd';
import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { ApiProblem, answer, api } from '../../shared/api/client';
import { shootsQuery } from '../../shared/api/queries';
import { refresh } from '../../shared/api/refresh';
import { useShootsWords } from '../../shared/messages/shoots';
import { openShoot } from '../../shared/state/store';
import { cardDocument, ShootCard } from './ShootCard';
import { Starts } from './Starts';
import { copyTitle, type ShootLine, type ShootOrder, shownLines } from './shootLines';
import css from './shoots.module.css';

const LARGEST = 5_000_000;

export function ShootsPage() {
  const t = useShootsWords();
  const go = useNavigate();
  const client = useQueryClient();
  const { data, error } = useQuery(shootsQuery);
  const [problem, setProblem] = useState<string[]>([]);
  const [words, setWords] = useState('');
  const [order, setOrder] = useState<ShootOrder>('changed');
  const fail = (e: unknown) =>
    setProblem(
      e instanceof ApiProblem
        ? e.problem.fields?.length
          ? e.problem.fields.map((f) => f.message)
          : [e.message]
        : [String(e)],
    );
  const make = useMutation({
    mutationFn: () => answer(api.POST('/api/shoots', { body: {} })),
    onSuccess: (shoot) => go(`/shoots/${shoot.id}/brief`),
    onError: fail,
  });
  const fromMine = useMutation({
    mutationFn: () => answer(api.POST('/api/shoots', { body: {} })),
    onSuccess: async (shoot) => {
      await openShoot(shoot.id);
      void go('/shelf?view=at-hand');
    },
    onError: fail,
  });
  const remove = useMutation({
    mutationFn: (line: { id: string; version: number }) =>
      answer(
        api.DELETE('/api/shoots/{shoot_id}', {
          params: { path: { shoot_id: line.id }, query: { version: line.version } },
        }),
      ),
    onSettled: () => refresh(client, 'shoots'),
    onError: fail,
  });
  const rename = useMutation({
    mutationFn: async ({ line, title }: { line: ShootLine; title: string }) => {
      const document = await client.fetchQuery(cardDocument(line));
      return answer(
        api.PUT('/api/shoots/{shoot_id}', {
          params: { path: { shoot_id: line.id } },
          body: {
            version: line.version,
            document: { ...document, title },
            label: t('shoots-called', { title }),
          },
        }),
      );
    },
    onSettled: () => refresh(client, 'shoots'),
    onError: fail,
  });
  const copy = useMutation({
    mutationFn: async (line: ShootLine) => {
      const document = await client.fetchQuery(cardDocument(line));
      const title = copyTitle(
        line.title,
        (data ?? []).map((other) => other.title),
      );
      return answer(api.POST('/api/shoots', { body: { document: { ...document, title } } }));
    },
    onSettled: () => refresh(client, 'shoots'),
    onError: fail,
  });
  const bring = useMutation({
    mutationFn: (file: File) => {
      if (file.size > LARGEST)
        throw new ApiProblem(413, {
          code: 'too_large',
          message: `${file.name} has ${Math.round(file.size / 1e6)} MB; Wenlo reads up to 5 MB. A project file is a few kilobytes.`,
          fields: [],
          current_version: null,
        });
      const form = new FormData();
      form.append('file', file);
      return answer(api.POST('/api/shoots/import', { body: form as unknown as { file: string } }));
    },
    onSuccess: (shoot) => go(`/shoots/${shoot.id}/brief`),
    onError: fail,
  });
  const shown = shownLines(data ?? [], words, order);
  return (
    <main className="shoots-page">
      <header>
        <h1>{t('shoots-shoots')}</h1>
        <Button type="primary" icon={<PlusOutlined />} loading={make.isPending} onClick={() => make.mutate()}>
          {t('shoots-new-shoot')}
        </Button>
        <Button
          title={t('shoots-kinds-that-can-be-made')}
          loading={fromMine.isPending}
          onClick={() => fromMine.mutate()}
        >
          {t('shoots-from-what-i-have')}
        </Button>
        <Upload
          accept=".json,application/json"
          showUploadList={false}
          beforeUpload={(file) => {
            setProblem([]);
            bring.mutate(file);
            return false;
          }}
        >
          <Button icon={<UploadOutlined />} loading={bring.isPending}>
            {t('shoots-import-project')}
          </Button>
        </Upload>
        <Link to="/trash" className="trash-link">
          {t('shoots-trash')}
        </Link>
      </header>
      {problem.length ? (
        <Alert
          type="error"
          showIcon
          closable={{ onClose: () => setProblem([]) }}
          title={t('shoots-that-did-not-work-nothing')}
          description={problem.slice(0, 6).map((p) => <div key={p}>{p}</div>)}
        />
      ) : null}
      {error ? <Alert type="warning" showIcon title={error.message} /> : null}
      {data && data.length > 1 ? (
        <div className={css.find}>
          <Input.Search
            allowClear
            placeholder={t('shoots-a-word-of-its-title')}
            aria-label={t('shoots-find-a-shoot')}
            value={words}
            onChange={(e) => setWords(e.currentTarget.value)}
          />
          <Segmented<ShootOrder>
            aria-label={t('shoots-in-which-order')}
            options={[
              { value: 'changed', label: t('shoots-last-changed') },
              { value: 'title', label: t('shoots-by-title') },
            ]}
            value={order}
            onChange={setOrder}
          />
        </div>
      ) : null}
      <ul className={css.shootList}>
        {shown.map((line) => (
          <ShootCard
            key={line.id}
            line={line}
            busy={rename.isPending || copy.isPending || remove.isPending}
            rename={(it, title) => rename.mutate({ line: it, title })}
            copy={copy.mutate}
            remove={remove.mutate}
          />
        ))}
      </ul>
      {data?.length && !shown.length ? (
        <p className="waiting">
          {t('shoots-no-shoot-has-in-its', { trim: words.trim() })}{' '}
          <Button type="link" onClick={() => setWords('')}>
            {t('shoots-show-all')}
          </Button>
        </p>
      ) : null}
      {data?.length === 0 ? (
        <div className="card waiting">
          <h2>{t('shoots-nothing-here-yet')}</h2>
          <p>{t('shoots-a-shoot-holds-one-brief')}</p>
        </div>
      ) : null}
      {data && !words.trim() ? <Starts fail={fail} /> : null}
    </main>
  );
}
