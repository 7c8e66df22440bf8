// @vitest-environment happy-dom
import { screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import type { Figures, Gauge } from '../../shared/api/client';
import { useFigures } from '../../shared/state/figures';
import { usePreferences } from '../../shared/state/preferences';
import { useShoot } from '../../shared/state/store';
import { open, opened, serve, show } from '../../testing/bench';
import { GaugeStrip } from './GaugeStrip';

const stops = (value: number): Gauge['says']['args'][string] => ({ kind: 'by_stops', value });
const says = (code: string, args: Gauge['says']['args'] = {}): Gauge['says'] => ({ code, args });

const number = (value: number): Gauge['says']['args'][string] => ({ kind: 'tenth', value });
const told = (low: number, high: number): Gauge['says']['args'] => ({
  low: number(low),
  high: number(high),
  spread: { kind: 'choice', value: 'yes' },
});
const doubt = (part: Gauge['doubts'][number]['part'], off: number): Gauge['doubts'][number] => ({
  part,
  off,
  says: says('doubt_part', {
    part: { kind: 'choice', value: part },
    placed: { kind: 'length', value: 0.01 },
    cut: { kind: 'length', value: 0.005 },
  }),
});

const gauge = (key: Gauge['key'], more: Partial<Gauge>): Gauge => ({
  key,
  unit: 'stop',
  value: 2.5,
  low: 2,
  high: 3,
  scale: [0, 5],
  state: 'within',
  spread: null,
  doubts: [],
  says: says('gauge_contrast', {
    stops: { kind: 'deep_stops', value: 2.5 },
    room: { kind: 'share', value: 0.12 },
    ...told(2.1, 2.9),
  }),
  ...more,
});

const GAUGES = [
  gauge('loss', {
    spread: [2, 3],
    says: says('gauge_loss', {
      stops: { kind: 'in_stops', value: 2.5 },
      at_sheet: { kind: 'in_stops', value: 4 },
      ...told(2, 3),
    }),
  }),
  gauge('background', {
    value: 0.5,
    state: 'above',
    says: says('gauge_background', {
      stops: stops(0.5),
      off: { kind: 'in_stops', value: 0.5 },
      way: { kind: 'choice', value: 'more' },
      ...told(0.3, 0.7),
    }),
  }),
  gauge('shadow_edge', {
    unit: 'm',
    value: 0.005,
    low: 0.01,
    high: 0.03,
    scale: [0, 0.1],
    state: 'below',
    says: says('gauge_shadow-edge-none', { away: { kind: 'length', value: 0.03 } }),
  }),
  gauge('exposure', {
    value: null,
    state: 'unknown',
    unit: 'iso',
    scale: [50, 6400],
    says: says('gauge_exposure-none'),
  }),
  gauge('contrast', { doubts: [doubt('sampling', 0.02), doubt('paint', 0.4)] }),
];
const ADVICE = {
  proposals: [
    {
      id: 'larger',
      says: says('offer_length', {
        label: { kind: 'label', value: 'width' },
        before: { kind: 'length', value: 1.2 },
        after: { kind: 'length', value: 1.5 },
        value: { kind: 'fact', value: says('offer_of-length', { value: { kind: 'length', value: 0.02 } }) },
      }),
      further: [says('offer_out-of-room', { beyond: { kind: 'choice', value: 'room' } })],
      changes: [{ path: 'design.width', value: 1.5 }],
    },
    { id: 'none', says: says('offer_spill-none'), further: [], changes: [] },
  ],
  levers: [
    { path: 'design.width', label: 'width', change: 0.0021 },
    { path: 'design.sheet_distance', label: 'distance', change: -0.0008 },
  ],
  how: says('how_shadow-edge'),
  inputs: [says('how_occluder', { away: { kind: 'length', value: 0.2 } })],
};

beforeEach(() => {
  open(opened({}));
  useFigures.setState({
    figures: { gauges: GAUGES } as unknown as Figures,
    stale: false,
    problem: null,
  });
});
afterEach(() => useFigures.setState({ figures: null, stale: false, problem: null }));

describe('the gauges', () => {
  it('say in words where they are out of their band, and the spread where they are in it', () => {
    show(<GaugeStrip />);
    expect(screen.getByTestId('gauge-loss').textContent).toContain('likely 2.0–3.0');
    expect(screen.getByTestId('gauge-background').textContent).toContain('+0.5 stops');
    expect(screen.getByTestId('gauge-background').textContent).toContain('too bright');
    expect(screen.getByTestId('gauge-shadow_edge').textContent).toContain('too hard');
    expect(screen.getByTestId('gauge-exposure').textContent).toContain('not known');
  });

  it('draw the band, the value and the spread where they are on the scale', () => {
    show(<GaugeStrip />);
    const rects = [...screen.getByTestId('gauge-loss').querySelectorAll('rect')];
    const at = rects.map((rect) => [Number(rect.getAttribute('x')), Number(rect.getAttribute('width'))]);
    // of 0 to 5 stops: wanted 2 to 3, spread 2 to 3, value 2.5
    expect(at).toEqual([
      [0, 100],
      [40, 20],
      [40, 20],
      [50, 1.6],
    ]);
    // no value, no mark
    expect(screen.getByTestId('gauge-exposure').querySelectorAll('rect')).toHaveLength(2);
  });

  it('keep the last good figures when better ones fail, and say so', () => {
    useFigures.setState({ stale: true, problem: 'The room is too low.' });
    show(<GaugeStrip />);
    expect(screen.getByRole('alert').textContent).toBe(
      'The room is too low. The last good figures are shown.',
    );
    expect(screen.getByLabelText('Gauges').className).toContain('is-stale');
    expect(screen.getByTestId('gauge-contrast').textContent).toContain('2.5 stops');
  });

  it('open with the reason, what a tenth more does, and a cure that is one click', async () => {
    serve({ 'POST /api/advice': { body: ADVICE } });
    show(<GaugeStrip />);
    await userEvent.click(screen.getByTestId('gauge-shadow_edge'));
    await screen.findByText('Set the width to 1.50 m');
    expect(
      screen.getByText('From 1.20 m to 1.50 m gives 20 mm. It does not fit this room as it stands.'),
    ).toBeTruthy();
    expect(screen.getByText('200 mm from the face')).toBeTruthy();
    expect(screen.getByText('+2.1 mm')).toBeTruthy();
    expect(screen.getByText('−0.8 mm')).toBeTruthy();
    // what cannot be done by a change has no button
    expect(screen.getAllByRole('button', { name: /^Apply/ })).toHaveLength(1);
    await userEvent.click(screen.getByRole('button', { name: 'Apply: Set the width to 1.50 m' }));
    await waitFor(() => expect(useShoot.getState().document?.design).toMatchObject({ width: 1.5 }));
  });

  it('open with what may be off, the most that it is first, each with its part', async () => {
    serve({ 'POST /api/advice': { body: ADVICE } });
    show(<GaugeStrip />);
    await userEvent.click(screen.getByTestId('gauge-contrast'));
    const why = await screen.findByTestId('why-contrast');
    expect(why.textContent).toContain('95 of 100 sets like this lie at 2.1–2.9');
    const rows = [...why.querySelectorAll('li')]
      .map((row) => row.textContent)
      .filter((text) => text?.includes('±'));
    expect(rows).toEqual([
      'what paint and floor send back±0.40 stops',
      'what the computation may be off by±0.02 stops',
    ]);
  });

  it('say it in another language and in other units at once, without asking again', () => {
    const { rerender } = show(<GaugeStrip />);
    usePreferences.setState({ language: 'pseudo' });
    rerender(<GaugeStrip />);
    expect(screen.getByTestId('gauge-background').textContent).toContain('tóóó brííght');
    expect(screen.getByTestId('gauge-background').textContent).toContain('+0.5 stóóps');
    usePreferences.setState({ language: 'en' });
  });

  it('say that there is no answer when nobody answers', async () => {
    serve({});
    show(<GaugeStrip />);
    await userEvent.click(screen.getByTestId('gauge-contrast'));
    await waitFor(() => expect(screen.getAllByRole('alert').length).toBeGreaterThan(0));
  });
});

describe('before there are figures', () => {
  it('something says that they are coming', () => {
    useFigures.setState({ figures: null });
    show(<GaugeStrip />);
    expect(screen.getByText('Working out the light…')).toBeTruthy();
  });
});
