import { DeleteOutlined, PlusOutlined, UploadOutlined } from '@ant-design/icons';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { Alert, Button, Popconfirm, Upload } from 'antd';
import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { ApiProblem, answer, api } from '../../shared/api/client';
import { shootsQuery } from '../../shared/api/queries';
import { refresh } from '../../shared/api/refresh';
import css from './shoots.module.css';

const LARGEST = 5_000_000;

export function ShootsPage() {
  const go = useNavigate();
  const client = useQueryClient();
  const { data, error } = useQuery(shootsQuery);
  const [problem, setProblem] = useState<string[]>([]);
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
  return (
    <main className="shoots-page">
      <header>
        <h1>Shoots</h1>
        <Button type="primary" icon={<PlusOutlined />} loading={make.isPending} onClick={() => make.mutate()}>
          New shoot
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
            Bring in a project file
          </Button>
        </Upload>
        <Link to="/trash" className="trash-link">
          Trash
        </Link>
      </header>
      {problem.length ? (
        <Alert
          type="error"
          showIcon
          closable={{ onClose: () => setProblem([]) }}
          title="That did not work; nothing was changed"
          description={problem.slice(0, 6).map((p) => <div key={p}>{p}</div>)}
        />
      ) : null}
      {error ? <Alert type="warning" showIcon title={error.message} /> : null}
      <ul className={css.shootList}>
        {data?.map((line) => (
          <li key={line.id} className="card">
            <Link to={`/shoots/${line.id}/shape`}>{line.title}</Link>
            <span className="faint">
              changed{' '}
              {new Date(line.updated_at).toLocaleString([], { dateStyle: 'medium', timeStyle: 'short' })}
            </span>
            <Popconfirm
              title="Put this shoot in the trash? It is kept there for 30 days."
              okText="Put in the trash"
              onConfirm={() => remove.mutate(line)}
            >
              <Button type="text" icon={<DeleteOutlined />} aria-label={`Delete ${line.title}`} />
            </Popconfirm>
          </li>
        ))}
      </ul>
      {data?.length === 0 ? (
        <div className="card waiting">
          <h2>Nothing here yet</h2>
          <p>
            A shoot holds one brief and the modifier you design for it. Start one; every answer has a sensible
            default.
          </p>
        </div>
      ) : null}
    </main>
  );
}
