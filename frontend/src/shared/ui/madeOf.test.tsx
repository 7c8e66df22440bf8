// @vitest-environment happy-dom
import { fireEvent, screen, waitFor } from '@testing-library/react';
import { beforeEach, describe, expect, it } from 'vitest';
import { open, opened, show } from '../../testing/bench';
import { answerWith } from '../../testing/server';
import type { Catalogue } from '../api/client';
import { useShoot } from '../state/store';
import { MadeOf } from './MadeOf';

const data = { kinds: [{ id: 'overhead_bounce', made_of: ['canvas'] }] } as unknown as Catalogue;
const thing = (id: string, name: string, form: string) => ({
  id,
  item: { category: 'found', name, values: { form } },
});
let refused = false;

const Live = () => {
  const document = useShoot((s) => s.document);
  return document ? <MadeOf document={document} data={data} /> : null;
};

beforeEach(() => {
  refused = false;
  answerWith(async (request) => {
    const path = new URL(request.url, 'http://localhost').pathname;
    if (path === '/api/shelf')
      return Response.json([thing('c1', 'old canvas', 'canvas'), thing('t1', 'round tub', 'tub')]);
    if (path === '/api/shelf/made-of')
      return refused
        ? Response.json(
            { code: 'impossible', message: 'At 5 kg it is too heavy.', fields: [] },
            { status: 422 },
          )
        : Response.json({
            changes: [
              { path: 'design.width', value: 0.9 },
              { path: 'design.found', value: { item: 'c1', name: 'old canvas' } },
            ],
          });
    throw new TypeError('nobody answers');
  });
  open(opened({ design: { kind: 'overhead_bounce', width: 1.2, found: null } }));
});

const chosen = () => (useShoot.getState().document?.design ?? {}) as { width?: number; found?: unknown };

async function choose(name: string) {
  fireEvent.mouseDown(await screen.findByRole('combobox', { name: 'Made of' }));
  fireEvent.click(await screen.findByTitle(name));
}

describe('a thing that is there already', () => {
  it('is offered where the kind is made of such things, and gives its size', async () => {
    show(<Live />);
    await choose('old canvas (yours)');
    await waitFor(() => expect(chosen().found).toMatchObject({ item: 'c1' }));
    expect(chosen().width).toBe(0.9);
    expect(screen.queryByText(/round tub/)).toBeNull();
  });

  it('can be left out again without losing its size', async () => {
    open(
      opened({
        design: {
          kind: 'overhead_bounce',
          width: 0.9,
          found: { item: 'gone', name: 'a canvas, given away' },
        },
      }),
    );
    show(<Live />);
    await choose('new parts');
    await waitFor(() => expect(chosen().found).toBeNull());
    expect(chosen().width).toBe(0.9);
  });

  it('says why it does not serve, and changes nothing', async () => {
    refused = true;
    show(<Live />);
    await choose('old canvas (yours)');
    expect((await screen.findByRole('alert')).textContent).toContain('too heavy');
    expect(chosen()).toMatchObject({ width: 1.2, found: null });
  });
});
