// Generic things, put on the Shelf with a tick: for whoever starts from what there is.
import { Segmented } from 'antd';
import { useState } from 'react';
import type { Schemas } from '../../shared/api/client';
import { useShelfWords } from '../../shared/messages/shelf';
import css from './shelf.module.css';
import type { Category, ItemAnswer, ShelfActions, Starter } from './useShelf';

type Line = Schemas['ShelfForm']['categories'][number];

/** What light is made and cut with; holders, tools and what is bought by the metre come with the plan. */
const ASKED: Category[] = ['lamp', 'sheet', 'face', 'black', 'bar', 'board', 'found', 'support'];

const hasIt = (own: ItemAnswer[], thing: Starter) =>
  own.filter((i) => i.item.category === thing.category && i.item.starter === thing.id);

export function TickWhatYouHave(props: {
  starter: Starter[];
  categories: Line[];
  own: ItemAnswer[];
  actions: Pick<ShelfActions, 'take' | 'remove'>;
}) {
  const t = useShelfWords();
  const { own, actions } = props;
  const lines = ASKED.flatMap((id) => props.categories.filter((c) => c.id === id)).filter((c) =>
    props.starter.some((s) => s.category === c.id),
  );
  const [at, setAt] = useState<Category>('lamp');
  return (
    <section className={`card ${css.tick}`} aria-label={t('shelf-tick-what-you-have')}>
      <h2>{t('shelf-tick-what-you-have')}</h2>
      <p className="faint">{t('shelf-ticked-things-are-typical')}</p>
      <Segmented<Category>
        size="small"
        aria-label={t('shelf-categories')}
        value={at}
        options={lines.map((c) => ({
          value: c.id,
          label: `${c.name} ${own.filter((i) => i.item.category === c.id).length || ''}`.trim(),
        }))}
        onChange={setAt}
      />
      <ul>
        {props.starter
          .filter((s) => s.category === at)
          .map((s) => {
            const mine = hasIt(own, s);
            // what was measured or changed since is not taken off with a tick
            const [only] = mine;
            const loose = mine.length === 1 && only?.version === 1;
            return (
              <li key={s.id}>
                <button
                  type="button"
                  aria-pressed={mine.length > 0}
                  disabled={mine.length > 0 && !loose}
                  title={s.words}
                  onClick={() => void (only ? actions.remove(only) : actions.take(s))}
                >
                  {s.name}
                </button>
              </li>
            );
          })}
      </ul>
    </section>
  );
}
