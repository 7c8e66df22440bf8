// @vitest-environment happy-dom
import { screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { beforeEach, describe, expect, it } from 'vitest';
import type { Build, Catalogue, Shoot } from '../../shared/api/client';
import { useShoot } from '../../shared/state/store';
import { limit, open, opened, serve, show } from '../../testing/bench';
import { MeasureBack } from './MeasureBack';
import { Shopping } from './Shopping';
import { Workshop } from './Workshop';

const workshop = {
  prices: { screw: 0.08 },
  currency: 'EUR',
  rate: 1,
  ready_made: null,
  supplier: false,
  cutting: 'by hand',
  kerf: null,
};
const now = (): Shoot => {
  const { document } = useShoot.getState();
  if (!document) throw new Error('no document');
  return document;
};
const line = {
  key: 'batten',
  name: 'batten 18 × 44',
  amount: '3',
  each: 2.4,
  price: 7.2,
  need: 3,
  on_shelf: 0,
  short: 0,
  source: 'typical',
  substitutes: [],
};
const build = (more: object = {}) =>
  ({
    currency: 'EUR',
    ready_made: null,
    supplier: 'off',
    shopping: [line],
    total: 7.2,
    slip: [],
    bars: [
      {
        pieces: [
          { label: '2·A10', name: 'side', cut: 1.2 },
          { label: '2·A2', name: 'rail', cut: 1.236 },
        ],
      },
    ],
    stacks: [{ run: 'height', worst: 0.002, likely: 0.0014, wanted: 1.2, pieces: ['2·A10'] }],
    first_cuts: [],
    kerf: 0.0012,
    saw: 'fine saw',
    ...more,
  }) as unknown as Build;

beforeEach(() => {
  open(opened({ brief: { assumed: [], subject: { face_height: 1.25 }, workshop } }));
  serve({});
});

describe('prices', () => {
  const typed = async (text: string) => {
    show(<Shopping build={build()} document={now()} />);
    const box = screen.getByRole('textbox', { name: 'Price of one batten 18 × 44' });
    await userEvent.clear(box);
    await userEvent.type(box, `${text}{Enter}`);
    return now().brief.workshop.prices;
  };
  it('of one’s own stand beside those that were typed before', async () => {
    expect(await typed('1,95')).toEqual({ screw: 0.08, batten: 1.95 });
  });
  it('are typical again where the box is emptied', async () => {
    open(
      opened({
        brief: { assumed: [], subject: {}, workshop: { ...workshop, prices: { batten: 2.4, screw: 0.08 } } },
      }),
    );
    expect(await typed(' ')).toEqual({ screw: 0.08 });
  });
  it('are not what they are not', async () => {
    expect(await typed('about two')).toEqual({ screw: 0.08 });
    expect(screen.getByRole('alert').textContent).not.toBe('');
    expect((screen.getByRole('textbox', { name: /Price of one/ }) as HTMLInputElement).value).toBe(
      'about two',
    );
  });
  it('say when the supplier does not answer', () => {
    show(<Shopping build={build({ supplier: 'away' })} document={now()} />);
    expect(screen.getByRole('alert').textContent).toContain('does not answer');
  });
});

describe('what a tape says of the pieces', () => {
  const measured = async (texts: Record<string, string>) => {
    const asked = serve({
      'POST /api/measured': () => ({ body: { findings: [{ label: '2·A2', text: 'Cut 4 mm off 2·A2.' }] } }),
    });
    show(<MeasureBack build={build()} document={now()} />);
    for (const [label, text] of Object.entries(texts))
      await userEvent.type(screen.getByLabelText(`${label} measured`), `${text}{Enter}`);
    return asked;
  };
  const find = () => screen.getByRole('button', { name: 'Find the piece to recut' });
  it('is sent for the pieces that were measured alone, in metres', async () => {
    const asked = await measured({ '2·A2': '124 cm', '2·A10': '1200' });
    await userEvent.click(find());
    expect((await screen.findByText('Cut 4 mm off 2·A2.')).textContent).toBeTruthy();
    expect(asked[0]?.body).toMatchObject({ symptom: 'none', measured: { '2·A2': 1.24, '2·A10': 1.2 } });
  });
  it('is asked for by label, in the order of the numbers', async () => {
    await measured({});
    const labels = screen.getAllByRole('textbox').map((box) => box.getAttribute('aria-label'));
    expect(labels).toEqual(['2·A2 measured', '2·A10 measured']);
    expect(find().hasAttribute('disabled')).toBe(true);
  });
  it('can be taken back, and what is not understood is not sent', async () => {
    await measured({ '2·A2': '1240' });
    await userEvent.clear(screen.getByLabelText('2·A2 measured'));
    await userEvent.type(screen.getByLabelText('2·A2 measured'), '{Enter}');
    expect(find().hasAttribute('disabled')).toBe(true);
    await userEvent.type(screen.getByLabelText('2·A10 measured'), 'a bit long{Enter}');
    expect(find().hasAttribute('disabled')).toBe(true);
    expect(screen.getByRole('alert').textContent).toContain('a bit long');
  });
});

describe('who builds it and with what', () => {
  const limits = [limit('brief.workshop.kerf', 0.0002, 0.006, 'm', null)];
  const white = { id: 'white_board', name: 'white board', detail: '', group: '' };
  const kinds = [
    { id: 'diffusion_frame', made_of: [], controls: [{ path: 'design.board', options: [white] }] },
  ] as unknown as Catalogue['kinds'];
  const materials = [
    { id: 'pvc_one_inch', name: 'PVC 1 in', group: 'pipe', detail: '' },
    { id: 'softwood_18_44', name: 'softwood 18 × 44 mm', group: 'timber', detail: '' },
  ];
  const inside = { materials, kinds };
  it('asks for sockets where there is pipe alone', () => {
    const pipe = { kind: 'diffusion_frame', structure: 'pipe' };
    open(opened({ design: pipe, brief: { assumed: [], subject: {}, workshop } }));
    show(<Workshop build={build()} document={now()} />, limits, inside);
    expect(screen.getByText('Socket depth, measured')).toBeTruthy();
  });
  it('changes structure, bar and joints where they are built', async () => {
    const pipe = { kind: 'diffusion_frame', structure: 'pipe', material: 'pvc_one_inch' };
    open(opened({ design: pipe, brief: { assumed: [], subject: {}, workshop } }));
    show(<Workshop build={build()} document={now()} />, limits, inside);
    await userEvent.click(screen.getByLabelText('Structure'));
    await userEvent.click(await screen.findByText('timber battens'));
    expect(now().design).toMatchObject({ structure: 'timber', material: 'softwood_18_44' });
  });
  it('asks for sockets of any kind that is of pipe, and for none of battens', () => {
    for (const [bar, asked] of [
      ['pvc_one_inch', true],
      ['softwood_18_44', false],
      [{ item: 'p', version: 1, name: 'old pipe', values: { section: 'pipe' } }, true],
    ] as const) {
      open(opened({ design: { kind: 'light_tent', bar }, brief: { assumed: [], subject: {}, workshop } }));
      const { unmount } = show(<Workshop build={build()} document={now()} />, limits, inside);
      expect(screen.queryByText('Socket depth, measured') !== null).toBe(asked);
      unmount();
    }
  });
  it('asks for corners where there is square tube, and for the hole where they hold by springs', () => {
    const tube = { kind: 'diffusion_frame', structure: 'tube', carried: 'held by stands' };
    for (const springs of [false, true]) {
      open(opened({ design: tube, brief: { assumed: [], subject: {}, workshop: { ...workshop, springs } } }));
      const { unmount } = show(<Workshop build={build()} document={now()} />, limits, inside);
      expect(screen.getByText("Corner to the tube's end, measured")).toBeTruthy();
      expect(screen.queryByText('Hole for a button') !== null).toBe(springs);
      expect(screen.getByText('Sewing sent out, a piece')).toBeTruthy();
      unmount();
    }
  });
  it('asks for a board and its border where the frame is cut from one, and for no bar', () => {
    const board = { kind: 'diffusion_frame', structure: 'board', board: 'white_board', border: 0.06 };
    open(opened({ design: board, brief: { assumed: [], subject: {}, workshop } }));
    show(<Workshop build={build()} document={now()} />, limits, inside);
    expect(screen.getByLabelText('Board')).toBeTruthy();
    expect(screen.queryByLabelText('Bar')).toBeNull();
    expect(screen.queryByLabelText('Stands')).toBeNull();
  });
  it('shows the kerf that holds until one is measured', () => {
    open(
      opened({
        design: { kind: 'diffusion_frame', structure: 'timber' },
        brief: { assumed: [], subject: {}, workshop },
      }),
    );
    const { container } = show(<Workshop build={build()} document={now()} />, limits, inside);
    expect(within(container).getByText(/now 1.2 mm, fine saw/)).toBeTruthy();
    expect(screen.queryByText('Socket depth, measured')).toBeNull();
  });
});
