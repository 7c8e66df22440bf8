// The history of a shoot: who changed what and when, how it looked, and back to how it stood.

import { useInfiniteQuery, useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { Button, Empty, Spin } from 'antd';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { answer, api, type Schemas, type Shoot } from '../../shared/api/client';
import { catalogueQuery } from '../../shared/api/queries';
import { nameDevice, newId, thisCalled } from '../../shared/journal/device';
import { changesBetween } from '../../shared/journal/merge';
import { allInWords } from '../../shared/journal/words';
import { useShootsWords } from '../../shared/messages/shoots';
import { Sheet, stillQuery, useDeveloped } from '../../shared/picture/Still';
import { setTo, useShoot } from '../../shared/state/store';
import css from './HistoryPage.module.css';

type Revision = Schemas['RevisionAnswer'];

const AT_ONCE = 100;
const MOST_WORDS = 30;
const [thenEditor, nowEditor] = [newId(), newId()];

const historyQuery = (id: string, version: number) => ({
  queryKey: ['history', id, version],
  queryFn: ({ pageParam }: { pageParam: number | null }) =>
    answer(
      api.GET('/api/shoots/{shoot_id}/history', {
        params: { path: { shoot_id: id }, query: pageParam === null ? {} : { before: pageParam } },
      }),
    ),
  initialPageParam: null as number | null,
  getNextPageParam: (last: Revision[]) =>
    last.length < AT_ONCE ? undefined : (last.at(-1)?.number ?? undefined),
});

const revisionQuery = (id: string, number: number) => ({
  queryKey: ['revision', id, number],
  queryFn: () =>
    answer(
      api.GET('/api/shoots/{shoot_id}/history/{number}', { params: { path: { shoot_id: id, number } } }),
    ) as Promise<Shoot>,
  staleTime: Number.POSITIVE_INFINITY,
});

const when = (at: string) => new Date(at).toLocaleString([], { dateStyle: 'medium', timeStyle: 'short' });

function Line(props: { line: Revision; open: boolean; choose: () => void }) {
  const t = useShootsWords();
  const { line } = props;
  return (
    <li className={`${css.line} ${line.aside ? css.aside : ''} ${props.open ? css.open : ''}`}>
      <button type="button" aria-pressed={props.open} onClick={props.choose}>
        <b>{line.name || line.label || t('shoots-changed')}</b>
        {line.name ? <span>{line.label}</span> : null}
        <small>
          {when(line.created_at)}
          {line.called ? `, ${line.called}` : ''}
          {line.current ? t('shoots-shown-now') : ''}
          {line.aside ? t('shoots-kept-aside-somebody-else-s') : ''}
        </small>
      </button>
    </li>
  );
}

function Pictures({ then, now }: { then: Shoot; now: Shoot }) {
  const t = useShootsWords();
  const before = useQuery(stillQuery(then, thenEditor, 'first'));
  const after = useQuery(stillQuery(now, nowEditor, 'first'));
  // both at the exposure that is right now, so that the difference is seen
  const factor = after.data?.figures.picture.exposed_right ?? before.data?.figures.picture.exposed_right ?? 1;
  const [a, b] = [useDeveloped(before.data, factor), useDeveloped(after.data, factor)];
  return (
    <div className={css.pictures}>
      <figure>
        <div className="picture-frame">
          {a ? <Sheet image={a} label={t('shoots-picture-then')} /> : <Waiting wrong={before.error} />}
        </div>
        <figcaption>{t('shoots-then')}</figcaption>
      </figure>
      <figure>
        <div className="picture-frame">
          {b ? <Sheet image={b} label={t('shoots-picture-now')} /> : <Waiting wrong={after.error} />}
        </div>
        <figcaption>{t('shoots-now')}</figcaption>
      </figure>
    </div>
  );
}

function Waiting({ wrong }: { wrong: Error | null }) {
  return <span className="picture-progress">{wrong ? wrong.message : <Spin size="small" />}</span>;
}

function Differences({ then, now }: { then: Shoot; now: Shoot }) {
  const t = useShootsWords();
  const { data } = useQuery(catalogueQuery);
  const words = allInWords(changesBetween(then, now), now, data?.limits ?? []);
  if (!words.length) return <p className="faint">{t('shoots-nothing-is-different-from-now')}</p>;
  return (
    <table className={`list ${css.words}`} aria-label={t('shoots-what-is-different')}>
      <thead>
        <tr>
          <th />
          <th>{t('shoots-then')}</th>
          <th>{t('shoots-now')}</th>
        </tr>
      </thead>
      <tbody>
        {words.slice(0, MOST_WORDS).map((w) => (
          <tr key={w.where}>
            <td>{w.where}</td>
            <td>{w.was}</td>
            <td>{w.now}</td>
          </tr>
        ))}
      </tbody>
      {words.length > MOST_WORDS ? (
        <caption>{t('shoots-and-more', { more: String(words.length - MOST_WORDS) })}</caption>
      ) : null}
    </table>
  );
}

function Name({ id, line }: { id: string; line: Revision }) {
  const t = useShootsWords();
  const client = useQueryClient();
  const save = useMutation({
    mutationFn: (name: string) =>
      answer(
        api.PUT('/api/shoots/{shoot_id}/history/{number}', {
          params: { path: { shoot_id: id, number: line.number } },
          body: { name },
        }),
      ),
    onSuccess: () => client.invalidateQueries({ queryKey: ['history', id] }),
  });
  return (
    <label className={css.name}>
      {t('shoots-name')}
      <input
        key={line.number}
        defaultValue={line.name}
        maxLength={120}
        placeholder={t('shoots-such-as-as-shot-on')}
        onBlur={(e) => {
          const name = e.currentTarget.value.trim();
          if (name !== line.name) save.mutate(name);
        }}
        onKeyDown={(e) => {
          if (e.key === 'Enter') e.currentTarget.blur();
        }}
      />
      {save.error ? <small className="field-error">{save.error.message}</small> : null}
    </label>
  );
}

/** What others see this browser called. */
function Called() {
  const t = useShootsWords();
  return (
    <label className={css.name}>
      {t('shoots-this-device-is-called')}
      <input
        defaultValue={thisCalled()}
        maxLength={60}
        onBlur={(e) => nameDevice(e.currentTarget.value)}
        onKeyDown={(e) => {
          if (e.key === 'Enter') e.currentTarget.blur();
        }}
      />
    </label>
  );
}

function Detail({ id, line }: { id: string; line: Revision }) {
  const t = useShootsWords();
  const go = useNavigate();
  const now = useShoot((s) => s.document);
  const then = useQuery(revisionQuery(id, line.number));
  const branch = useMutation({
    mutationFn: (document: Shoot) =>
      answer(
        api.POST('/api/shoots', {
          body: {
            document: {
              ...document,
              title: t('shoots-another-way', { slice: document.title.slice(0, 100) }),
            },
          },
        }),
      ),
    onSuccess: (made) => go(`/shoots/${made.id}/shape`),
  });
  if (then.error) return <p className="field-error">{then.error.message}</p>;
  if (!then.data || !now) return <Spin />;
  const document = then.data;
  return (
    <section className={`card ${css.detail}`} aria-label={t('shoots-how-it-stood')}>
      <header>
        <h2>{line.name || line.label || t('shoots-changed')}</h2>
        <small className="faint">{when(line.created_at)}</small>
      </header>
      <Pictures then={document} now={now} />
      <div className={css.actions}>
        <Button
          type="primary"
          disabled={changesBetween(document, now).length === 0}
          onClick={() => setTo(document, `Set back to ${when(line.created_at)}`)}
        >
          {t('shoots-set-it-back-to-this')}
        </Button>
        <Button loading={branch.isPending} onClick={() => branch.mutate(document)}>
          {t('shoots-go-on-from-here-as')}
        </Button>
      </div>
      {branch.error ? <p className="field-error">{branch.error.message}</p> : null}
      <Name id={id} line={line} />
      <Differences then={document} now={now} />
    </section>
  );
}

export function HistoryPage() {
  const t = useShootsWords();
  const { id, version } = useShoot();
  const [open, setOpen] = useState<number | null>(null);
  const history = useInfiniteQuery({
    ...historyQuery(id ?? '', version),
    enabled: id !== null,
    placeholderData: (p) => p,
  });
  const lines = history.data?.pages.flat() ?? [];
  const chosen =
    lines.find((l) => l.number === open) ?? lines.find((l) => !l.current && !l.aside) ?? lines[0];
  if (!id) return null;
  return (
    <div className={css.history}>
      <section className={`card ${css.list}`} aria-label={t('shoots-history')}>
        <h2>{t('shoots-history')}</h2>
        {history.error ? <p className="field-error">{history.error.message}</p> : null}
        <ol>
          {lines.map((line) => (
            <Line
              key={line.number}
              line={line}
              open={line.number === chosen?.number}
              choose={() => setOpen(line.number)}
            />
          ))}
        </ol>
        {history.hasNextPage ? (
          <Button
            size="small"
            loading={history.isFetchingNextPage}
            onClick={() => void history.fetchNextPage()}
          >
            {t('shoots-earlier')}
          </Button>
        ) : null}
        <Called />
      </section>
      {chosen ? <Detail id={id} line={chosen} /> : <Empty description="Nothing has been changed yet." />}
    </div>
  );
}
