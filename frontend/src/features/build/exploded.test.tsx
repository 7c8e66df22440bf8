// @vitest-environment happy-dom
import { fireEvent, screen } from '@testing-library/react';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import type { Build } from '../../shared/api/client';
import { useShoot } from '../../shared/state/store';
import { open, opened, serve, show } from '../../testing/bench';
import { Exploded } from './Exploded';
import { stepsOf } from './exploded';

vi.mock('./Exploded3d', () => ({
  default: (props: { parts: { id: string }[]; added: Set<string> | null; present: Set<string> | null }) => (
    <output>
      {props.added
        ? `adds ${[...props.added].join(' ')}; there ${[...(props.present ?? [])].join(' ')}`
        : 'all'}
    </output>
  ),
}));

const part = (id: string, label: string) => ({
  id,
  label,
  name: id,
  source: label ? 'cut' : 'bought',
  points: [],
  triangles: [],
  edges: [],
  explode: [0, 0, 0],
  sheet: false,
});
const PARTS = [
  part('rail', 'A1'),
  part('side', 'B1'),
  part('elbow', ''),
  part('foot', 'C1'),
  part('cap', ''),
];
const said = (code: string) => ({
  says: { code, args: {} },
  instead: null,
  further: [],
  checks: [],
  cautions: [],
});
const STEPS = [
  { key: 'cut', said: said('pipe-frame_cut-the-pipe') },
  { key: 'join', said: said('home-made_make-the-cross') },
  { key: 'look', said: said('steps_look-at-it-lit') },
  { key: 'feet', said: said('timber-frame_bolt-the-feet-on') },
];
const PICTURES = [
  { key: 'join', parts: ['rail', 'side', 'elbow'] },
  { key: 'feet', parts: ['foot', 'cap'] },
];

describe('the steps of a built thing', () => {
  it('are those that add something, with what was there before', () => {
    const steps = stepsOf(STEPS, PICTURES, 'metric');
    expect(steps.map((s) => [s.number, s.title])).toEqual([
      [2, 'Make the cross'],
      [4, 'Bolt the feet on'],
    ]);
    expect([...(steps[0]?.added ?? [])]).toEqual(['rail', 'side', 'elbow']);
    expect([...(steps[1]?.added ?? [])]).toEqual(['foot', 'cap']);
    expect([...(steps[1]?.present ?? [])]).toEqual(['rail', 'side', 'elbow']);
  });
  it('are none as long as nobody has drawn them', () => {
    expect(stepsOf(STEPS, [], 'metric')).toEqual([]);
  });
});

describe('the built thing in space', () => {
  const page = (faults: object[] = [], order: object[] = []) => {
    open(opened({ brief: { assumed: [], subject: {} } }));
    serve({
      'POST /api/build/assembly': { body: { parts: PARTS, faults } },
      'POST /api/build/pictures': { body: { pictures: PICTURES, faults: order } },
    });
    const { document } = useShoot.getState();
    if (!document) throw new Error('no document');
    show(<Exploded build={{ steps: STEPS } as unknown as Build} document={document} />);
  };
  beforeEach(() => vi.clearAllMocks());
  it('is shown whole, then step by step, and whole again', async () => {
    page();
    expect((await screen.findByText('all')).textContent).toBe('all');
    await vi.waitFor(() =>
      expect(screen.getByRole('button', { name: 'Step after' }).hasAttribute('disabled')).toBe(false),
    );
    fireEvent.click(screen.getByRole('button', { name: 'Step after' }));
    expect(screen.getByText('2. Make the cross')).toBeTruthy();
    expect(screen.getByText(/^adds rail side elbow; there/)).toBeTruthy();
    fireEvent.click(screen.getByRole('button', { name: 'Step after' }));
    expect(screen.getByText(/^adds foot cap; there rail side elbow$/)).toBeTruthy();
    expect(screen.getByRole('button', { name: 'Step after' }).hasAttribute('disabled')).toBe(true);
    fireEvent.click(screen.getByRole('button', { name: 'Step before' }));
    fireEvent.click(screen.getByRole('button', { name: 'Step before' }));
    expect(screen.getByText('all')).toBeTruthy();
  });
  it('says what cannot be put together in the order of the steps', async () => {
    page([], [{ code: 'no_way_in', parts: ['lamp bar', 'cover'], value: 0 }]);
    expect((await screen.findByRole('alert')).textContent).toContain('lamp bar, cover no straight way leads');
  });
  it('says what does not go together', async () => {
    page([{ code: 'fasteners_meet', parts: ['rail.top', 'upright.left'], value: 0 }]);
    expect((await screen.findByRole('alert')).textContent).toContain(
      'rail.top, upright.left two screws run into one another',
    );
  });
});
