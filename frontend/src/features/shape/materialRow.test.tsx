// @vitest-environment happy-dom
import { fireEvent, screen } from '@testing-library/react';
import { beforeEach, describe, expect, it } from 'vitest';
import source from '../../../../src/wenlo/messages/en/shape.ftl?raw';
import { sayPage } from '../../shared/messages/page';
import { speaker } from '../../shared/messages/speaker';
import { useShoot } from '../../shared/state/store';
import { open, opened, serve, show } from '../../testing/bench';
import { lightOf, MaterialRow, screenColour } from './MaterialRow';

const line = (more: object) => ({
  ref: 'bleached_muslin',
  name: 'muslin, bleached',
  chosen: false,
  own: false,
  stops: -0.42,
  edge: 0.021,
  evenness: 1.1,
  missed: 0.2,
  kelvin: 5400,
  colour: [1, 0.98, 0.9],
  keep_below: 110,
  cannot: '',
  ...more,
});
const lines = [
  line({}),
  line({ name: 'linen', ref: 'linen', chosen: true, stops: 0 }),
  line({ name: 'amber', ref: { item: 'a', version: 2, name: 'amber', values: {} }, own: true, kelvin: 3900 }),
  line({ name: 'board', cannot: 'board does not hang; choose a cloth.' }),
  line({ name: 'felt', stops: null, edge: null, kelvin: null }),
];

beforeEach(() => {
  const run = {
    id: 'r',
    task: 'material_row',
    state: 'done',
    done: 5,
    total: 5,
    parts: [],
    answer: { parameter: 'sheet', lines },
    problem: null,
  };
  serve({ 'POST /api/material-row': { status: 202, body: run } });
  open(opened({ design: { kind: 'hung_curtain', sheet: 'linen' } }));
});

const t = sayPage(speaker(source, 'metric'));

const now = () => {
  const { document } = useShoot.getState();
  if (!document) throw new Error('no document');
  return document;
};

describe('materials side by side', () => {
  it('shows light as the screen has it, and says what each changes', () => {
    expect(screenColour([1, 1, 1])).toBe('rgb(255 255 255)');
    expect(screenColour([0.2159, 0, 1])).toBe('rgb(128 0 255)');
    expect(lightOf(line({}) as never, t)).toBe('−0.4 stops');
    expect(lightOf(line({ chosen: true }) as never, t)).toBe('now');
    expect(lightOf(line({ stops: null }) as never, t)).toBe('no light');
  });

  it('lists each with its figures and uses the one that is taken', async () => {
    show(<MaterialRow document={now()} parameter="sheet" label="every sheet" />);
    expect(await screen.findByText('muslin, bleached')).toBeTruthy();
    expect(screen.getByText('edge 21 mm · 3900 K')).toBeTruthy();
    expect(screen.getByText('board does not hang; choose a cloth.')).toBeTruthy();
    // neither what is chosen nor what does not go can be used
    expect(screen.queryByRole('button', { name: 'Use linen' })).toBeNull();
    expect(screen.queryByRole('button', { name: 'Use board' })).toBeNull();
    fireEvent.click(screen.getByRole('button', { name: 'Use amber' }));
    expect((now().design as { sheet?: unknown }).sheet).toMatchObject({ item: 'a', version: 2 });
  });
});
