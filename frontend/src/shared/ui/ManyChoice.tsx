// Several of many named things, generic ones and one's own; a document carries its own things whole.

import { useQuery } from '@tanstack/react-query';
import { Select } from 'antd';
import { useId } from 'react';
import { shelfQuery } from '../api/queries';
import { useCommonWords } from '../messages/common';
import { getPath } from '../state/paths';
import { edit, useShoot } from '../state/store';
import type { ChoiceOption } from './Choice';
import type { ShelfCategory } from './ShelfChoice';

type Chosen = string | { item: string; name: string };

/** What one is called: its id, or the item that it is. */
const keyOf = (one: Chosen) => (typeof one === 'string' ? one : `own ${one.item}`);

export function ManyChoice(props: {
  path: string;
  label: string;
  options: ChoiceOption[];
  category: ShelfCategory;
  most: number;
}) {
  const t = useCommonWords();
  const units = useShoot((s) => s.document?.units ?? 'metric');
  const held = useShoot((s) => (s.document ? getPath(s.document, props.path) : undefined));
  const error = useShoot((s) => s.fieldErrors[props.path]);
  const { data } = useQuery(shelfQuery(units));
  const id = useId();
  const chosen = (Array.isArray(held) ? held : []) as Chosen[];
  const mine = (data ?? []).filter((i) => i.own && i.item.category === props.category);
  const gone = chosen.flatMap((c) =>
    typeof c === 'object' && !mine.some((i) => `own ${i.id}` === keyOf(c))
      ? [{ value: keyOf(c), label: c.name }]
      : [],
  );
  return (
    <div className={`field${error ? ' has-error' : ''}`}>
      <label className="field-label" htmlFor={id}>
        {props.label}
      </label>
      <Select
        id={id}
        size="small"
        mode="multiple"
        maxCount={props.most}
        value={chosen.map(keyOf)}
        placeholder={t('common-none')}
        optionFilterProp="label"
        popupMatchSelectWidth={false}
        options={[
          ...gone,
          ...mine.map((i) => ({ value: `own ${i.id}`, label: i.item.name })),
          ...props.options.map((o) => ({ value: o.id, label: o.name })),
        ]}
        onChange={(ids: string[]) => {
          const value = ids.map(
            (one) =>
              chosen.find((c) => keyOf(c) === one) ?? mine.find((i) => `own ${i.id}` === one)?.own ?? one,
          );
          edit([{ path: props.path, value }], props.label);
        }}
      />
      {error ? (
        <span className="field-error" role="alert">
          {error}
        </span>
      ) : null}
    </div>
  );
}
