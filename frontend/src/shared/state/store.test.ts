import 'fake-indexeddb/auto';
import { IDBFactory } from 'fake-indexeddb';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { Change } from '../journal/merge';
import { withChanges } from '../journal/merge';

// The store and its journal against a server that this test plays; the journal is kept in an IndexedDB in memory.
type Edit = { id: string; base: number; label: string; changes: Change[]; undoes: string | null };
type Call = { method: string; url: string; body: { edits: Edit[]; device: string } | null };
type Answer = { status: number; body: unknown } | 'offline';
const kept = new Map<string, string>();
let calls: Call[] = [];
let trouble: ((call: Call) => Answer | null)[] = [];
let server: { version: number; document: object; done: Map<string, object> };

const START = {
  title: 'Scroll',
  units: 'metric',
  notes: '',
  schema_version: 2,
  brief: { assumed: ['brief.room.width'], room: { width: 4 } },
  design: { kind: 'diffusion_frame', width: 1.2, height: 1 },
};

const shoot = () => ({
  id: 'a',
  version: server.version,
  revision: server.version,
  updated_at: '2026-01-01T00:00:00Z',
  document: server.document,
});

/** What the server does: each edit once. */
function take(edits: Edit[]) {
  return edits.map((edit) => {
    const known = server.done.get(edit.id);
    if (known) return known;
    server.document = withChanges(server.document, edit.changes);
    server.version += 1;
    const outcome = {
      id: edit.id,
      state: 'applied',
      version: server.version,
      disputes: [],
      message: '',
      fields: [],
    };
    server.done.set(edit.id, outcome);
    return outcome;
  });
}

function reply(call: Call): Answer {
  if (call.method === 'GET') return { status: 200, body: { ...shoot(), steps: [] } };
  const outcomes = take(call.body?.edits ?? []);
  return { status: 200, body: { shoot: shoot(), outcomes } };
}

beforeEach(() => {
  kept.clear();
  calls = [];
  trouble = [];
  server = { version: 1, document: START, done: new Map() };
  vi.resetModules();
  vi.stubGlobal('indexedDB', new IDBFactory());
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
    const answer = trouble.shift()?.(call) ?? reply(call);
    if (answer === 'offline') throw new TypeError('fetch failed');
    return new Response(JSON.stringify(answer.body), {
      status: answer.status,
      headers: { 'content-type': 'application/json' },
    });
  });
  vi.stubGlobal('location', { origin: 'http://127.0.0.1' });
  vi.stubGlobal('BroadcastChannel', undefined);
  vi.stubGlobal('navigator', { userAgent: 'a test' });
  const NativeRequest = globalThis.Request;
  vi.stubGlobal(
    'Request',
    class extends NativeRequest {
      constructor(input: RequestInfo | URL, init?: RequestInit) {
        const whole = typeof input === 'string' && input.startsWith('/') ? `http://127.0.0.1${input}` : input;
        const { signal: _, ...plain } = init ?? {};
        super(whole, plain);
      }
    },
  );
});
afterEach(() => {
  vi.unstubAllGlobals();
});

const away = (): Answer => 'offline';
async function opened() {
  const store = await import('./store');
  await store.openShoot('a');
  const journal = await import('../journal/journal');
  await journal.pump();
  return { ...store, journal };
}
const sent = () => calls.flatMap((c) => c.body?.edits ?? []);
const quiet = async (journal: typeof import('../journal/journal')) => {
  await vi.waitFor(
    () => {
      const { state, entries } = journal.useJournal.getState();
      expect([state, entries.filter((e) => !e.asked)]).toEqual(['quiet', []]);
    },
    { timeout: 4000 },
  );
};
const WIDER = [{ path: 'design.width', value: 1.5 }];

