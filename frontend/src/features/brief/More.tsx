// Room, camera, lamp and limits: a line in words each, that opens into its fields; any of them is found by its name.
import { Input } from 'antd';
import { useState } from 'react';
import type { Catalogue, Shoot } from '../../shared/api/client';
import { useBriefWords } from '../../shared/messages/brief';
import { edit, useShoot } from '../../shared/state/store';
import { Choice } from '../../shared/ui/Choice';
import { Quantity } from '../../shared/ui/Quantity';
import { ShelfChoice } from '../../shared/ui/ShelfChoice';
import css from './brief.module.css';
import { type Field, isFound, lineOf, SECTIONS, type Section } from './fields';

function One({ field, document, data }: { field: Field; document: Shoot; data: Catalogue }) {
  const t = useBriefWords();
  const { brief } = document;
  const label = t(field.label);
  if (field.number)
    return (
      <Quantity
        path={field.path}
        kind={field.number}
        label={label}
        {...(field.hint ? { hint: t(field.hint) } : {})}
      />
    );
  if (field.shelf)
    return (
      <ShelfChoice
        path={field.path}
        label={label}
        options={field.shelf === 'lamp' ? data.lamps : data.finishes}
        category={field.shelf}
      />
    );
  const { choose, value } = field;
  return (
    <Choice
      path={field.path}
      label={label}
      options={field.options?.(data, t) ?? []}
      {...(value ? { value: value(brief) } : {})}
      {...(choose ? { choose: (id: string) => choose(id, brief, data) } : {})}
    />
  );
}

function Line(props: {
  section: Section;
  document: Shoot;
  data: Catalogue;
  open: boolean;
  turn: () => void;
  fields: Field[];
}) {
  const t = useBriefWords();
  const { section, document, data, open } = props;
  const name = t(section.name);
  return (
    <section aria-label={name}>
      <button type="button" className={css.line} aria-expanded={open} onClick={props.turn}>
        <b>{name}</b>
        <span>{lineOf(section.id, document, data, t)}</span>
        <i aria-hidden="true">{open ? '▾' : '▸'}</i>
      </button>
      {open ? (
        <div className={css.fields}>
          {props.fields.map((field) => (
            <One key={field.path} field={field} document={document} data={data} />
          ))}
        </div>
      ) : null}
    </section>
  );
}

function Notes({ document }: { document: Shoot }) {
  const t = useBriefWords();
  return (
    <label className={css.notes}>
      <b>{t('brief-notes')}</b>
      <textarea
        key={document.notes}
        aria-label={t('brief-notes')}
        maxLength={2000}
        rows={2}
        defaultValue={document.notes}
        placeholder={t('brief-window-props-what-the-picture')}
        onBlur={(e) => {
          if (e.currentTarget.value !== document.notes)
            edit([{ path: 'notes', value: e.currentTarget.value }], t('brief-notes'));
        }}
      />
    </label>
  );
}

export function More({ document, data }: { document: Shoot; data: Catalogue }) {
  const t = useBriefWords();
  const [typed, setTyped] = useState('');
  const [opened, setOpened] = useState<string[]>([]);
  const errors = useShoot((s) => s.fieldErrors);
  const searching = typed.trim() !== '';
  const lines = SECTIONS.map((section) => {
    const here = section.fields.filter((f) => f.when?.(document.brief, data) ?? true);
    const fields = searching ? here.filter((f) => isFound(section, f, typed, t)) : here;
    const wrong = here.some((f) => errors[f.path]);
    return { section, fields, open: searching || wrong || opened.includes(section.id) };
  }).filter(({ fields }) => !searching || fields.length);
  return (
    <section className={`panel ${css.wideQuestion}`} aria-label={t('brief-more')}>
      <div className={css.moreHead}>
        <h2>{t('brief-more')}</h2>
        <Input
          size="small"
          allowClear
          aria-label={t('brief-find')}
          placeholder={t('brief-find')}
          value={typed}
          onChange={(e) => setTyped(e.target.value)}
        />
        <span className="faint">{document.brief.assumed.length ? t('brief-what-lighter-means') : ''}</span>
      </div>
      {lines.map(({ section, fields, open }) => (
        <Line
          key={section.id}
          section={section}
          document={document}
          data={data}
          open={open}
          fields={fields}
          turn={() =>
            setOpened((now) =>
              now.includes(section.id) ? now.filter((id) => id !== section.id) : [...now, section.id],
            )
          }
        />
      ))}
      {searching && !lines.length ? <p className="faint">{t('brief-none-is-called')}</p> : null}
      {searching ? null : <Notes document={document} />}
    </section>
  );
}
