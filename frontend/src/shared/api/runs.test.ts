import { afterEach, expect, test, vi } from 'vitest';
import { ApiProblem, api } from './client';
import { follow, type Progress } from './runs';

const run = (more: object) => ({
  id: 'r',
  task: 'ranking',
  state: 'running',
  done: 0,
  total: 3,
  parts: [],
  answer: null,
  problem: null,
  ...more,
});
const ok = (data: unknown) => ({ data, response: new Response(null, { status: 200 }) }) as never;
const start = () => Promise.resolve(ok(run({ state: 'waiting' })));

afterEach(() => vi.restoreAllMocks());

test('parts are added up as they come, and the answer ends it', async () => {
  const looks = [
    run({ done: 1, parts: ['a'] }),
    run({ done: 3, parts: ['b', 'c'] }),
    run({ state: 'done', done: 3, answer: { kinds: 3 } }),
  ];
  const asked: unknown[] = [];
  vi.spyOn(api, 'GET').mockImplementation(((_: string, o: { params: { query: unknown } }) => {
    asked.push(o.params.query);
    return Promise.resolve(ok(looks.shift()));
  }) as never);
  const seen: Progress<string>[] = [];
  const got = await follow<object, string>(start, new AbortController().signal, (p) => seen.push(p));
  expect(got).toEqual({ kinds: 3 });
  expect(seen.map((p) => p.parts.join(''))).toEqual(['a', 'abc', 'abc']);
  expect(asked).toEqual([{ since: 0 }, { since: 1 }, { since: 3 }]);
});

test('a problem and a newer request are errors with their code', async () => {
  const problem = { code: 'invalid_input', message: 'Too wide.', fields: [], current_version: null };
  const get = vi.spyOn(api, 'GET');
  get.mockResolvedValueOnce(ok(run({ state: 'failed', problem })));
  const follows = () => follow(start, new AbortController().signal, () => undefined);
  await expect(follows()).rejects.toMatchObject({ status: 422, message: 'Too wide.' });
  get.mockResolvedValueOnce(ok(run({ state: 'stopped' })));
  const error = await follows().catch((e: unknown) => e);
  expect(error).toBeInstanceOf(ApiProblem);
  expect((error as ApiProblem).problem.code).toBe('superseded');
});

test('giving it up tells the server', async () => {
  const gone = vi.spyOn(api, 'DELETE').mockResolvedValue(ok(undefined));
  vi.spyOn(api, 'GET').mockImplementation((() => Promise.resolve(ok(run({ done: 1 })))) as never);
  const control = new AbortController();
  const following = follow(start, control.signal, () => control.abort());
  await expect(following).rejects.toBeDefined();
  expect(gone).toHaveBeenCalledWith('/api/runs/{run_id}', { params: { path: { run_id: 'r' } } });
});
