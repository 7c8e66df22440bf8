// Everything that is typed, ticked or photographed goes through here: kept in this browser first, sent in order, sent
// again until the server says that it has it, and only then forgotten.
import { create } from 'zustand';
import { ApiProblem, type Schemas } from '../api/client';
import { newId, writer } from './device';
import { forget, keep, readAll } from './keep';
import type { Change } from './merge';
import { type Answered, sendEdits, sendOne } from './send';

export type Edited = 'shoot' | 'shot' | 'item';
export type Payload =
  | {
      kind: 'edit';
      what: Edited;
      of: string;
      base: number;
      label: string;
      changes: Change[];
      undoes?: string;
      redoes?: string;
    }
  | { kind: 'tick'; of: string; list: 'build' | 'rig'; key: string; done: boolean }
  | { kind: 'shot'; of: string; values: Schemas['ShotValues'] }
  | { kind: 'photograph'; on: 'shot' | 'item'; of: string; name: string; place: boolean };
export type Outcome = Schemas['Outcome'];
/** An entry; `asked` is what somebody else made of its fields, until the person has said which shall stand. */
export type Entry = Payload & {
  id: string;
  order: number;
  writer: string;
  made_at: string;
  asked?: Schemas['DisputeOver'][];
};
export type EditEntry = Extract<Entry, { kind: 'edit' }>;
/** What became of an entry, and how what it belongs to stands now. */
export type Settled = { entry: Entry; outcome: Outcome | null; message: string; answer: Answered | null };

type Journal = {
  entries: Entry[];
  state: 'quiet' | 'sending' | 'away';
  /** What is wrong, in words, while nothing can be sent. */
  problem: string | null;
  /** Why something was not accepted, by what it was of, until it is changed again. */
  refused: Record<string, string>;
};

const AGAIN_MS = 2000;
const MOST_AT_ONCE = 100;

export const useJournal = create<Journal>(() => ({
  entries: [],
  state: 'quiet',
  problem: null,
  refused: {},
}));
const { getState: get, setState: set } = useJournal;

/** What an entry must not overtake: the shot that it is of, the shoot, the item, the list. */
const lane = (e: Entry): string =>
  e.kind === 'edit'
    ? `${e.what} ${e.of}`
    : e.kind === 'tick'
      ? `ticks ${e.of}`
      : e.kind === 'shot'
        ? `shot ${e.id}`
        : `photograph ${e.id}`;

// ---- other pages of this browser

type Heard = { settled: Settled } | { added: true };
const pages = typeof BroadcastChannel === 'undefined' ? null : new BroadcastChannel('wenlo-journal');
const hearers = new Set<(settled: Settled) => void>();
const waiting = new Map<string, ((settled: Settled | null) => void)[]>();

/** Called for every entry that the server answered, whichever page sent it; returns how to stop that. */
export function onSettled(hear: (settled: Settled) => void): () => void {
  hearers.add(hear);
  return () => void hearers.delete(hear);
}

function hear(settled: Settled): void {
  for (const one of hearers) one(settled);
  for (const done of waiting.get(settled.entry.id) ?? []) done(settled);
  waiting.delete(settled.entry.id);
}

pages?.addEventListener('message', (event: MessageEvent<Heard>) => {
  if ('settled' in event.data) drop(event.data.settled);
  // whoever wrote it may be gone before it is sent
  else void pump();
});

// ---- what is kept

let written: Promise<unknown> = Promise.resolve();
const unwritten = new Map<string, Entry>();
let last = 0;

/** One write after the other, and whether it is kept; a browser that keeps nothing (private windows) still sends. */
function write(work: () => Promise<void>): Promise<boolean> {
  const done = written
    .then(work)
    .then(() => true)
    .catch(() => false);
  written = done;
  return done;
}

async function reload(): Promise<void> {
  await written;
  const kept = await readAll().catch(() => get().entries);
  const known = new Set(kept.map((e) => e.id));
  set({ entries: [...kept, ...[...unwritten.values()].filter((e) => !known.has(e.id))] });
}

