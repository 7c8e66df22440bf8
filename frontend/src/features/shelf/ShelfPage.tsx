// The Shelf: what one owns and what can be bought, by category; one item open beside the list.

import { DownloadOutlined, PlusOutlined, UploadOutlined } from '@ant-design/icons';
import { useQuery } from '@tanstack/react-query';
import { Alert, Button, Input, Segmented, Select, Upload } from 'antd';
import { useEffect, useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import { withWaitingItems } from '../../shared/api/lists';
import { shelfFormQuery, shelfQuery, shootsQuery } from '../../shared/api/queries';
import { useJournal } from '../../shared/journal/journal';
import { useShelfWords } from '../../shared/messages/shelf';
import { openLastShoot, openShoot, useShoot } from '../../shared/state/store';
import { AtHand } from './AtHand';
import { ItemDrawing } from './ItemDrawing';
import { GenericPanel, OwnPanel } from './ItemPanel';
import css from './shelf.module.css';
import { TickWhatYouHave } from './TickWhatYouHave';
import { type Category, type ItemAnswer, type Starter, useShelf } from './useShelf';

type View = 'mine' | 'generic' | 'at-hand';

const VIEWS: { value: View; label: string }[] = [
  { value: 'mine', label: 'Mine' },
  { value: 'generic', label: 'Generic things' },
  { value: 'at-hand', label: 'With what I have' },
];

export function ShelfPage() {
  const t = useShelfWords();
  const units = useShoot((s) => s.document?.units ?? 'metric');
  const shoot = useShoot((s) => (s.document ? s.id : null));
  const shoots = useQuery(shootsQuery);
  useEffect(() => void openLastShoot(), []);
  const form = useQuery(shelfFormQuery(units));
  const held = useQuery(shelfQuery(units));
  const waiting = useJournal((s) => s.entries);
  const own = { ...held, data: held.data && withWaitingItems(held.data, waiting) };
  const actions = useShelf();
  const [at, setAt] = useSearchParams();
  const [search, setSearch] = useState('');
  const view = (at.get('view') as View | null) ?? 'mine';
  const category = (at.get('category') as Category | null) ?? 'lamp';
  const chosen = at.get('item');
  const go = (change: Record<string, string | null>) => {
    actions.forget();
    const next = new URLSearchParams(at);
    for (const [name, value] of Object.entries(change)) {
      if (value === null) next.delete(name);
      else next.set(name, value);
    }
    setAt(next, { replace: true });
  };
  const line = form.data?.categories.find((c) => c.id === category);
  const find = (name: string, words: string) =>
    `${name} ${words}`.toLowerCase().includes(search.trim().toLowerCase());
  const items = (own.data ?? []).filter(
    (i) => (search ? true : i.item.category === category) && find(i.item.name, i.words),
  );
  const generic = (form.data?.starter ?? []).filter(
    (s) => (search ? true : s.category === category) && find(s.name, s.words),
  );
  const item = own.data?.find((i) => i.id === chosen);
  const thing = form.data?.starter.find((s) => `${s.category}.${s.id}` === chosen);
  const lineOf = (c: Category) => form.data?.categories.find((x) => x.id === c);
  const count = (c: Category) =>
    view === 'generic'
      ? (form.data?.starter.filter((s) => s.category === c).length ?? 0)
      : (own.data?.filter((i) => i.item.category === c).length ?? 0);
  const make = () => {
    if (!line) return;
    const values = Object.fromEntries(
      line.fields.filter((f) => f.default !== null).map((f) => [f.name, f.default]),
    );
    void actions
      .add({
        category,
        name: `New: ${line.name.toLowerCase()}`,
        count: 1,
        measured: false,
        note: '',
        starter: null,
        values,
      })
      .then((got) => {
        if (got) go({ item: got.id, view: 'mine' });
      });
  };
  const card = (key: string, name: string, words: string, drawing: ItemAnswer | Starter, badge: string) => (
    <li key={key}>
      <button
        type="button"
        className={`${css.shelfCard}${chosen === key ? ' is-chosen' : ''}`}
        aria-pressed={chosen === key}
        onClick={() => {
          go({ item: key });
          // on a phone the item opens under the list
          if (matchMedia('(max-width: 900px)').matches)
            requestAnimationFrame(() => document.querySelector('.item-panel')?.scrollIntoView());
        }}
      >
        <ItemDrawing
          thing={
            'item' in drawing
              ? {
                  category: drawing.item.category,
                  values: drawing.item.values ?? {},
                  curve: drawing.curve,
                }
              : { ...drawing, curve: drawing.curve }
          }
          size={54}
          units={units}
        />
        <span className={css.shelfWords}>
          <b>{name}</b>
          <small>{words}</small>
        </span>
        {badge ? <span className={css.shelfBadge}>{badge}</span> : null}
      </button>
    </li>
  );
  return (
    <main className="shelf-page" aria-label={t('shelf-shelf')}>
      <header>
        <h1>{t('shelf-shelf')}</h1>
        <Segmented
          aria-label={t('shelf-what-is-shown')}
          options={VIEWS}
          value={view}
          onChange={(v) => go({ view: v, item: null })}
        />
        <Input.Search
          allowClear
          placeholder={t('shelf-find-on-the-shelf')}
          aria-label={t('shelf-find-on-the-shelf')}
          className={css.shelfSearch}
          value={search}
          onChange={(e) => setSearch(e.currentTarget.value)}
        />
        <span className="spacer" />
        {shoots.data?.length ? (
          <Select
            size="small"
            className={css.shelfShoot ?? ''}
            aria-label={t('shelf-for-which-shoot-2')}
            title={t('shelf-what-things-can-become-is')}
            placeholder={t('shelf-for-which-shoot')}
            value={shoot}
            options={shoots.data.map((s) => ({ value: s.id, label: s.title }))}
            onChange={(id) => void openShoot(id)}
          />
        ) : null}
        {shoot ? <Link to={`/shoots/${shoot}/shape`}>{t('shelf-to-the-shoot')}</Link> : null}
        <Link to="/bench">{t('shelf-bench')}</Link>
        <a className={css.fileLink} href="/api/shelf/items.csv">
          <DownloadOutlined /> {t('shelf-csv')}
        </a>
        <Upload
          accept=".csv,text/csv"
          showUploadList={false}
          beforeUpload={(file) => {
            void actions.bringIn(file);
            return false;
          }}
        >
          <Button size="small" icon={<UploadOutlined />} loading={actions.busy}>
            {t('shelf-import-csv')}
          </Button>
        </Upload>
      </header>
      {actions.problem.length ? (
        <Alert
          type="error"
          showIcon
          closable={{ onClose: actions.forget }}
          title={t('shelf-that-did-not-work-nothing')}
          description={actions.problem.slice(0, 6).map((p) => <div key={p}>{p}</div>)}
        />
      ) : null}
      {own.error ? <Alert type="warning" showIcon title={own.error.message} /> : null}
      {view === 'at-hand' ? (
        <div className={css.atHandPage}>
          <TickWhatYouHave
            starter={form.data?.starter ?? []}
            categories={form.data?.categories ?? []}
            own={own.data ?? []}
            actions={actions}
          />
          <AtHand />
        </div>
      ) : (
        <div className={css.shelfBody}>
          <nav className="shelf-categories" aria-label={t('shelf-categories')}>
            {form.data?.categories.map((c) => (
              <button
                key={c.id}
                type="button"
                className={c.id === category && !search ? 'active' : ''}
                aria-current={c.id === category && !search}
                title={c.about}
                onClick={() => {
                  setSearch('');
                  go({ category: c.id, item: null });
                }}
              >
                {c.name}
                <span>{count(c.id)}</span>
              </button>
            ))}
          </nav>
          <section
            className={css.shelfList}
            aria-label={search ? t('shelf-found') : (line?.name ?? t('shelf-items'))}
          >
            <ul>
              {view === 'mine'
                ? items.map((i) =>
                    card(
                      i.id,
                      i.item.name,
                      i.words,
                      i,
                      `${i.item.measured ? 'measured · ' : ''}${i.item.count === 1 ? '' : `${i.item.count} ×`}`.replace(
                        / · $/,
                        '',
                      ),
                    ),
                  )
                : generic.map((s) => {
                    const have =
                      own.data?.filter((i) => i.item.category === s.category && i.item.starter === s.id) ??
                      [];
                    return card(
                      `${s.category}.${s.id}`,
                      s.name,
                      s.words,
                      s,
                      have.length ? 'on your Shelf' : '',
                    );
                  })}
            </ul>
            {view === 'mine' && !search && line ? (
              <div className={css.shelfMore}>
                {items.length === 0 ? (
                  <p>{t('shelf-nothing-of-yours-here-yet', { about: line.about })}</p>
                ) : null}
                <Button size="small" onClick={() => go({ view: 'generic', item: null })}>
                  {t('shelf-choose-from-generic-things')}
                </Button>
                <Button size="small" icon={<PlusOutlined />} onClick={make}>
                  {t('shelf-new-one-from-nothing')}
                </Button>
              </div>
            ) : null}
            {search && (view === 'mine' ? items : generic).length === 0 ? (
              <p className="faint">{t('shelf-nothing-is-called-so-try')}</p>
            ) : null}
          </section>
          {item && lineOf(item.item.category) ? (
            <OwnPanel
              key={item.id}
              item={item}
              // biome-ignore lint/style/noNonNullAssertion: looked up just above
              category={lineOf(item.item.category)!}
              units={units}
              actions={actions}
              choose={(id) => go({ item: id })}
            />
          ) : thing && lineOf(thing.category) ? (
            <GenericPanel
              thing={thing}
              // biome-ignore lint/style/noNonNullAssertion: looked up just above
              category={lineOf(thing.category)!}
              units={units}
              actions={actions}
              taken={(got) => go({ item: got.id, view: 'mine' })}
            />
          ) : (
            <section className="card item-panel waiting">
              <p>{t('shelf-choose-a-thing-to-see')}</p>
            </section>
          )}
        </div>
      )}
    </main>
  );
}