describe('the open shoot', () => {
  it('sends an edit as the change of a field, with the version that was seen', async () => {
    const { edit, useShoot, journal } = await opened();
    edit(WIDER, 'Frame width: 1.50 m');
    expect(useShoot.getState().document?.design).toMatchObject({ width: 1.5 });
    await quiet(journal);
    expect(sent()).toMatchObject([
      {
        base: 1,
        label: 'Frame width: 1.50 m',
        changes: [{ path: ['design', 'width'], was: 1.2, value: 1.5 }],
      },
    ]);
    expect(useShoot.getState()).toMatchObject({ state: 'saved', version: 2, canUndo: true });
  });

  it('counts an edited answer of the brief as given', async () => {
    const { edit, useShoot, journal } = await opened();
    edit([{ path: 'brief.room.width', value: 5 }], 'Width');
    await quiet(journal);
    expect(useShoot.getState().document?.brief.assumed).toEqual([]);
  });

  it('sends nothing while something is dragged, and one edit when it is let go', async () => {
    const { edit, startDrag, endDrag, journal } = await opened();
    startDrag();
    for (const value of [1.3, 1.4, 1.5]) edit([{ path: 'design.width', value }], 'Frame resized');
    expect(journal.useJournal.getState().entries).toEqual([]);
    endDrag('Dragged: frame width');
    await quiet(journal);
    expect(sent()).toMatchObject([{ changes: [{ was: 1.2, value: 1.5 }] }]);
  });

  it('keeps on screen and sends later what is edited while the server is away', async () => {
    const { edit, useShoot, journal } = await opened();
    trouble = [away];
    edit(WIDER, 'one');
    await vi.waitFor(() => expect(useShoot.getState().state).toBe('offline'));
    expect(useShoot.getState().document?.design).toMatchObject({ width: 1.5 });
    edit([{ path: 'design.height', value: 0.8 }], 'two');
    await quiet(journal);
    expect(server.document).toMatchObject({ design: { width: 1.5, height: 0.8 } });
    expect(useShoot.getState()).toMatchObject({ state: 'saved', problem: null });
  });

  it('does an edit once whose answer was lost, and asks nobody about it', async () => {
    const { edit, useShoot, journal } = await opened();
    trouble = [
      (call) => {
        reply(call);
        return 'offline';
      },
    ];
    edit(WIDER, 'one');
    await vi.waitFor(() => expect(useShoot.getState().state).toBe('offline'));
    void journal.pump();
    await quiet(journal);
    expect(server.version).toBe(2);
    expect(sent().map((e) => e.id)).toEqual([sent()[0]?.id, sent()[0]?.id]);
    expect(useShoot.getState().state).toBe('saved');
  });

  it('has what was edited offline after the page was closed and opened again', async () => {
    const first = await opened();
    trouble = [away];
    first.edit(WIDER, 'one');
    await vi.waitFor(() => expect(first.useShoot.getState().state).toBe('offline'));
    vi.resetModules();
    const again = await opened();
    await quiet(again.journal);
    expect(again.useShoot.getState().document?.design).toMatchObject({ width: 1.5 });
    expect(server.document).toMatchObject({ design: { width: 1.5 } });
  });

  it('takes up what an older Wenlo kept in the browser', async () => {
    const document = { ...START, design: { ...START.design, width: 1.7 } };
    kept.set('wenlo-unsaved-a', JSON.stringify({ document, version: 1 }));
    const { journal } = await opened();
    await quiet(journal);
    expect(server.document).toMatchObject({ design: { width: 1.7 } });
    expect(kept.has('wenlo-unsaved-a')).toBe(false);
  });

  it('goes back to what is held when an edit is refused, with the reason at the field', async () => {
    const { edit, useShoot, journal } = await opened();
    const fields = [{ path: 'design.width', message: 'At most 6 m.' }];
    trouble = [
      (call) => ({
        status: 200,
        body: {
          shoot: shoot(),
          outcomes: call.body?.edits.map((e) => ({
            id: e.id,
            state: 'refused',
            version: 1,
            disputes: [],
            message: 'At most 6 m.',
            fields,
          })),
        },
      }),
    ];
    edit([{ path: 'design.width', value: 99 }], 'too wide');
    await quiet(journal);
    expect(useShoot.getState()).toMatchObject({
      state: 'refused',
      problem: 'At most 6 m.',
      fieldErrors: { 'design.width': 'At most 6 m.' },
    });
    expect(useShoot.getState().document?.design).toMatchObject({ width: 1.2 });
    edit(WIDER, 'less');
    await quiet(journal);
    expect(useShoot.getState()).toMatchObject({ state: 'saved', problem: null });
  });

  it('shows what somebody else changed, with what waits here on top of it', async () => {
    const { edit, refresh, useShoot } = await opened();
    trouble = [away];
    edit(WIDER, 'one');
    await vi.waitFor(() => expect(useShoot.getState().state).toBe('offline'));
    server.document = { ...START, design: { ...START.design, height: 0.7 } };
    server.version = 2;
    await refresh();
    expect(useShoot.getState().document?.design).toMatchObject({ width: 1.5, height: 0.7 });
  });
});

