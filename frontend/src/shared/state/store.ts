// The open shoot: what the server holds, and on top of it what the journal has not sent yet.
import { create } from 'zustand';
import { ApiProblem, answer, api, type Schemas, type Shoot } from '../api/client';
import { newId, thisDevice } from '../journal/device';
import { add, type EditEntry, onSettled, type Settled, start, useJournal } from '../journal/journal';
import { type Change, changesBetween, holds, turnedBack, valueAt, withChanges } from '../journal/merge';
import { setPath } from './paths';
import { joined, type Step, stacks } from './steps';

export type SaveState = 'saved' | 'saving' | 'offline' | 'conflict' | 'refused';
export type Edit = { path: string; value: unknown };

type State = {
  id: string | null;
  /** What is on screen. */
  document: Shoot | null;
  /** What the server holds. */
  saved: Shoot | null;
  version: number;
  steps: Step[];
  canUndo: boolean;
  canRedo: boolean;
  state: SaveState;
  problem: string | null;
  fieldErrors: Record<string, string>;
  /** True while something is dragged: it is one edit when it is let go. */
  dragging: boolean;
};

const CLOSED: State = {
  id: null,
  document: null,
  saved: null,
  version: 0,
  steps: [],
  canUndo: false,
  canRedo: false,
  state: 'saved',
  problem: null,
  fieldErrors: {},
  dragging: false,
};

export const useShoot = create<State>(() => CLOSED);

const { getState: get, setState: set } = useShoot;

/** What was on screen when a drag began. */
let dragged: Shoot | null = null;

const edits = (id: string | null): EditEntry[] =>
  useJournal
    .getState()
    .entries.filter((e): e is EditEntry => e.kind === 'edit' && e.what === 'shoot' && e.of === id);

const withEdits = (document: Shoot, entries: EditEntry[]): Shoot =>
  entries.reduce((d, e) => withChanges(d, e.changes), document);

/** How all stands that goes through the journal, whatever it is of. */
function stateNow(): SaveState {
  const { entries, state } = useJournal.getState();
  if (entries.some((e) => e.kind === 'edit' && e.asked)) return 'conflict';
  if (!entries.length) return get().state === 'refused' ? 'refused' : 'saved';
  return state === 'away' ? 'offline' : 'saving';
}

/** Show what the server holds with what waits on top of it. */
function show(): void {
  const { id, saved, steps, dragging, document } = get();
  if (!id || !saved) return;
  const mine = edits(id);
  const waiting = mine.filter((e) => !e.asked);
  const { undo, redo } = stacks(joined(steps, waiting));
  const shown = withEdits(saved, waiting);
  const state = stateNow();
  set({
    document: dragging || (document && changesBetween(document, shown).length === 0) ? document : shown,
    canUndo: undo.length > 0,
    canRedo: redo.length > 0,
    state,
    problem:
      state === 'offline' ? useJournal.getState().problem : get().state === 'offline' ? null : get().problem,
  });
}

useJournal.subscribe(show);

function held(got: Schemas['ShootAnswer']): void {
  if (got.version < get().version) return;
  set({ saved: got.document as Shoot, version: got.version });
}

function settled({ entry, outcome, message, answer: got }: Settled): void {
  if (entry.kind !== 'edit' || entry.what !== 'shoot' || entry.of !== get().id) return;
  if (got?.what === 'shoot') held(got.shoot);
  if (outcome?.state === 'applied') set({ steps: joined(get().steps, [entry]) });
  if (outcome?.state === 'refused') {
    // back to what is held, with the reason at the field
    const fields = Object.fromEntries((outcome.fields ?? []).map((f) => [f.path, f.message]));
    set({ state: 'refused', problem: message, fieldErrors: fields });
  }
  show();
}
onSettled(settled);

const LAST = 'wenlo-last-shoot';

/** Open the shoot that was open last, for pages that need one but have none in their address. */
export async function openLastShoot(): Promise<void> {
  const id = localStorage.getItem(LAST);
  // a shoot that was deleted meanwhile leaves none open
  if (id && !get().document) await openShoot(id).catch(() => localStorage.removeItem(LAST));
}

const fetched = (id: string) =>
  answer(
    api.GET('/api/shoots/{shoot_id}', {
      params: { path: { shoot_id: id }, query: { device: thisDevice() } },
    }),
  );

/** Take in what the server holds, unless something newer has come meanwhile. */
function take(got: Schemas['OpenedAnswer']): void {
  const { version, steps } = get();
  if (got.version >= version) set({ saved: got.document as Shoot, version: got.version });
  set({ steps: joined(got.steps as Step[], steps) });
}

