// One shoot on the first page: its picture, its title, and what is done with it.

import { CopyOutlined, DeleteOutlined, EditOutlined } from '@ant-design/icons';
import { useQuery } from '@tanstack/react-query';
import { Button, Input, Popconfirm } from 'antd';
import { useEffect, useRef, useState } from 'react';
import { Link } from 'react-router';
import { answer, api, type Shoot } from '../../shared/api/client';
import { newId } from '../../shared/journal/device';
import { useShootsWords } from '../../shared/messages/shoots';
import { Sheet, takeStill, useDeveloped } from '../../shared/picture/Still';
import { inTurn } from './inTurn';
import type { ShootLine } from './shootLines';
import css from './shoots.module.css';

const turn = inTurn();
const editor = newId();

/** The document of a shoot as it was when the list was made. */
export const cardDocument = (line: ShootLine) => ({
  queryKey: ['shoot-card', line.id, line.version],
  queryFn: async ({ signal }: { signal: AbortSignal }): Promise<Shoot> => {
    const path = { shoot_id: line.id };
    const found = await answer(api.GET('/api/shoots/{shoot_id}', { params: { path }, signal }));
    return found.document as Shoot;
  },
  staleTime: Number.POSITIVE_INFINITY,
});

/** Whether something has come into view; it stays so. */
function useSeen<T extends Element>() {
  const place = useRef<T>(null);
  const [seen, setSeen] = useState(false);
  useEffect(() => {
    if (!place.current) return;
    const watch = new IntersectionObserver(([entry]) => {
      if (entry?.isIntersecting) setSeen(true);
    });
    watch.observe(place.current);
    return () => watch.disconnect();
  }, []);
  return { place, seen };
}

function CardPicture({ line }: { line: ShootLine }) {
  const t = useShootsWords();
  const { place, seen } = useSeen<HTMLDivElement>();
  const document = useQuery({ ...cardDocument(line), enabled: seen });
  const still = useQuery({
    queryKey: ['shoot-card', line.id, line.version, 'picture'],
    queryFn: ({ signal }) => {
      const { data } = document;
      if (!data) throw new Error('no document');
      return turn(() => takeStill(data, editor, 'first', signal), signal);
    },
    enabled: document.data !== undefined,
    staleTime: Number.POSITIVE_INFINITY,
    retry: false,
  });
  const image = useDeveloped(still.data, still.data?.figures.picture.exposed_right ?? 1);
  return (
    <div ref={place} className={css.cardPicture} data-state={image ? 'shown' : 'waiting'}>
      {still.error || document.error ? (
        <span className="faint">{t('shoots-no-picture')}</span>
      ) : (
        <Sheet image={image} label={t('shoots-what-would-look-like', { title: line.title })} />
      )}
    </div>
  );
}

export function ShootCard(props: {
  line: ShootLine;
  busy: boolean;
  rename: (line: ShootLine, title: string) => void;
  copy: (line: ShootLine) => void;
  remove: (line: ShootLine) => void;
}) {
  const t = useShootsWords();
  const { line, busy, rename, copy, remove } = props;
  const [title, setTitle] = useState<string | null>(null);
  const keep = () => {
    if (title?.trim() && title.trim() !== line.title) rename(line, title.trim());
    setTitle(null);
  };
  return (
    <li className={`card ${css.shootCard}`}>
      <Link to={`/shoots/${line.id}/shape`} aria-hidden="true" tabIndex={-1}>
        <CardPicture line={line} />
      </Link>
      {title === null ? (
        <Link to={`/shoots/${line.id}/shape`} className={css.cardTitle}>
          {line.title}
        </Link>
      ) : (
        <Input
          size="small"
          autoFocus
          maxLength={120}
          aria-label={t('shoots-new-title-of', { title: line.title })}
          value={title}
          onChange={(e) => setTitle(e.currentTarget.value)}
          onPressEnter={keep}
          onBlur={keep}
          onKeyDown={(e) => {
            if (e.key === 'Escape') setTitle(null);
          }}
        />
      )}
      <div className={css.cardFoot}>
        <span className="faint" title={t('shoots-last-changed')}>
          {new Date(line.updated_at).toLocaleString([], { dateStyle: 'medium', timeStyle: 'short' })}
        </span>
        <Button
          type="text"
          size="small"
          icon={<EditOutlined />}
          aria-label={t('shoots-rename', { title: line.title })}
          disabled={busy}
          onClick={() => setTitle(line.title)}
        />
        <Button
          type="text"
          size="small"
          icon={<CopyOutlined />}
          aria-label={t('shoots-copy', { title: line.title })}
          disabled={busy}
          onClick={() => copy(line)}
        />
        <Popconfirm
          title={t('shoots-put-this-shoot-in-the')}
          okText={t('shoots-put-in-the-trash')}
          onConfirm={() => remove(line)}
        >
          <Button
            type="text"
            size="small"
            icon={<DeleteOutlined />}
            aria-label={t('shoots-delete', { title: line.title })}
            disabled={busy}
          />
        </Popconfirm>
      </div>
    </li>
  );
}
