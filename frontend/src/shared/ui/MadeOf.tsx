// A thing that is there already as part of the modifier: chosen from one's own, or made new after all.

import { useQuery } from '@tanstack/react-query';
import { Select } from 'antd';
import { useId, useState } from 'react';
import { ApiProblem, answer, api, type Catalogue, type Shoot } from '../api/client';
import { shelfQuery } from '../api/queries';
import { useCommonWords } from '../messages/common';
import { edit } from '../state/store';

const NEW = 'new';

export function MadeOf({ document, data }: { document: Shoot; data: Catalogue }) {
  const words = useCommonWords();
  const id = useId();
  const [problem, setProblem] = useState<string | null>(null);
  const { data: shelf } = useQuery(shelfQuery(document.units));
  const forms = data.kinds.find((k) => k.id === document.design.kind)?.made_of ?? [];
  const found = document.design.found ?? null;
  const things = (shelf ?? []).filter(
    ({ item }) =>
      item.category === 'found' && forms.includes(String((item.values as { form?: unknown }).form)),
  );
  if (!found && !things.length) return null;
  const kept =
    found && !things.some((t) => t.id === found.item) ? [{ value: found.item, label: found.name }] : [];

  const choose = async (item: string) => {
    setProblem(null);
    if (item === NEW) {
      edit([{ path: 'design.found', value: null }], 'Made new');
      return;
    }
    try {
      const { changes } = await answer(api.POST('/api/shelf/made-of', { body: { document, item } }));
      edit(
        changes.map((c) => ({ path: c.path, value: c.value })),
        `Made of ${things.find((t) => t.id === item)?.item.name ?? 'what is there'}`,
      );
    } catch (error) {
      if (!(error instanceof ApiProblem)) throw error;
      setProblem(error.message);
    }
  };

  return (
    <div className={`field${problem ? ' has-error' : ''}`}>
      <label className="field-label" htmlFor={id}>
        {words('common-made-of')}
      </label>
      <Select
        id={id}
        size="small"
        value={found?.item ?? NEW}
        popupMatchSelectWidth={false}
        options={[
          { value: NEW, label: words('common-new-parts') },
          ...things.map((t) => ({ value: t.id, label: words('common-yours', { name: t.item.name }) })),
          ...kept,
        ]}
        onChange={(item) => void choose(item)}
      />
      {problem ? (
        <span className="field-error" role="alert">
          {problem}
        </span>
      ) : null}
    </div>
  );
}
