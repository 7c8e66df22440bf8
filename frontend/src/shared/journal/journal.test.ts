import 'fake-indexeddb/auto';
import { IDBFactory } from 'fake-indexeddb';
import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import { answerWith } from '../../testing/server';
import type { Payload } from './journal';

// The journal itself: what waits for what, what is sent with what, what a bad entry does to the others.
const kept = new Map<string, string>();
let asked: string[] = [];

beforeEach(() => {
  kept.clear();
  asked = [];
  vi.resetModules();
  vi.stubGlobal('indexedDB', new IDBFactory());
  vi.stubGlobal('BroadcastChannel', undefined);
  vi.stubGlobal('navigator', { userAgent: 'a test' });
  vi.stubGlobal('location', { origin: 'http://127.0.0.1' });
  vi.stubGlobal('localStorage', {
    getItem: (k: string) => kept.get(k) ?? null,
    setItem: (k: string, v: string) => void kept.set(k, v),
    removeItem: (k: string) => void kept.delete(k),
  });
  const NativeRequest = globalThis.Request;
  vi.stubGlobal(
    'Request',
    class extends NativeRequest {
      constructor(input: RequestInfo | URL, init?: RequestInit) {
        const { signal: _, ...plain } = init ?? {};
        super(typeof input === 'string' && input.startsWith('/') ? `http://127.0.0.1${input}` : input, plain);
      }
    },
  );
});
afterEach(() => {
  vi.unstubAllGlobals();
  answerWith(null);
});

type Sent = { edits: { id: string; label: string }[] };
const json = (body: unknown, status = 200) =>
  new Response(JSON.stringify(body), { status, headers: { 'content-type': 'application/json' } });

/** A server that notes what it is asked, refuses edits of one label, and takes the rest. */
function serve(bad?: string, slow?: Promise<void>) {
  answerWith(async (request) => {
    const url = new URL(request.url).pathname;
    if (url.endsWith('/photographs')) {
      asked.push('photograph');
      await slow;
      return json({ id: 's', shoot: 'a', number: 1, version: 1, values: {}, photographs: [] }, 201);
    }
    if (url.endsWith('/shots')) {
      asked.push('shot');
      return json({ id: 's', shoot: 'a', number: 1, version: 1, values: {}, photographs: [] }, 201);
    }
    const { edits } = (await request.json()) as Sent;
    asked.push(edits.map((e) => e.label).join('+'));
    if (edits.some((e) => e.label === bad))
      return json(
        { code: 'invalid_input', message: 'not understood', fields: [], current_version: null },
        422,
      );
    const outcomes = edits.map((e) => ({
      id: e.id,
      state: 'applied',
      version: 2,
      disputes: [],
      message: '',
      fields: [],
    }));
    return json({ shoot: { id: 'a', version: 2, document: {} }, outcomes });
  });
}

const edit = (label: string): Payload => ({
  kind: 'edit',
  what: 'shoot',
  of: 'a',
  base: 1,
  label,
  changes: [],
});

async function journal() {
  const made = await import('./journal');
  const idle = () =>
    vi.waitFor(() => expect(made.useJournal.getState()).toMatchObject({ state: 'quiet', entries: [] }));
  return { ...made, idle };
}

it('sends edits that follow one another at once, and one that is not understood takes no other with it', async () => {
  serve('bad');
  const { add, idle, useJournal } = await journal();
  for (const label of ['one', 'bad', 'two']) add(edit(label));
  await idle();
  expect(asked).toEqual(['one+bad+two', 'one', 'bad', 'two']);
  expect(useJournal.getState().refused).toEqual({ a: 'not understood' });
});

it('lets no edit wait for a photograph that is sent with it', async () => {
  let arrive: () => void = () => undefined;
  const slow = new Promise<void>((done) => {
    arrive = done;
  });
  serve(undefined, slow);
  const { add, idle } = await journal();
  add({ kind: 'photograph', on: 'shot', of: 's', name: 'a.jpg', place: false }, { file: new Blob(['x']) });
  add(edit('beside it'));
  await vi.waitFor(() => expect(asked).toContain('beside it'));
  arrive();
  await idle();
});

it('sends a shot before its photograph', async () => {
  serve();
  const { add, idle } = await journal();
  const shot = add({ kind: 'shot', of: 'a', values: {} as never });
  add(
    { kind: 'photograph', on: 'shot', of: shot.id, name: 'a.jpg', place: false },
    { file: new Blob(['x']) },
  );
  await idle();
  expect(asked).toEqual(['shot', 'photograph']);
});

it('keeps and sends an edit for which the browser has no room beside the journal', async () => {
  serve();
  vi.stubGlobal('localStorage', {
    getItem: () => null,
    setItem: (key: string) => {
      if (key.includes('late')) throw new DOMException('full', 'QuotaExceededError');
    },
    removeItem: () => undefined,
  });
  const { add, idle } = await journal();
  add(edit('in a full browser'));
  await idle();
  expect(asked).toEqual(['in a full browser']);
});
