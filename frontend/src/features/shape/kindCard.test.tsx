// @vitest-environment happy-dom
import { screen } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import { open, opened, show } from '../../testing/bench';
import { missed, type Row } from './KindCard';
import { Answer } from './WhyNot';

const says = (why: string) => ({ code: 'rank_refused', args: { why: { kind: 'label', value: why } } });
const row = (kind: string, penalty: number | null, parts: object = {}): Row =>
  ({
    kind,
    name: kind,
    good: 'cheap',
    bad: 'large',
    cannot: null,
    reasons: [],
    weighed: [
      { about: 'missed', says: [says(`${kind} is too hard.`)], weight: penalty ?? 0 },
      { about: 'met', says: [says('ISO 400.')], weight: 0 },
      { about: 'takes', says: [says('Set up in 5 minutes.')], weight: 0.1 },
    ],
    penalty,
    ...parts,
  }) as unknown as Row;

describe('why not a kind', () => {
  it('is answered by its place and what it misses, beside the first', () => {
    open(opened({}));
    const rows = [row('cloth', 0.02), row('book', 1.34)];
    show(<Answer row={rows[1] as Row} serving={rows} />);
    expect(screen.getByRole('status').textContent).toContain('book is number 2 of 2');
    expect(screen.getByText(/book is too hard/)).toBeDefined();
    expect(screen.getByRole('heading', { name: 'cloth' })).toBeDefined();
    expect(screen.queryByText(/ISO 400/)).toBeNull();
  });

  it('is answered by what keeps it from serving', () => {
    open(opened({}));
    show(
      <Answer row={row('tent', null, { cannot: says('It takes a thing.') })} serving={[row('cloth', 0.1)]} />,
    );
    expect(screen.getByText('tent: It takes a thing.')).toBeDefined();
  });

  it('says of the first that it is, and of what misses nothing too', () => {
    open(opened({}));
    const first = row('cloth', 0.02);
    expect(missed(first)).toEqual([]);
    show(<Answer row={first} serving={[first]} />);
    expect(screen.getByText(/cloth is first for this brief/).textContent).toContain('misses nothing');
  });
});
