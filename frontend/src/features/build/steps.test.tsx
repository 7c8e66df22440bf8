// @vitest-environment happy-dom
import { screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { describe, expect, it } from 'vitest';
import type { Build } from '../../shared/api/client';
import { serve, show } from '../../testing/bench';
import { Steps } from './Steps';

type Step = Build['steps'][number];

const step = (key: string, code: string, more: Partial<Step> = {}): Step => ({
  key,
  was: key,
  said: { says: { code, args: {} }, instead: null, further: [], checks: [], cautions: [] },
  minutes: 10,
  wait: 0,
  start: 0,
  ready: 10,
  hands: 1,
  does: 'cut',
  parts: [],
  fittings: '',
  tools: [],
  after: [],
  sketch: null,
  ...more,
});
const BUILD = {
  minutes: 30,
  waiting: 0,
  ready: 30,
  steps: [
    step('cut-the-bars', 'steps_cut-the-bars'),
    step('cut-bleached-muslin', 'acrylic-table_scrape-the-edges', { was: 'cut-the-bleached-muslin' }),
    step('hang-the-sheet', 'product-box_set-the-lamps', {
      was: 'cut-hem-and-hang-the-sheet',
      after: [0, 1],
    }),
  ],
} as unknown as Build;
const TICKS = 'GET /api/shoots/s/ticks/build';
const TICK = 'PUT /api/shoots/s/ticks/build';
const page = () => show(<Steps build={BUILD} shoot="s" units="metric" />);
const boxes = () => screen.getAllByRole('checkbox') as HTMLInputElement[];

describe('steps of a build', () => {
  it('are done by what earlier versions called them, too', async () => {
    serve({ [TICKS]: { body: ['cut-the-bars', 'cut-the-bleached-muslin'] } });
    page();
    await waitFor(() => expect(boxes().map((b) => b.checked)).toEqual([true, true, false]));
    expect(screen.getByRole('status').textContent).toContain('10 min of work left');
  });
  it('lose both names of a tick that is taken away', async () => {
    const asked = serve({ [TICKS]: { body: ['cut-the-bleached-muslin'] }, [TICK]: { body: [] } });
    page();
    await waitFor(() => expect(boxes()[1]?.checked).toBe(true));
    const second = boxes()[1];
    if (second) await userEvent.click(second);
    await waitFor(() =>
      expect(asked.filter((a) => a.what === TICK).map((a) => a.body)).toEqual([
        { key: 'cut-bleached-muslin', done: false },
        { key: 'cut-the-bleached-muslin', done: false },
      ]),
    );
  });
  it('are ticked by what they are called now', async () => {
    const asked = serve({ [TICKS]: { body: [] }, [TICK]: { body: ['hang-the-sheet'] } });
    page();
    await waitFor(() => expect(boxes()).toHaveLength(3));
    const last = boxes()[2];
    if (last) await userEvent.click(last);
    await waitFor(() =>
      expect(asked.find((a) => a.what === TICK)?.body).toEqual({ key: 'hang-the-sheet', done: true }),
    );
  });
});

describe('the picture of a step', () => {
  it('shows what is added and says so, beside the step that it belongs to', () => {
    const first = BUILD.steps[0];
    const picture = {
      key: first?.key ?? '',
      parts: ['rail'],
      width: 320,
      height: 200,
      present: 'M0 0L10 0',
      added: 'M0 0L0 10',
      behind: '',
      screws: '',
      labels: [{ text: 'A1', x: 5, y: 5 }],
      glue: [[40, 50]],
      hands: [
        [10, 10],
        [90, 10],
      ],
    };
    show(<Steps build={BUILD} shoot="s" units="metric" pictures={[picture]} />);
    const drawn = screen.getByRole('img', { name: 'Cut the bars: A1 in place' });
    expect([...drawn.querySelectorAll('path')].map((path) => path.getAttribute('d'))).toEqual([
      'M0 0L10 0',
      'M0 0L0 10',
      '',
      '',
    ]);
    expect([...drawn.querySelectorAll('text')].map((text) => text.textContent)).toEqual(['A1']);
    expect(drawn.querySelectorAll('circle')).toHaveLength(3);
    expect(screen.getByText('drops: glue, rings: 2 people hold')).toBeTruthy();
  });
});
