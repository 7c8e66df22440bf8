// A place to try components on: a document that is open, a server that answers as it is told, a page to render into.
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { cleanup, render } from '@testing-library/react';
import type { ReactNode } from 'react';
import { afterEach } from 'vitest';
import type { Catalogue, Shoot } from '../shared/api/client';
import { catalogueQuery } from '../shared/api/queries';
import { rememberLimits } from '../shared/state/limits';
import { useShoot } from '../shared/state/store';
import { answerWith } from './server';

type Limit = Catalogue['limits'][number];

export const limit = (
  path: string,
  low: number,
  high: number,
  unit = 'm',
  initial: number | null = low,
): Limit => ({
  path,
  label: path.split('.').pop() ?? path,
  unit,
  low,
  high,
  default: initial,
});

/** A document as far as a component reads it. */
export const opened = (parts: object): Shoot =>
  ({
    units: 'metric',
    design: { kind: 'diffusion_frame', width: 1.2, height: 1.2, top_height: 1.95 },
    brief: { assumed: [], subject: { face_height: 1.25 } },
    rig: { holds: {} },
    ...parts,
  }) as unknown as Shoot;

let opens = 0;

/** A shoot of its own each time: what a test before left waiting is not for it. */
export const open = (document: Shoot, id = `shoot-${++opens}`) =>
  useShoot.setState({
    id,
    document,
    saved: document,
    version: 1,
    state: 'saved',
    fieldErrors: {},
  });

type Answer = { status?: number; body: unknown };

/** What is asked of the server, in order, and the answers that it gives by method and path. */
export function serve(answers: Record<string, Answer | ((body: unknown) => Answer)>) {
  const asked: { what: string; body: unknown }[] = [];
  answerWith(async (request) => {
    const what = `${request.method} ${new URL(request.url).pathname}`;
    const text = await request.text();
    const body: unknown = text ? JSON.parse(text) : undefined;
    asked.push({ what, body });
    const found = answers[what];
    // what nobody answers is away, and what was edited stays on screen
    if (found === undefined) throw new TypeError('nobody answers');
    const { status = 200, body: back } = typeof found === 'function' ? found(body) : found;
    return new Response(JSON.stringify(back), { status, headers: { 'content-type': 'application/json' } });
  });
  return asked;
}

export function show(component: ReactNode, limits: Limit[] = [], more: Partial<Catalogue> = {}) {
  const client = new QueryClient({ defaultOptions: { queries: { retry: false } } });
  rememberLimits(limits);
  client.setQueryData(catalogueQuery.queryKey, {
    limits,
    materials: [],
    saws: [],
    ...more,
  } as unknown as Catalogue);
  return render(<QueryClientProvider client={client}>{component}</QueryClientProvider>);
}

// what a page has and the page that tests are rendered into lacks
Element.prototype.setPointerCapture ??= () => undefined;
Element.prototype.releasePointerCapture ??= () => undefined;
Element.prototype.hasPointerCapture ??= () => false;

afterEach(() => {
  cleanup();
  answerWith(null);
  localStorage.clear();
});
