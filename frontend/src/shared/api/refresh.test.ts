import { QueryClient, QueryObserver } from '@tanstack/react-query';
import { expect, test } from 'vitest';
import { refresh } from './refresh';

test('an answer asked for before a change never stands for the state after it', async () => {
  const client = new QueryClient({ defaultOptions: { queries: { retry: false } } });
  let stored = 'old';
  const waiting: (() => void)[] = [];
  const observer = new QueryObserver(client, {
    queryKey: ['shelf', 'metric'],
    queryFn: async () => {
      const seen = stored;
      await new Promise<void>((resolve) => waiting.push(resolve));
      return seen;
    },
  });
  const stop = observer.subscribe(() => {});
  await expect.poll(() => waiting.length).toBe(1);
  stored = 'new';
  const done = refresh(client, 'shelf');
  await expect.poll(() => waiting.length).toBe(2);
  for (const resolve of waiting) resolve();
  await done;
  expect(observer.getCurrentResult().data).toBe('new');
  stop();
  client.clear();
});
