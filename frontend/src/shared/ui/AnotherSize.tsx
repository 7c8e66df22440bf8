// Something of a size that is not in the list: told once, put on the Shelf, and used.

import { useQuery, useQueryClient } from '@tanstack/react-query';
import { Modal } from 'antd';
import { useState } from 'react';
import { ApiProblem, answer, api, type Schemas, type Shoot } from '../api/client';
import { shelfFormQuery } from '../api/queries';
import { refresh } from '../api/refresh';
import { useCommonWords } from '../messages/common';
import { formatLength } from '../units/length';
import css from './ui.module.css';
import { type FieldLine, ValueField } from './ValueField';

export type Category = Schemas['Item']['category'];
type Values = Record<string, unknown>;

const NAME: FieldLine = {
  name: 'name',
  label: 'name',
  kind: 'text',
  unit: '',
  optional: false,
  options: [],
};

/** What tells one size from another; the rest is as it was of what it starts from. */
const ASKED: Partial<Record<Category, string[]>> = {
  bar: ['width', 'thickness', 'wall', 'length', 'mass_per_metre', 'price'],
  sheet: ['form', 'roll_width', 'board_length', 'thickness', 'mass_per_area', 'price'],
  black: ['form', 'roll_width', 'on_hand', 'board_length', 'thickness', 'mass_per_area', 'price'],
  face: ['form', 'roll_width', 'board_length', 'thickness', 'mass_per_area', 'price'],
};

/** Fields that the chosen form or section does not have. */
function needless(name: string, values: Values): boolean {
  if (name === 'board_length' || name === 'thickness') return values.form === 'cloth' || hollow(values);
  return name === 'wall' && values.section === 'timber';
}

const number = (value: unknown) => (typeof value === 'number' ? value : 0);

/** Cross section of a bar. [m²] */
function section(values: Values): number {
  const [wide, thick, wall] = [number(values.width), number(values.thickness), number(values.wall)];
  if (values.section === 'timber') return wide * thick;
  return (values.section === 'pipe' ? Math.PI : 4) * Math.max(wide - wall, 0) * wall;
}

/** A bar of another section weighs in proportion, until its weight is told. */
export function changed(now: Values, name: string, value: unknown): Values {
  const next: Values = { ...now, [name]: value };
  const [before, after] = [section(now), section(next)];
  if (name !== 'mass_per_metre' && before > 0 && after > 0 && before !== after)
    next.mass_per_metre = Math.round((number(now.mass_per_metre) * after * 1e4) / before) / 1e4;
  return next;
}

/** What is written on it: its section, or its width. */
function sizeOf(values: Values, units: Shoot['units']): string {
  if (values.section === 'timber')
    return [number(values.thickness), number(values.width)].map((x) => formatLength(x, units)).join(' × ');
  if (hollow(values)) return formatLength(number(values.width), units);
  const sides = [values.roll_width, values.form === 'board' ? values.board_length : undefined];
  return sides
    .filter((x) => typeof x === 'number')
    .map((x) => formatLength(number(x), units))
    .join(' × ');
}

const hollow = (values: Values) => values.section === 'pipe' || values.section === 'square tube';

export function AnotherSize(props: {
  category: Category;
  units: Shoot['units'];
  /** Name and values of what it is another size of. */
  from: { name: string; values: Values };
  use: (item: Schemas['ItemAnswer']) => void;
  close: () => void;
}) {
  const t = useCommonWords();
  const { category, units } = props;
  const client = useQueryClient();
  const { data } = useQuery(shelfFormQuery(units));
  const [typed, setTyped] = useState<string | null>(null);
  const [values, setValues] = useState<Values>(props.from.values);
  const name = typed ?? `${props.from.name.split(/,| \d| [½¼¾]/)[0]} ${sizeOf(values, units)}`;
  const [wrong, setWrong] = useState<Record<string, string>>({});
  const [busy, setBusy] = useState(false);
  const fields = data?.categories.find((c) => c.id === category)?.fields ?? [];
  const asked = (ASKED[category] ?? [])
    .map((n) => fields.find((f) => f.name === n))
    .filter((f) => f !== undefined)
    .filter((f) => !needless(f.name, values));

  const keep = async () => {
    setBusy(true);
    try {
      const body = { category, name: name.trim(), count: 0, values } as Schemas['Item'];
      const made = await answer(api.POST('/api/shelf', { body }));
      await refresh(client, 'shelf');
      props.use(made);
      props.close();
    } catch (error) {
      if (!(error instanceof ApiProblem)) throw error;
      const found = error.problem.fields ?? [];
      setWrong(
        found.length
          ? Object.fromEntries(found.map((f) => [f.path.replace(/^values\./, ''), f.message]))
          : { name: error.message },
      );
      setBusy(false);
    }
  };

  return (
    <Modal
      open
      title={t('common-another-size-or-one-of')}
      okText={t('common-use-it')}
      okButtonProps={{ loading: busy, disabled: !name.trim() }}
      onOk={() => void keep()}
      onCancel={props.close}
      destroyOnHidden
      width={440}
      className={css.anotherSize ?? ''}
    >
      <p className={css.newer}>{t('common-measure-it-as-it-is')}</p>
      <ValueField
        field={NAME}
        value={name}
        units={units}
        error={wrong.name}
        change={(got) => setTyped(String(got ?? ''))}
      />
      {asked.map((f) => (
        <ValueField
          key={f.name}
          field={f}
          value={values[f.name]}
          units={units}
          error={wrong[f.name]}
          change={(got) => setValues((now) => changed(now, f.name, got))}
        />
      ))}
    </Modal>
  );
}
