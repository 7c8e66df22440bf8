// A choice among generic things and one's own; a document carries its own things whole.
import { useQuery } from '@tanstack/react-query';
import { Button } from 'antd';
import type { Schemas } from '../api/client';
import { shelfQuery } from '../api/queries';
import { getPath } from '../state/paths';
import { edit, useShoot } from '../state/store';
import { Choice, type ChoiceOption } from './Choice';
import css from './ui.module.css';

export type ShelfCategory = Schemas['Item']['category'];
type Held = { item: string; version: number; name: string };

const isHeld = (value: unknown): value is Held =>
  typeof value === 'object' && value !== null && 'item' in value;
const keyOf = (item: string) => `own ${item}`;

export function ShelfChoice(props: {
  path: string;
  label: string;
  options: ChoiceOption[];
  category: ShelfCategory;
}) {
  const units = useShoot((s) => s.document?.units ?? 'metric');
  const raw = useShoot((s) => (s.document ? getPath(s.document, props.path) : undefined));
  const { data } = useQuery(shelfQuery(units));
  const own = (data ?? []).filter((i) => i.item.category === props.category && i.own);
  const held = isHeld(raw) ? raw : null;
  const now = held ? own.find((i) => i.id === held.item) : undefined;
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
  return (
    <>
      <Choice
        path={props.path}
        label={props.label}
        options={[...mine, ...props.options]}
        value={held ? keyOf(held.item) : String(raw)}
        choose={(id) => {
          const found = own.find((i) => keyOf(i.id) === id);
          if (held && id === keyOf(held.item) && !found) return [];
          return [{ path: props.path, value: found ? found.own : id }];
        }}
      />
      {held && now && now.version > held.version ? (
        <div className={css.newer}>
          Version {held.version} of it; you have {now.version} now.{' '}
          <Button
            size="small"
            onClick={() =>
              edit([{ path: props.path, value: now.own }], `${props.label}: newest ${now.item.name}`)
            }
          >
            Take the newest
          </Button>
        </div>
      ) : null}
    </>
  );
}
