// What can be done with the Shelf; every change is written at once, and an error is a sentence.
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { ApiProblem, answer, api, type Schemas } from '../../shared/api/client';
import { refresh } from '../../shared/api/refresh';
import { add, type Entry, settledOf } from '../../shared/journal/journal';
import { changesBetween } from '../../shared/journal/merge';

export type ItemAnswer = Schemas['ItemAnswer'];
export type Item = Schemas['Item'];
export type Starter = Schemas['StarterAnswer'];
export type Category = Item['category'];
export type FieldErrors = Record<string, string>;

const form = (file: File, more: Record<string, string> = {}) => {
  const data = new FormData();
  for (const [name, value] of Object.entries(more)) data.append(name, value);
  data.append('file', file);
  return data as unknown as { file: string };
};

/** Wait for what the server makes of an entry, or go on if it cannot be reached: it is kept. */
async function settled(entry: Entry): Promise<void> {
  const found = await settledOf(entry.id);
  if (found?.outcome?.state === 'refused')
    throw new ApiProblem(422, {
      code: 'invalid_input',
      message: found.message,
      fields: found.outcome.fields ?? [],
      current_version: null,
    });
}

export function useShelf() {
  const client = useQueryClient();
  const [problem, setProblem] = useState<string[]>([]);
  const [fields, setFields] = useState<FieldErrors>({});
  const fail = (error: unknown) => {
    if (!(error instanceof ApiProblem)) throw error;
    const found = error.problem.fields ?? [];
    setFields(Object.fromEntries(found.map((f) => [f.path.replace(/^values\./, ''), f.message])));
    const atField = found.some((f) => f.path.startsWith('values.'));
    setProblem(atField ? [] : found.length ? found.map((f) => f.message) : [error.message]);
    void refresh(client, 'shelf');
  };
  const done = () => {
    setProblem([]);
    setFields({});
    void refresh(client, 'shelf');
    void refresh(client, 'at-hand');
    void refresh(client, 'kinds');
  };
  const mutation = useMutation({
    mutationFn: (work: () => Promise<unknown>) => work(),
    onSuccess: done,
    onError: fail,
  });
  const run = async <T>(work: () => Promise<T>): Promise<T | null> => {
    try {
      return (await mutation.mutateAsync(work)) as T;
    } catch {
      return null;
    }
  };
  const path = (id: string) => ({ params: { path: { item_id: id } } });
  return {
    problem,
    fields,
    busy: mutation.isPending,
    forget: () => {
      setProblem([]);
      setFields({});
    },
    add: (item: Item) => run(() => answer(api.POST('/api/shelf', { body: item }))),
    take: (s: Starter) =>
      run(() =>
        answer(api.POST('/api/shelf/take', { body: { category: s.category, generic: s.id, count: 1 } })),
      ),
    save: (old: ItemAnswer, change: Partial<Item>) =>
      run(async () => {
        const changes = changesBetween(old.item, { ...old.item, ...change });
        if (!changes.length) return;
        const label = `${old.item.name} of the Shelf`;
        await settled(add({ kind: 'edit', what: 'item', of: old.id, base: old.version, label, changes }));
      }),
    copy: (id: string) => run(() => answer(api.POST('/api/shelf/{item_id}/copy', path(id)))),
    remove: (old: ItemAnswer) =>
      run(() =>
        answer(
          api.DELETE('/api/shelf/{item_id}', {
            params: { path: { item_id: old.id }, query: { version: old.version } },
          }),
        ),
      ),
    bringIn: (file: File) => run(() => answer(api.POST('/api/shelf/import', { body: form(file) }))),
    setBeam: (old: ItemAnswer, file: File) =>
      run(() =>
        answer(
          api.PUT('/api/shelf/{item_id}/beam', {
            ...path(old.id),
            body: form(file, { version: String(old.version) }) as unknown as {
              file: string;
              version: number;
            },
          }),
        ),
      ),
    addPhotograph: (id: string, file: File) =>
      run(() =>
        settled(add({ kind: 'photograph', on: 'item', of: id, name: file.name, place: false }, { file })),
      ),
    removePhotograph: (id: string) =>
      run(() =>
        answer(
          api.DELETE('/api/shelf/photographs/{photograph_id}', { params: { path: { photograph_id: id } } }),
        ),
      ),
  };
}

export type ShelfActions = ReturnType<typeof useShelf>;