/** Keep something and send it when the server can be reached. */
export function add(payload: Payload, more: { file?: Blob; id?: string } = {}): Entry {
  last = Math.max(last + 1, Date.now() * 1000);
  const entry: Entry = {
    ...payload,
    id: more.id ?? newId(),
    order: last,
    writer,
    made_at: new Date().toISOString(),
  };
  unwritten.set(entry.id, entry);
  const { [payload.of]: _, ...refused } = get().refused;
  set({ entries: [...get().entries, entry], refused });
  if (!more.file) writeLate(entry);
  void write(() => keep(entry, more.file))
    .then((isKept) => {
      if (!isKept) return;
      unwritten.delete(entry.id);
      localStorage.removeItem(LATE + entry.id);
    })
    .then(() => pages?.postMessage({ added: true } satisfies Heard));
  void pump(more.file ? new Map([[entry.id, more.file]]) : undefined);
  return entry;
}

/** Wait for what becomes of an entry: null if it has to wait for the server. */
export function settledOf(id: string): Promise<Settled | null> {
  return new Promise((done) => waiting.set(id, [...(waiting.get(id) ?? []), done]));
}

/** The changes of an entry, made of what somebody else left; without what is not there any more. */
function overTheirs(entry: EditEntry): Change[] {
  const theirs = new Map((entry.asked ?? []).map((d) => [d.path.join('\n'), d]));
  return entry.changes.flatMap((change) => {
    const dispute = theirs.get(change.path.join('\n'));
    if (!dispute) return [change];
    return dispute.gone ? [] : [{ ...change, was: dispute.theirs, adds: false }];
  });
}

/** The person has said which value shall stand where somebody else changed the same: theirs, which does, or mine. */
export function resolve(choice: 'theirs' | 'mine'): void {
  const asked = get().entries.filter((e): e is EditEntry => e.kind === 'edit' && e.asked !== undefined);
  const ids = asked.map((e) => e.id);
  if (choice === 'mine')
    for (const entry of asked) {
      const { id: _id, order: _order, writer: _writer, made_at: _at, asked: _asked, ...payload } = entry;
      const changes = overTheirs(entry);
      if (changes.length) add({ ...payload, changes });
    }
  set({ entries: get().entries.filter((e) => !ids.includes(e.id)) });
  for (const id of ids) void write(() => forget(id));
  pages?.postMessage({ added: true } satisfies Heard);
}

function drop(settled: Settled): void {
  const { entry, outcome } = settled;
  const asked = outcome?.state === 'asked' ? (outcome.disputes ?? []) : null;
  const rest = get().entries.filter((e) => e.id !== entry.id);
  const refused =
    outcome?.state === 'refused' ? { ...get().refused, [entry.of]: settled.message } : get().refused;
  set({ entries: asked ? [...rest, { ...entry, asked }] : rest, refused });
  hear(settled);
}

async function settle(settled: Settled): Promise<void> {
  const { entry, outcome } = settled;
  drop(settled);
  const asked = outcome?.state === 'asked' ? (outcome.disputes ?? []) : null;
  await write(() => (asked ? keep({ ...entry, asked }) : forget(entry.id)));
  unwritten.delete(entry.id);
  localStorage.removeItem(LATE + entry.id);
  pages?.postMessage({ settled } satisfies Heard);
}

// ---- sending

let sending: Promise<void> | null = null;
let more = false;
let retry: ReturnType<typeof setTimeout> | undefined;
const files = new Map<string, Blob>();

/** Send what waits; one page of a browser at a time. */
export function pump(fresh?: Map<string, Blob>): Promise<void> {
  for (const [id, file] of fresh ?? []) files.set(id, file);
  more = true;
  sending ??= sendAll().finally(() => {
    sending = null;
  });
  return sending;
}

async function sendAll(): Promise<void> {
  // what is typed in this moment goes with it
  await Promise.resolve();
  while (more) {
    more = false;
    if (navigator.locks) await navigator.locks.request('wenlo-journal', careful);
    else await careful();
  }
}

/** A fault of this page loses nothing either: what waits is tried again. */
async function careful(): Promise<void> {
  try {
    await pass();
  } catch (error) {
    console.error(error);
    later('This page could not send what waits; it is kept here and tried again.');
  }
}

function later(problem: string): void {
  set({ state: 'away', problem });
  for (const dones of waiting.values()) for (const done of dones) done(null);
  waiting.clear();
  retry = setTimeout(() => void pump(), AGAIN_MS);
}

