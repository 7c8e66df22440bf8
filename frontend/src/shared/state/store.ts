// The open shoot: what is on screen, what is saved, and what stands between the two.
import { create } from 'zustand';
import { ApiProblem, answer, api, type Schemas, type Shoot, type ShootAnswer } from '../api/client';
import { setPath } from './paths';

export type SaveState = 'saved' | 'saving' | 'unsaved' | 'offline' | 'conflict' | 'refused';
export type Edit = { path: string; value: unknown };

type State = {
  id: string | null;
  document: Shoot | null;
  saved: Shoot | null;
  version: number;
  canUndo: boolean;
  canRedo: boolean;
  state: SaveState;
  problem: string | null;
  fieldErrors: Record<string, string>;
  theirs: ShootAnswer | null;
  /** True while something is dragged: nothing is saved until it is let go. */
  dragging: boolean;
};

const RETRY_MS = 2000;
const keptKey = (id: string) => `wenlo-unsaved-${id}`;

export const useShoot = create<State>(() => ({
  id: null,
  document: null,
  saved: null,
  version: 0,
  canUndo: false,
  canRedo: false,
  state: 'saved',
  problem: null,
  fieldErrors: {},
  theirs: null,
  dragging: false,
}));

const { getState: get, setState: set } = useShoot;

let busy: Promise<void> = Promise.resolve();
let retry: ReturnType<typeof setTimeout> | undefined;

function keep(id: string, document: Shoot, version: number): void {
  localStorage.setItem(keptKey(id), JSON.stringify({ document, version }));
}

/** Show what the server holds. A save that went through leaves alone what was typed wrongly meanwhile. */
function settle(raw: Schemas['ShootAnswer'] | ShootAnswer, keepErrors = false): void {
  const answerGot = raw as ShootAnswer;
  set({
    id: answerGot.id,
    document: answerGot.document,
    saved: answerGot.document,
    version: answerGot.version,
    canUndo: answerGot.can_undo,
    canRedo: answerGot.can_redo,
    state: 'saved',
    problem: null,
    fieldErrors: keepErrors ? get().fieldErrors : {},
    theirs: null,
  });
  localStorage.removeItem(keptKey(answerGot.id));
}

const LAST = 'wenlo-last-shoot';

/** Open the shoot that was open last, for pages that need one but have none in their address. */
export async function openLastShoot(): Promise<void> {
  const id = localStorage.getItem(LAST);
  // a shoot that was deleted meanwhile leaves none open
  if (id && !get().document) await openShoot(id).catch(() => localStorage.removeItem(LAST));
}

/** Open a shoot; what could not be saved last time is taken up again. */
export async function openShoot(id: string): Promise<void> {
  // what is being saved right now finishes first, or the answer would be older than the screen
  await busy;
  const got = await answer(api.GET('/api/shoots/{shoot_id}', { params: { path: { shoot_id: id } } }));
  const raw = localStorage.getItem(keptKey(id));
  localStorage.setItem(LAST, id);
  settle(got);
  if (!raw) return;
  const kept = JSON.parse(raw) as { document: Shoot; version: number };
  keep(id, kept.document, kept.version);
  if (kept.version === got.version) {
    set({ document: kept.document, state: 'unsaved' });
    void save('Taken up again');
  } else set({ document: kept.document, state: 'conflict', theirs: got as ShootAnswer });
}

/** Change values on screen; saved at once unless a drag is under way. */
export function edit(edits: Edit[], label: string): void {
  const { document, id, version, dragging, state } = get();
  if (!document || !id) return;
  const answered = edits.map((e) => e.path);
  const assumed = document.brief.assumed.filter((p) => !answered.includes(p));
  const first =
    assumed.length === document.brief.assumed.length ? document : setPath(document, 'brief.assumed', assumed);
  const changed = edits.reduce((d, e) => setPath(d, e.path, e.value), first);
  const errors = { ...get().fieldErrors };
  for (const e of edits) delete errors[e.path];
  set({
    document: changed,
    state: state === 'conflict' ? state : 'unsaved',
    fieldErrors: errors,
    problem: null,
  });
  if (dragging || state === 'conflict') return;
  keep(id, changed, version);
  void save(label);
}

export function startDrag(): void {
  set({ dragging: true });
}

export function endDrag(label: string): void {
  const { document, id, version, saved } = get();
  set({ dragging: false });
  if (document && id && document !== saved) {
    keep(id, document, version);
    void save(label);
  }
}

