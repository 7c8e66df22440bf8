import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';

// The store against a server that this test plays.
type Call = { method: string; url: string; body: Record<string, unknown> | null };
const kept = new Map<string, string>();
let calls: Call[] = [];
let answers: ((call: Call) => { status: number; body: unknown } | 'offline')[] = [];

const shoot = (version: number, width: number, more: Record<string, unknown> = {}) => ({
  id: 'a',
  version,
  revision: version,
  updated_at: '2026-01-01T00:00:00Z',
  can_undo: version > 1,
  can_redo: false,
  document: {
    title: 'Scroll',
    units: 'metric',
    notes: '',
    schema_version: 1,
    brief: { assumed: ['brief.room.width'], room: { width: 4 } },
    design: { width },
  },
  ...more,
});

/** Edits that are kept here because the server has not got them. */
const unsaved = () => [...kept.keys()].filter((key) => key !== 'wenlo-last-shoot');

beforeEach(() => {
  kept.clear();
  calls = [];
  answers = [];
  vi.resetModules();
  vi.useFakeTimers();
  vi.stubGlobal('localStorage', {
    getItem: (k: string) => kept.get(k) ?? null,
    setItem: (k: string, v: string) => void kept.set(k, v),
    removeItem: (k: string) => void kept.delete(k),
  });
  vi.stubGlobal('fetch', async (request: Request) => {
    const text = await request.text();
    const call = {
      method: request.method,
      url: new URL(request.url).pathname,
      body: text ? JSON.parse(text) : null,
    };
    calls.push(call);
    const answer = answers.shift()?.(call) ?? { status: 500, body: {} };
    if (answer === 'offline') throw new TypeError('fetch failed');
    return new Response(JSON.stringify(answer.body), {
      status: answer.status,
      headers: { 'content-type': 'application/json' },
    });
  });
  vi.stubGlobal('location', { origin: 'http://127.0.0.1' });
  const NativeRequest = globalThis.Request;
  vi.stubGlobal(
    'Request',
    class extends NativeRequest {
      constructor(input: RequestInfo | URL, init?: RequestInit) {
        super(typeof input === 'string' && input.startsWith('/') ? `http://127.0.0.1${input}` : input, init);
      }
    },
  );
});
afterEach(() => {
  vi.useRealTimers();
  vi.unstubAllGlobals();
});

async function opened(version = 1) {
  const store = await import('./store');
  answers.push(() => ({ status: 200, body: shoot(version, 1.2) }));
  await store.openShoot('a');
  return store;
}
const rest = () => vi.advanceTimersByTimeAsync(50);

