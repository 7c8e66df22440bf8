import { Select } from 'antd';
import { useId } from 'react';
import { useCommonWords } from '../messages/common';
import { getPath } from '../state/paths';
import { edit, useShoot } from '../state/store';
import { Glossed } from './Glossed';
import css from './ui.module.css';

export type ChoiceOption = { id: string; name: string; detail?: string };

const LAST = ' last';

const isFound = (typed: string, option?: { value: string; name: string }) =>
  option?.value === LAST || !!option?.name.toLowerCase().includes(typed.trim().toLowerCase());

/** One of a few named things, chosen from a list; what it means is under each name. */
export function Choice(props: {
  path: string;
  label: string;
  options: ChoiceOption[];
  also?: (id: string) => { path: string; value: unknown }[];
  /** What is chosen and what choosing changes, where the document holds something else than an id. */
  value?: string;
  choose?: (id: string) => { path: string; value: unknown }[];
  /** What is done where none of them serves; it stays in the list whatever is searched for. */
  last?: { name: string; act: () => void } | undefined;
}) {
  const t = useCommonWords();
  const held = useShoot((s) => (s.document ? getPath(s.document, props.path) : undefined));
  const value = props.value ?? held;
  const error = useShoot((s) => s.fieldErrors[props.path]);
  const assumed = useShoot((s) => s.document?.brief.assumed.includes(props.path));
  const id = useId();
  return (
    <div
      className={`field${error ? ' has-error' : ''}${assumed ? ` ${css.assumed}` : ''}`}
      title={assumed ? t('common-assumed') : undefined}
    >
      <label className="field-label" htmlFor={id}>
        <Glossed>{props.label}</Glossed>
      </label>
      <Select
        id={id}
        size="small"
        value={String(value)}
        popupMatchSelectWidth={false}
        showSearch={props.options.length > 8 ? { filterOption: isFound } : false}
        options={[
          ...props.options.map((o) => ({ value: o.id, name: o.name, label: o.name, detail: o.detail })),
          ...(props.last
            ? [{ value: LAST, name: props.last.name, label: props.last.name, detail: undefined }]
            : []),
        ]}
        optionRender={(option) => (
          <div className="choice">
            <span>{option.data.name}</span>
            {option.data.detail ? <small>{option.data.detail}</small> : null}
          </div>
        )}
        onChange={(chosen: string) => {
          if (chosen === LAST) {
            props.last?.act();
            return;
          }
          const stored =
            typeof value === 'number'
              ? Number(chosen)
              : typeof value === 'boolean'
                ? chosen === 'true'
                : chosen;
          const name = props.options.find((o) => o.id === chosen)?.name ?? chosen;
          const changes = props.choose?.(chosen) ?? [{ path: props.path, value: stored }];
          edit([...changes, ...(props.also?.(chosen) ?? [])], `${props.label}: ${name}`);
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
