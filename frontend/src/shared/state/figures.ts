// Figures of the shoot on screen. While something is dragged, one request is under way at a time and the
// newest state goes next; the last good figures stay until better ones come.
import { useDeferredValue, useEffect } from 'react';
import { create } from 'zustand';
import { ApiProblem, answer, api, type Figures, type Shoot } from '../api/client';
import { useShoot } from './store';

type State = { figures: Figures | null; stale: boolean; problem: string | null };

export const useFigures = create<State>(() => ({ figures: null, stale: false, problem: null }));

/** The figures for drawings and lists: these follow the gauges, which go first. */
export const useFiguresDrawn = (): Figures | null => useDeferredValue(useFigures((s) => s.figures));

const editor = crypto.randomUUID();
const SETTLE_MS = 90;

let running: { effort: 'draft' | 'fine'; control: AbortController } | null = null;
let next: { document: Shoot; effort: 'draft' | 'fine' } | null = null;
/** The kind whose own figures are on screen. */
let ownOf = '';
let settle: ReturnType<typeof setTimeout> | undefined;

async function pump(): Promise<void> {
  if (running || !next) return;
  const job = next;
  const control = new AbortController();
  running = { effort: job.effort, control };
  next = null;
  try {
    const figures = await answer(
      api.POST('/api/figures', { body: { ...job, editor }, signal: control.signal }),
    );
    const before = useFigures.getState();
    // a draft leaves out what a kind has of its own; the last of the same kind stay until the fine ones come
    const kept =
      job.effort === 'draft' && ownOf === job.document.design.kind
        ? (before.figures?.figures.filter((f) => f.group === 'own') ?? [])
        : [];
    ownOf = job.document.design.kind;
    useFigures.setState({
      figures: { ...figures, figures: [...kept, ...figures.figures] },
      stale: next !== null,
      problem: null,
    });
  } catch (error) {
    if (!(error instanceof ApiProblem)) throw error;
    if (!control.signal.aborted && error.problem.code !== 'superseded')
      useFigures.setState({ stale: true, problem: error.message });
  } finally {
    running = null;
    void pump();
  }
}

function ask(document: Shoot, effort: 'draft' | 'fine'): void {
  next = { document, effort };
  useFigures.setState({ stale: true });
  // the server gives the fine figures up for the newer request; a draft is short and shown
  if (running?.effort === 'fine') running.control.abort();
  void pump();
}

/** Keep the figures in step with the document: a draft at once, the fine ones when it rests. */
export function useFiguresInStep(): void {
  useEffect(() => {
    let asked: Shoot | null = null;
    // asked for as soon as the document changes, not after the page was drawn: the two go on side by side
    const follow = ({ document, dragging }: { document: Shoot | null; dragging: boolean }, was: boolean) => {
      if (!document) return;
      const fresh = document !== asked;
      asked = document;
      if (fresh) ask(document, 'draft');
      if (!fresh && dragging === was) return;
      clearTimeout(settle);
      if (!dragging) settle = setTimeout(() => ask(document, 'fine'), SETTLE_MS);
    };
    follow(useShoot.getState(), true);
    const stop = useShoot.subscribe((now, before) => follow(now, before.dragging));
    return () => {
      stop();
      clearTimeout(settle);
    };
  }, []);
}