describe('the open shoot', () => {
  it('saves an edit with the version it was based on', async () => {
    const { edit, useShoot } = await opened();
    answers.push(() => ({ status: 200, body: shoot(2, 1.5) }));
    edit([{ path: 'design.width', value: 1.5 }], 'Frame width: 1.50 m');
    expect(useShoot.getState().document?.design).toMatchObject({ width: 1.5 });
    await rest();
    expect(calls.at(-1)).toMatchObject({ method: 'PUT', body: { version: 1, label: 'Frame width: 1.50 m' } });
    expect(useShoot.getState()).toMatchObject({ state: 'saved', version: 2, canUndo: true });
  });

  it('counts an edited answer of the brief as given', async () => {
    const { edit, useShoot } = await opened();
    answers.push((c) => ({ status: 200, body: { ...shoot(2, 1.2), document: c.body?.document } }));
    edit([{ path: 'brief.room.width', value: 5 }], 'Width');
    await rest();
    expect(useShoot.getState().document?.brief.assumed).toEqual([]);
  });

  it('saves nothing while something is dragged, and once when it is let go', async () => {
    const { edit, startDrag, endDrag } = await opened();
    startDrag();
    for (const value of [1.3, 1.4, 1.5]) edit([{ path: 'design.width', value }], 'Frame resized');
    await rest();
    expect(calls.filter((c) => c.method === 'PUT')).toHaveLength(0);
    answers.push(() => ({ status: 200, body: shoot(2, 1.5) }));
    endDrag('Dragged: frame width');
    await rest();
    expect(calls.filter((c) => c.method === 'PUT')).toHaveLength(1);
  });

  it('writes one after the other, each based on the one before', async () => {
    const { edit, useShoot } = await opened();
    answers.push(() => ({ status: 200, body: shoot(2, 1.5) }));
    answers.push(() => ({ status: 200, body: shoot(3, 1.6) }));
    edit([{ path: 'design.width', value: 1.5 }], 'one');
    await rest();
    edit([{ path: 'design.width', value: 1.6 }], 'two');
    await rest();
    expect(calls.filter((c) => c.method === 'PUT').map((c) => c.body?.version)).toEqual([1, 2]);
    expect(useShoot.getState().state).toBe('saved');
  });

  it('goes back to what was saved when the server refuses, with the reason at the field', async () => {
    const { edit, useShoot } = await opened();
    const problem = {
      code: 'invalid_input',
      message: 'Too low.',
      fields: [{ path: 'design.width', message: 'Too low.' }],
    };
    answers.push(() => ({ status: 422, body: problem }));
    edit([{ path: 'design.width', value: 0.1 }], 'x');
    await rest();
    expect(useShoot.getState()).toMatchObject({
      state: 'refused',
      problem: 'Too low.',
      fieldErrors: { 'design.width': 'Too low.' },
    });
    expect(useShoot.getState().document?.design).toMatchObject({ width: 1.2 });
    expect(unsaved()).toEqual([]);
  });

  it('keeps an edit while offline and saves it when the server is back', async () => {
    const { edit, useShoot } = await opened();
    answers.push(() => 'offline');
    edit([{ path: 'design.width', value: 1.5 }], 'x');
    await rest();
    expect(useShoot.getState().state).toBe('offline');
    expect(JSON.parse(kept.get('wenlo-unsaved-a') ?? '{}')).toMatchObject({ version: 1 });
    answers.push(() => ({ status: 200, body: shoot(2, 1.5) }));
    await vi.advanceTimersByTimeAsync(2500);
    expect(useShoot.getState()).toMatchObject({ state: 'saved', version: 2 });
    expect(unsaved()).toEqual([]);
  });

  it('takes up what could not be saved last time', async () => {
    kept.set('wenlo-unsaved-a', JSON.stringify({ document: shoot(1, 1.7).document, version: 1 }));
    answers.push(() => ({ status: 200, body: shoot(1, 1.2) }));
    answers.push(() => ({ status: 200, body: shoot(2, 1.7) }));
    const { openShoot, useShoot } = await import('./store');
    await openShoot('a');
    await rest();
    expect(useShoot.getState()).toMatchObject({ state: 'saved', version: 2 });
    expect(useShoot.getState().document?.design).toMatchObject({ width: 1.7 });
  });

  it('asks when another tab saved in the meantime, and keeps mine on top of theirs', async () => {
    const { edit, resolveConflict, useShoot } = await opened();
    answers.push(() => ({
      status: 409,
      body: { code: 'version_conflict', message: 'changed', current_version: 2 },
    }));
    answers.push(() => ({ status: 200, body: shoot(2, 0.9) }));
    edit([{ path: 'design.width', value: 1.5 }], 'mine');
    await rest();
    expect(useShoot.getState().state).toBe('conflict');
    expect(useShoot.getState().document?.design).toMatchObject({ width: 1.5 });
    answers.push(() => ({ status: 200, body: shoot(3, 1.5) }));
    resolveConflict('mine');
    await rest();
    expect(calls.at(-1)).toMatchObject({ method: 'PUT', body: { version: 2 } });
    expect(useShoot.getState()).toMatchObject({ state: 'saved', version: 3 });
  });

  it('shows theirs when that is chosen', async () => {
    const { edit, resolveConflict, useShoot } = await opened();
    answers.push(() => ({
      status: 409,
      body: { code: 'version_conflict', message: 'changed', current_version: 2 },
    }));
    answers.push(() => ({ status: 200, body: shoot(2, 0.9) }));
    edit([{ path: 'design.width', value: 1.5 }], 'mine');
    await rest();
    resolveConflict('theirs');
    expect(useShoot.getState()).toMatchObject({ state: 'saved', version: 2 });
    expect(useShoot.getState().document?.design).toMatchObject({ width: 0.9 });
    expect(unsaved()).toEqual([]);
  });

  it('undoes twice in a row, each based on what the one before left', async () => {
    const { edit, undo, useShoot } = await opened();
    answers.push(() => ({ status: 200, body: shoot(2, 2) }));
    edit([{ path: 'design.width', value: 2 }], 'Width');
    answers.push(() => ({ status: 200, body: shoot(3, 1) }));
    answers.push(() => ({ status: 200, body: shoot(4, 0.5) }));
    const both = [undo(), undo()];
    await vi.runAllTimersAsync();
    await Promise.all(both);
    expect(calls.slice(-2).map((c) => c.body)).toEqual([{ version: 2 }, { version: 3 }]);
    expect(useShoot.getState().problem).toBeNull();
    expect(useShoot.getState().version).toBe(4);
  });
  it('undoes on the server, after what is still being saved', async () => {
    const { edit, undo, useShoot } = await opened();
    answers.push(() => ({ status: 200, body: shoot(2, 1.5) }));
    answers.push(() => ({ status: 200, body: shoot(3, 1.2, { can_redo: true }) }));
    edit([{ path: 'design.width', value: 1.5 }], 'x');
    const done = undo();
    await rest();
    await done;
    expect(calls.at(-1)).toMatchObject({ url: '/api/shoots/a/undo', body: { version: 2 } });
    expect(useShoot.getState()).toMatchObject({ version: 3, canRedo: true });
  });

  it('follows another tab when looked at again, unless something here is unsaved', async () => {
    const { refresh, startDrag, useShoot } = await opened();
    answers.push(() => ({ status: 200, body: shoot(5, 0.8) }));
    await refresh();
    expect(useShoot.getState()).toMatchObject({ version: 5 });
    startDrag();
    const before = calls.length;
    await refresh();
    expect(calls).toHaveLength(before);
  });
});