async function pass(): Promise<void> {
  clearTimeout(retry);
  await reload();
  const lanes = new Map<string, Entry[]>();
  const taken = new Set(get().entries.flatMap((e) => (e.kind === 'shot' ? [e.id] : [])));
  for (const e of get().entries) {
    // a photograph waits for nothing but its shot, and nothing waits for it
    if (e.asked || (e.kind === 'photograph' && taken.has(e.of))) continue;
    lanes.set(lane(e), [...(lanes.get(lane(e)) ?? []), e]);
  }
  if (!lanes.size) {
    set({ state: 'quiet', problem: null });
    return;
  }
  // while it is away it stays so until something has gone through
  if (get().state !== 'away') set({ state: 'sending' });
  const troubles = await Promise.all([...lanes.values()].map(sendLane));
  const trouble = troubles.find((t) => t !== null);
  if (!trouble) {
    // what waited for a shot that is there now
    if (taken.size) more = true;
    set({ state: get().entries.some((e) => !e.asked) ? 'sending' : 'quiet', problem: null });
    return;
  }
  later(trouble.message);
}

const LATER = new Set([408, 425, 429]);

/** Whether it has to wait: the server cannot be reached, or cannot do it now. */
const isAway = ({ status }: ApiProblem): boolean => status === 0 || status >= 500 || LATER.has(status);

function refuse(entry: Entry, error: ApiProblem): Promise<void> {
  const fields = error.problem.fields ?? [];
  const { message } = error;
  const outcome: Outcome = { id: entry.id, state: 'refused', version: 0, disputes: [], message, fields };
  return settle({ entry, outcome, message, answer: null });
}

/** Send edits of one thing, or one entry of another kind; what keeps it waiting, if anything does. */
async function sendBatch(batch: Entry[]): Promise<ApiProblem | null> {
  const [first] = batch as [Entry];
  try {
    if (first.kind === 'edit') {
      const { outcomes, answer } = await sendEdits(batch as EditEntry[]);
      for (const entry of batch) {
        const outcome = outcomes.find((o) => o.id === entry.id) ?? null;
        await settle({ entry, outcome, message: outcome?.message ?? '', answer });
      }
    } else {
      const answer = await sendOne(first, files.get(first.id));
      files.delete(first.id);
      await settle({ entry: first, outcome: null, message: '', answer });
    }
  } catch (error) {
    if (!(error instanceof ApiProblem)) throw error;
    if (isAway(error)) return error;
    if (batch.length === 1) await refuse(first, error);
    // one that is not understood must not take the others with it
    else return sendInTurn(batch.map((entry) => [entry]));
  }
  return null;
}

async function sendInTurn(batches: Entry[][]): Promise<ApiProblem | null> {
  for (const batch of batches) {
    const trouble = await sendBatch(batch);
    if (trouble) return trouble;
  }
  return null;
}

/** Send what belongs together in its order, edits that follow one another at once. */
function sendLane(entries: Entry[]): Promise<ApiProblem | null> {
  const batches: Entry[][] = [];
  for (const entry of entries) {
    const last = batches.at(-1);
    if (entry.kind === 'edit' && last?.[0]?.kind === 'edit' && last.length < MOST_AT_ONCE) last.push(entry);
    else batches.push([entry]);
  }
  return sendInTurn(batches);
}

const LATE = 'wenlo-journal-late-';

/** A page that is closed in this moment leaves it there. */
function writeLate(entry: Entry): void {
  try {
    localStorage.setItem(LATE + entry.id, JSON.stringify(entry));
  } catch {
    // no room: the journal has it a moment later
  }
}

/** What was written down in the moment in which its page was closed. */
async function takeUpLate(): Promise<void> {
  const late = Object.keys(localStorage).filter((key) => key.startsWith(LATE));
  for (const key of late) {
    const entry = JSON.parse(localStorage.getItem(key) ?? 'null') as Entry | null;
    if (entry && unwritten.has(entry.id)) continue;
    if (!entry || (await write(() => keep(entry)))) localStorage.removeItem(key);
  }
}

/** Take up what is kept from before, and send it. */
export async function start(): Promise<void> {
  await takeUpLate();
  await reload();
  void pump();
}

const LOOK_MS = 5000;

/** Look now and then for what other pages of this browser left behind when they were closed. */
export function keepLooking(): () => void {
  const online = () => void pump();
  window.addEventListener('online', online);
  const looking = setInterval(() => void start(), LOOK_MS);
  return () => {
    window.removeEventListener('online', online);
    clearInterval(looking);
  };
}