describe('taking back', () => {
  it('takes back the newest edit and nothing but that, and does it again', async () => {
    const { edit, undo, redo, useShoot, journal } = await opened();
    edit(WIDER, 'one');
    edit([{ path: 'design.height', value: 0.8 }], 'two');
    undo();
    expect(useShoot.getState().document?.design).toMatchObject({ width: 1.5, height: 1 });
    expect(useShoot.getState()).toMatchObject({ canUndo: true, canRedo: true });
    redo();
    expect(useShoot.getState().document?.design).toMatchObject({ width: 1.5, height: 0.8 });
    await quiet(journal);
    expect(server.document).toMatchObject({ design: { width: 1.5, height: 0.8 } });
    expect(sent().map((e) => Boolean(e.undoes))).toEqual([false, false, true, false]);
  });

  it('works while the server is away, and both come to it', async () => {
    const { edit, undo, useShoot, journal } = await opened();
    edit([{ path: 'design.height', value: 0.8 }], 'before');
    await quiet(journal);
    trouble = [away];
    edit(WIDER, 'offline');
    await vi.waitFor(() => expect(useShoot.getState().state).toBe('offline'));
    undo();
    await quiet(journal);
    expect(server.document).toMatchObject({ design: { width: 1.2, height: 0.8 } });
  });

  it('leaves alone what somebody else has changed since', async () => {
    const { edit, undo, refresh, useShoot, journal } = await opened();
    edit(WIDER, 'one');
    await quiet(journal);
    server.document = { ...START, design: { ...START.design, width: 2 } };
    server.version += 1;
    await refresh();
    undo();
    expect(useShoot.getState().document?.design).toMatchObject({ width: 2 });
    expect(useShoot.getState().problem).toMatch(/Somebody has changed this since/);
    expect(useShoot.getState().canUndo).toBe(false);
  });
});

describe('two people and one field', () => {
  const asks = (call: Call): Answer => ({
    status: 200,
    body: {
      shoot: shoot(),
      outcomes: call.body?.edits.map((e) => ({
        id: e.id,
        state: 'asked',
        version: server.version,
        disputes: [{ path: ['design', 'width'], mine: 1.5, theirs: 0.9, gone: false }],
        message: '',
        fields: [],
      })),
    },
  });

  async function disputed() {
    const all = await opened();
    server.document = { ...START, design: { ...START.design, width: 0.9 } };
    server.version = 2;
    trouble = [asks];
    all.edit(WIDER, 'mine');
    await vi.waitFor(() => expect(all.useShoot.getState().state).toBe('conflict'));
    return all;
  }

  it('asks, shows theirs meanwhile, and goes on sending', async () => {
    const { edit, useShoot, journal } = await disputed();
    expect(useShoot.getState().document?.design).toMatchObject({ width: 0.9 });
    edit([{ path: 'design.height', value: 0.8 }], 'something else');
    await vi.waitFor(() => expect(server.document).toMatchObject({ design: { height: 0.8 } }));
    expect(journal.useJournal.getState().entries).toMatchObject([
      { label: 'mine', asked: [{ theirs: 0.9 }] },
    ]);
  });

  it('leaves theirs when the person says so', async () => {
    const { useShoot, journal } = await disputed();
    journal.resolve('theirs');
    expect(useShoot.getState().state).toBe('saved');
    expect(useShoot.getState().document?.design).toMatchObject({ width: 0.9 });
    expect(journal.useJournal.getState().entries).toEqual([]);
  });

  it('puts mine over what they left when the person says so', async () => {
    const { useShoot, journal } = await disputed();
    journal.resolve('mine');
    await quiet(journal);
    expect(sent().at(-1)?.changes).toMatchObject([{ path: ['design', 'width'], was: 0.9, value: 1.5 }]);
    expect(useShoot.getState().document?.design).toMatchObject({ width: 1.5 });
  });

  it('asks again after the page was closed without an answer', async () => {
    const first = await disputed();
    await vi.waitFor(() => expect(first.journal.useJournal.getState().entries[0]?.asked).toBeDefined());
    await new Promise((done) => setTimeout(done, 20));
    vi.resetModules();
    const again = await opened();
    expect(again.useShoot.getState().state).toBe('conflict');
  });
});
