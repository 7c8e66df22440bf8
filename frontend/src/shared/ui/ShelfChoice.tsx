// A choice among generic things and one's own; a document carries its own things whole.

import { useQuery } from '@tanstack/react-query';
import { Button } from 'antd';
import { useState } from 'react';
import { shelfFormQuery, shelfQuery } from '../api/queries';
import { useCommonWords } from '../messages/common';
import { getPath } from '../state/paths';
import { edit, useShoot } from '../state/store';
import { AnotherSize, type Category } from './AnotherSize';
import { Choice, type ChoiceOption } from './Choice';
import css from './ui.module.css';

export type ShelfCategory = Category;
type Held = { item: string; version: number; name: string; values: Record<string, unknown> };

const isHeld = (value: unknown): value is Held =>
  typeof value === 'object' && value !== null && 'item' in value;
const keyOf = (item: string) => `own ${item}`;
const SIZED: ShelfCategory[] = ['bar', 'sheet', 'face', 'black'];

export function ShelfChoice(props: {
  path: string;
  label: string;
  options: ChoiceOption[];
  category: ShelfCategory;
  /** Which of one's own fit here, by their values. */
  suits?: (values: Record<string, unknown>) => boolean;
  /** What else follows from the thing's values: the thickness of a sheet that is bent, say. */
  also?: (values: Record<string, unknown>) => { path: string; value: unknown }[];
}) {
  const t = useCommonWords();
  const { category, path, suits } = props;
  const units = useShoot((s) => s.document?.units ?? 'metric');
  const raw = useShoot((s) => (s.document ? getPath(s.document, path) : undefined));
  const { data } = useQuery(shelfQuery(units));
  const { data: form } = useQuery(shelfFormQuery(units));
  const [adding, setAdding] = useState(false);
  const own = (data ?? []).filter(
    (i) => i.item.category === category && i.own && (suits?.(i.item.values ?? {}) ?? true),
  );
  const held = isHeld(raw) ? raw : null;
  const now = held ? own.find((i) => i.id === held.item) : undefined;
  const generic = form?.starter.find((s) => s.category === category && s.id === raw);
  const mine: ChoiceOption[] = own.map((i) => ({
    id: keyOf(i.id),
    name: i.item.name,
    detail: `yours, ${i.item.measured ? 'measured' : 'typical'}; ${i.words}`,
  }));
  if (held && !now)
    mine.unshift({
      id: keyOf(held.item),
      name: held.name,
      detail: 'no longer on the Shelf; kept in this shoot',
    });
  const from = held ?? generic;
  return (
    <>
      <Choice
        path={path}
        label={props.label}
        options={[...mine, ...props.options]}
        value={held ? keyOf(held.item) : String(raw)}
        choose={(id) => {
          const found = own.find((i) => keyOf(i.id) === id);
          if (held && id === keyOf(held.item) && !found) return [];
          const values = (found?.item ?? form?.starter.find((s) => s.category === category && s.id === id))
            ?.values;
          return [{ path, value: found ? found.own : id }, ...(props.also?.(values ?? {}) ?? [])];
        }}
        last={
          from && SIZED.includes(category)
            ? { name: 'Another size, or one of your own …', act: () => setAdding(true) }
            : undefined
        }
      />
      {adding && from ? (
        <AnotherSize
          category={category}
          units={units}
          from={{ name: from.name, values: from.values }}
          use={(item) => edit([{ path, value: item.own }], `${props.label}: ${item.item.name}`)}
          close={() => setAdding(false)}
        />
      ) : null}
      {held && now && now.version > held.version ? (
        <div className={css.newer}>
          {t('common-version-of-it-you-have', {
            version: String(held.version),
            version_2: String(now.version),
          })}{' '}
          <Button
            size="small"
            onClick={() => edit([{ path, value: now.own }], `${props.label}: newest ${now.item.name}`)}
          >
            {t('common-take-the-newest')}
          </Button>
        </div>
      ) : null}
    </>
  );
}