/** Open a shoot; what could not be sent last time is on screen again. */
export async function openShoot(id: string): Promise<void> {
  if (get().id !== id) set({ ...CLOSED, id });
  await start();
  const got = await fetched(id);
  if (get().id !== id) return;
  localStorage.setItem(LAST, id);
  take(got);
  takeUp(id);
  show();
}

/** What an older Wenlo kept in this browser because its server was away becomes an edit. */
function takeUp(id: string): void {
  const key = `wenlo-unsaved-${id}`;
  const raw = localStorage.getItem(key);
  const { saved, version } = get();
  if (!raw || !saved) return;
  const kept = JSON.parse(raw) as { document: Shoot; version: number };
  localStorage.removeItem(key);
  record(changesBetween(saved, kept.document), 'Taken up again', kept.version === version ? version : 0);
}

/** Keep changes in the journal. */
function record(changes: Change[], label: string, base = get().version, of: Partial<Step> = {}): void {
  const { id } = get();
  if (!id || !changes.length) return;
  const { undoes, redoes } = of;
  if (get().state === 'refused') set({ state: 'saved' });
  add({
    kind: 'edit',
    what: 'shoot',
    of: id,
    base,
    label,
    changes,
    ...(undoes ? { undoes } : {}),
    ...(redoes ? { redoes } : {}),
  });
}

/** Change values on screen; kept and sent at once unless a drag is under way. */
export function edit(edits: Edit[], label: string): void {
  const { document, id, dragging } = get();
  if (!document || !id) return;
  const answered = edits.map((e) => e.path);
  const assumed = document.brief.assumed.filter((p) => !answered.includes(p));
  const first =
    assumed.length === document.brief.assumed.length ? document : setPath(document, 'brief.assumed', assumed);
  const changed = edits.reduce((d, e) => setPath(d, e.path, e.value), first);
  const errors = { ...get().fieldErrors };
  for (const e of edits) delete errors[e.path];
  set({ document: changed, fieldErrors: errors, problem: null });
  if (!dragging) record(changesBetween(document, changed), label);
}

export function startDrag(): void {
  dragged = get().document;
  set({ dragging: true });
}

export function endDrag(label: string): void {
  const { document } = get();
  set({ dragging: false });
  if (document && dragged) record(changesBetween(dragged, document), label);
  dragged = null;
  show();
}

export function setFieldError(path: string, message: string): void {
  set({ fieldErrors: { ...get().fieldErrors, [path]: message } });
}

export function clearFieldError(path: string): void {
  const { [path]: _, ...rest } = get().fieldErrors;
  set({ fieldErrors: rest });
}

/** Make changes again or take them back, but for what somebody else has changed since. */
function step(changes: Change[], label: string, of: Partial<Step>): void {
  const { document } = get();
  if (!document) return;
  const left = changes.filter((c) => {
    const now = valueAt(document, c.path);
    return c.adds
      ? now === undefined
      : now !== undefined && (holds(now, c.was) || c.path.at(-1) === '@order');
  });
  set({ fieldErrors: {}, problem: null });
  if (left.length) record(left, label, get().version, of);
  else {
    // nothing is left of it to take back; the next press takes back the one before
    const { steps } = get();
    set({
      steps: [...steps, { id: newId(), label, changes: [], ...of }],
      problem: 'Somebody has changed this since; it stays as they left it.',
    });
    show();
  }
}

const all = (): Step[] =>
  joined(
    get().steps,
    edits(get().id).filter((e) => !e.asked),
  );

/** Take back the newest edit of this browser. */
/** The document as it was before the last edit of this page that can be undone. */
export function beforeLast(): Shoot | null {
  const { document } = get();
  const last = stacks(all()).undo.at(-1);
  return document && last ? withChanges(document, turnedBack(last.changes)) : null;
}

export function undo(): void {
  const last = stacks(all()).undo.at(-1);
  if (last) step(turnedBack(last.changes), `Undone: ${last.label}`, { undoes: last.id });
}

/** Do again what was taken back last. */
export function redo(): void {
  const last = stacks(all()).redo.at(-1);
  if (last) step(last.changes, `Done again: ${last.label}`, { redoes: last.id });
}

/** Show what others changed, with what waits here on top of it. */
export async function refresh(): Promise<void> {
  const { id, dragging } = get();
  if (!id || dragging) return;
  const got = await fetched(id).catch((e: unknown) => {
    if (e instanceof ApiProblem) return null;
    throw e;
  });
  if (!got || get().id !== id || got.version <= get().version) return;
  take(got);
  show();
}

/** Set the shoot to how it stood, as one edit that can be taken back. */
export function setTo(document: Shoot, label: string): void {
  const { document: now } = get();
  if (!now) return;
  record(changesBetween(now, document), label);
}
