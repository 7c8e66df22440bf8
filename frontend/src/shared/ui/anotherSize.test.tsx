// @vitest-environment happy-dom
import { fireEvent, screen, waitFor } from '@testing-library/react';
import { beforeEach, describe, expect, it } from 'vitest';
import { open, opened, show } from '../../testing/bench';
import { answerWith } from '../../testing/server';
import { useShoot } from '../state/store';
import { changed } from './AnotherSize';
import { ShelfChoice } from './ShelfChoice';

const number = (name: string, label: string, unit = 'm') => ({
  name,
  label,
  kind: 'number',
  unit,
  low: 0.002,
  high: 8,
  optional: name === 'wall',
  options: [],
});
const batten = { section: 'timber', width: 0.044, thickness: 0.018, wall: null, length: 2.4, price: 3.6 };
const form = {
  categories: [
    {
      id: 'bar',
      name: 'Pipe, tube, timber',
      fields: [
        number('width', 'width or diameter'),
        number('thickness', 'thickness'),
        number('wall', 'wall'),
        number('length', 'length of one'),
      ],
    },
  ],
  starter: [
    { id: 'softwood_18_44', category: 'bar', name: 'Planed softwood 18 × 44 mm, 2.4 m', values: batten },
  ],
};
const mine = (id: string, name: string, values: object) => ({
  id,
  version: 1,
  words: '',
  item: { category: 'bar', name, values, measured: false },
  own: { item: id, version: 1, name, values },
});
let sent: { name: string; values: Record<string, unknown> } | null = null;
let refused = false;

beforeEach(() => {
  sent = null;
  refused = false;
  answerWith(async (request) => {
    const path = new URL(request.url, 'http://localhost').pathname;
    if (path === '/api/shelf/form') return Response.json(form);
    if (path === '/api/shelf' && request.method === 'POST') {
      if (refused)
        return Response.json(
          {
            code: 'invalid_input',
            message: 'No.',
            fields: [{ path: 'values.length', message: 'Too long.' }],
          },
          { status: 422 },
        );
      sent = (await request.json()) as typeof sent;
      return Response.json(mine('new', sent?.name ?? '', sent?.values ?? {}), { status: 201 });
    }
    if (path === '/api/shelf')
      return Response.json([
        mine('p', 'old pipe', { section: 'pipe', width: 0.025 }),
        mine('b', 'roof batten', { section: 'timber', width: 0.06 }),
      ]);
    throw new TypeError('nobody answers');
  });
  open(opened({ design: { kind: 'negative_fill', batten: 'softwood_18_44' } }));
});

const options = Array.from({ length: 12 }, (_, k) => ({
  id: k ? `b${k}` : 'softwood_18_44',
  name: k ? `batten ${k}` : 'planed softwood 18 × 44 mm',
}));
const chosen = () => (useShoot.getState().document?.design as { batten?: unknown } | undefined)?.batten;

async function opened_list() {
  show(
    <ShelfChoice
      path="design.batten"
      label="Batten"
      options={options}
      category="bar"
      suits={(v) => v.section === 'timber'}
    />,
  );
  const box = await screen.findByRole('combobox', { name: 'Batten' });
  fireEvent.mouseDown(box);
  await screen.findByTitle('Another size, or one of your own …');
  return box;
}

describe('a size that is not in the list', () => {
  it('weighs in proportion to its section until its weight is told', () => {
    // 18 × 44 at 0.38 kg/m: 33 × 57 are 2.375 times as much
    const now = { section: 'timber', width: 0.044, thickness: 0.033, mass_per_metre: 0.38 };
    const wider = changed(now, 'width', 0.057);
    expect(wider.mass_per_metre).toBeCloseTo((0.38 * 57) / 44, 3);
    expect(changed(wider, 'mass_per_metre', 1.1)).toMatchObject({ mass_per_metre: 1.1, width: 0.057 });
    expect(changed(now, 'length', 3).mass_per_metre).toBe(0.38);
    // pipe of 25 × 2 mm with a wall of 3: 3 · 22 for 2 · 23
    const pipe = { section: 'pipe', width: 0.025, wall: 0.002, mass_per_metre: 0.2 };
    expect(changed(pipe, 'wall', 0.003).mass_per_metre).toBeCloseTo((0.2 * 3 * 22) / (2 * 23), 3);
  });

  it('is offered among what fits, and stays in sight whatever is searched for', async () => {
    const box = await opened_list();
    expect(await screen.findByTitle('roof batten')).toBeTruthy();
    expect(screen.queryByTitle('old pipe')).toBeNull();
    fireEvent.change(box, { target: { value: '33 × 57' } });
    expect(screen.queryByTitle('batten 3')).toBeNull();
    expect(screen.getByTitle('Another size, or one of your own …')).toBeTruthy();
  });

  it('is told from what was chosen, kept on the Shelf and used', async () => {
    await opened_list();
    fireEvent.click(screen.getByTitle('Another size, or one of your own …'));
    const width = (await screen.findByLabelText('Width or diameter')) as HTMLInputElement;
    expect(width.value).toBe('44 mm');
    expect((screen.getByLabelText('Name') as HTMLInputElement).value).toBe('Planed softwood 18 mm × 44 mm');
    // a batten has no wall
    expect(screen.queryByLabelText('Wall')).toBeNull();
    fireEvent.focus(width);
    fireEvent.change(width, { target: { value: '57 mm' } });
    fireEvent.blur(width);
    fireEvent.click(screen.getByRole('button', { name: 'Use it' }));
    await waitFor(() => expect(chosen()).toMatchObject({ item: 'new' }));
    expect(sent).toMatchObject({
      category: 'bar',
      values: { width: 0.057, thickness: 0.018, section: 'timber' },
    });
  });

  it('says at the field what is wrong, and keeps what was typed', async () => {
    refused = true;
    await opened_list();
    fireEvent.click(screen.getByTitle('Another size, or one of your own …'));
    await screen.findByLabelText('Length of one');
    fireEvent.click(screen.getByRole('button', { name: 'Use it' }));
    expect(await screen.findByText('Too long.')).toBeTruthy();
    expect(chosen()).toBe('softwood_18_44');
  });
});