export function setFieldError(path: string, message: string): void {
  set({ fieldErrors: { ...get().fieldErrors, [path]: message } });
}

export function clearFieldError(path: string): void {
  const { [path]: _, ...rest } = get().fieldErrors;
  set({ fieldErrors: rest });
}

/** One write after the other; each is based on the version the one before it left. */
function save(label: string): Promise<void> {
  busy = busy.catch(() => undefined).then(() => saveNow(label));
  return busy;
}

async function saveNow(label: string): Promise<void> {
  const { id, document, version, saved, state } = get();
  if (!id || !document || document === saved || state === 'conflict') return;
  set({ state: 'saving' });
  try {
    const got = await answer(
      api.PUT('/api/shoots/{shoot_id}', {
        params: { path: { shoot_id: id } },
        body: { version, document, label: label.slice(0, 120) },
      }),
    );
    if (get().id !== id) return;
    if (get().document === document) settle(got, true);
    else
      set({
        saved: got.document as Shoot,
        version: got.version,
        canUndo: got.can_undo,
        canRedo: got.can_redo,
        state: 'unsaved',
      });
  } catch (error) {
    await saveFailed(error, id, document, label);
  }
}

async function saveFailed(error: unknown, id: string, document: Shoot, label: string): Promise<void> {
  if (!(error instanceof ApiProblem)) throw error;
  if (error.status === 409) {
    const theirs = await answer(
      api.GET('/api/shoots/{shoot_id}', { params: { path: { shoot_id: id } } }),
    ).catch(() => null);
    set({ state: 'conflict', theirs: theirs as ShootAnswer | null });
  } else if (error.status === 0 || error.status >= 500) {
    set({ state: 'offline', problem: error.message });
    clearTimeout(retry);
    retry = setTimeout(() => void save(label), RETRY_MS);
  } else {
    // Refused: back to what was saved, with the reason at the field.
    const fields = Object.fromEntries(error.problem.fields?.map((f) => [f.path, f.message]) ?? []);
    localStorage.removeItem(keptKey(id));
    if (get().document === document)
      set({ document: get().saved, state: 'refused', problem: error.message, fieldErrors: fields });
  }
}

/** One after the other, after what is being saved: each is based on the version the one before it left. */
function step(way: 'undo' | 'redo'): Promise<void> {
  busy = busy.catch(() => undefined).then(() => stepNow(way));
  return busy;
}

async function stepNow(way: 'undo' | 'redo'): Promise<void> {
  const { id, version, state } = get();
  if (!id || state === 'conflict') return;
  set({ state: 'saving' });
  const params = { params: { path: { shoot_id: id } }, body: { version } };
  try {
    settle(
      await answer(
        way === 'undo'
          ? api.POST('/api/shoots/{shoot_id}/undo', params)
          : api.POST('/api/shoots/{shoot_id}/redo', params),
      ),
    );
  } catch (error) {
    if (error instanceof ApiProblem && error.status === 409) {
      settle(await answer(api.GET('/api/shoots/{shoot_id}', { params: { path: { shoot_id: id } } })));
      set({ problem: 'This shoot was changed in another tab; the newest state is shown.' });
    } else if (error instanceof ApiProblem) set({ state: 'offline', problem: error.message });
    else throw error;
  }
}

export const undo = (): Promise<void> => step('undo');
export const redo = (): Promise<void> => step('redo');

/** After a conflict: show what the other tab saved, or save mine on top of it. */
export function resolveConflict(choice: 'theirs' | 'mine'): void {
  const { theirs, document, id } = get();
  if (!theirs || !document || !id) return;
  if (choice === 'theirs') {
    settle(theirs);
    return;
  }
  set({ version: theirs.version, saved: theirs.document, state: 'unsaved', theirs: null });
  keep(id, document, theirs.version);
  void save('Kept over a change made elsewhere');
}

/** When the window is looked at again: show what another tab saved, if nothing is unsaved here. */
export async function refresh(): Promise<void> {
  const { id, state, version, dragging } = get();
  if (!id || dragging || (state !== 'saved' && state !== 'refused')) return;
  const got = await answer(api.GET('/api/shoots/{shoot_id}', { params: { path: { shoot_id: id } } })).catch(
    () => null,
  );
  if (got && get().id === id && get().state === state && got.version !== version) settle(got);
}
