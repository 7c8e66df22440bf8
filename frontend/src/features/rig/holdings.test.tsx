// @vitest-environment happy-dom
import { fireEvent, screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import type { Rig } from '../../shared/api/rig';
import { useShoot } from '../../shared/state/store';
import { open, opened, serve, show } from '../../testing/bench';
import { Checks } from './Checks';
import { Holdings } from './Holdings';

type Holding = Rig['holdings'][number];
type Check = Rig['checks'][number];

const holding = (more: Partial<Holding>): Holding => ({
  id: 'light-1/lamp',
  name: 'hair light',
  by: 'boom',
  over: 'the sitter',
  ways: ['stand', 'boom', 'arm', 'ceiling'],
  mass: 1.4,
  height: 2.1,
  place: [0, 0, 2.1],
  support: null,
  under: null,
  reach: 0.75,
  back: 0.5,
  counterweight: 3.2,
  counterweight_given: null,
  ballast: 12.4,
  ballast_given: null,
  moments: { over: 30, hold: 50 },
  forces: [],
  joints: [],
  overhead: true,
  choices: [],
  grips: [],
  grip: null,
  ...more,
});
const check = (more: Partial<Check>): Check => ({
  id: 'hold.ballast@light-1/lamp',
  code: 'hold.ballast',
  topic: 'hold',
  about: { code: 'about_named', args: { name: { kind: 'label', value: 'hair light' } } },
  about_id: 'light-1/lamp',
  says: {
    code: 'check_hold-ballast-too-much',
    args: { given: { kind: 'tenth', value: 12 }, most: { kind: 'count', value: 300 } },
  },
  state: 'within',
  value: 12,
  bound: 12,
  unit: 'kg',
  relation: 'least',
  factor: 1.5,
  cure: null,
  ...more,
});
const rig = (holdings: Holding[], checks: Check[]) => ({ holdings, checks }) as unknown as Rig;
const holds = () => useShoot.getState().document?.rig.holds ?? {};

beforeEach(() => {
  open(opened({ rig: { holds: { 'key/lamp': { ballast: 5 } } } }));
  serve({});
});

describe('what holds each thing', () => {
  const page = (checks: Check[] = [], opened_ = 'light-1/lamp') => {
    const { document } = useShoot.getState();
    if (!document) throw new Error('no document');
    return show(
      <Holdings rig={rig([holding({})], checks)} document={document} open={opened_} setOpen={vi.fn()} />,
    );
  };
  it('puts a board into a holder made for it, and a lamp into none', async () => {
    const { document } = useShoot.getState();
    if (!document) throw new Error('no document');
    const board = holding({ id: 'key/board', name: 'white board', grips: ['behind', 'below'] });
    show(<Holdings rig={rig([board], [])} document={document} open="key/board" setOpen={vi.fn()} />);
    fireEvent.mouseDown(screen.getByRole('combobox', { name: 'What grips white board' }));
    fireEvent.click(await screen.findByTitle('in a board holder, its bar below, so that light passes'));
    expect(holds()).toMatchObject({ 'key/lamp': { ballast: 5 }, 'key/board': { grip: 'below' } });
    page();
    expect(screen.queryByRole('combobox', { name: 'What grips hair light' })).toBeNull();
  });
  it('is answered by the id of what is held, beside what was answered before', async () => {
    page();
    const box = screen.getByRole('textbox', { name: 'Ballast of hair light' });
    await userEvent.clear(box);
    await userEvent.type(box, '15{Enter}');
    expect(holds()['light-1/lamp']).toMatchObject({ ballast: 15 });
    expect(holds()['key/lamp']).toEqual({ ballast: 5 });
  });
  it('goes back to the proposal when an answer is emptied', async () => {
    open(opened({ rig: { holds: { 'light-1/lamp': { ballast: 15 } } } }));
    page();
    const box = screen.getByRole('textbox', { name: 'Ballast of hair light' });
    await userEvent.clear(box);
    fireEvent.blur(box);
    expect(holds()['light-1/lamp']).toMatchObject({ ballast: null });
  });
  it('says what is accepted and changes nothing where an answer is too much', async () => {
    page();
    const box = screen.getByRole('textbox', { name: 'Reach of hair light' });
    await userEvent.clear(box);
    await userEvent.type(box, '40 m{Enter}');
    expect(screen.getByRole('alert').textContent).toContain('between');
    expect(holds()['light-1/lamp']).toBeUndefined();
  });
  it('proposes in grey what nobody has answered', () => {
    page();
    const box = screen.getByRole('textbox', { name: 'Ballast of hair light' }) as HTMLInputElement;
    expect([box.value, box.placeholder]).toEqual(['', '12.4 kg']);
  });
  it('says who is under it', () => {
    page();
    expect(screen.getByText(/Right under it is the sitter/)).toBeTruthy();
  });
  it.each([
    ['outside', ['within', 'outside', 'needs an answer']],
    ['needs an answer', ['within', 'needs an answer']],
    ['within', ['within']],
  ] as const)('is marked as %s by the worst of its own checks', (worst, states) => {
    const mine = states.map((state, k) => check({ id: `c${k}`, state }));
    page([...mine, check({ id: 'other', about_id: 'light-2/lamp', state: 'outside' })]);
    expect(screen.getByRole('button', { name: new RegExp(`hair light.*, ${worst}$`, 's') })).toBeTruthy();
  });
  it('is opened by its id, so that two of one name are apart', async () => {
    const { document } = useShoot.getState();
    if (!document) throw new Error('no document');
    const setOpen = vi.fn();
    const two = [holding({}), holding({ id: 'light-2/lamp' })];
    show(<Holdings rig={rig(two, [])} document={document} open="light-2/lamp" setOpen={setOpen} />);
    const [first, second] = screen.getAllByRole('button', { name: /hair light/ });
    expect([first, second].map((b) => b?.getAttribute('aria-expanded'))).toEqual(['false', 'true']);
    if (first) await userEvent.click(first);
    expect(setOpen).toHaveBeenCalledWith('light-1/lamp');
  });
});

describe('the checks', () => {
  const says = { code: 'cure_count-with-knock', args: { knock: { kind: 'force', value: 60 } } } as const;
  const cure = { says, changes: [{ path: 'rig.bump', value: 60 }] };
  const bolts = {
    code: 'check_hold-arm-on',
    args: { mass: { kind: 'tenth', value: 2 } },
  } as const;
  const page = () =>
    show(
      <Checks
        rig={rig(
          [],
          [
            check({ id: 'a' }),
            check({ id: 'b', state: 'outside', cure, factor: 0.8 }),
            check({
              id: 'c',
              says: bolts,
              state: 'needs an answer',
              cure: { says: { code: 'cure_fewer-joints', args: {} }, changes: [] },
            }),
          ],
        )}
      />,
    );
  it('come in order of what is to be done, and never call anything safe', () => {
    const { container } = page();
    expect([...container.querySelectorAll('h3, summary')].map((h) => h.textContent)).toEqual([
      'Outside (1)',
      'Need an answer (1)',
      'Within the checks (1)',
    ]);
    expect(container.textContent?.toLowerCase()).not.toContain('safe ');
  });
  it('are cured by one press, where a change of the document cures them', async () => {
    page();
    await userEvent.click(screen.getByRole('button', { name: 'Do it: count with 60 N' }));
    expect(useShoot.getState().document?.rig.bump).toBe(60);
  });
  it('offer no press where somebody has to look', () => {
    page();
    const line = screen.getByText('What the arm is clamped to').closest('li');
    if (!line) throw new Error('no line');
    expect(within(line).queryByRole('button')).toBeNull();
    expect(within(line).getByText('→ fewer joints, or a second clamp')).toBeTruthy();
  });
});
