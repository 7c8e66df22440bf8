// @vitest-environment happy-dom
import 'fake-indexeddb/auto';
import { screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { beforeEach, describe, expect, it } from 'vitest';
import { type Entry, useJournal } from '../shared/journal/journal';
import { limit, open, opened, serve, show } from '../testing/bench';
import { Conflict } from './Conflict';

const change = { path: ['design', 'width'], was: 1.2, value: 1.5, adds: false, removes: false };
const asked = (more: object = {}) =>
  ({
    kind: 'edit',
    what: 'shoot',
    of: 'a',
    base: 1,
    label: 'Frame width: 1.50 m',
    changes: [change],
    id: 'e1',
    order: 1,
    writer: 'w',
    made_at: '2026-11-29T10:00:00Z',
    asked: [{ path: ['design', 'width'], mine: 1.5, theirs: 0.9, gone: false }],
    ...more,
  }) as Entry;

beforeEach(() => {
  open(opened({}));
  serve({});
});

describe('two values of one field', () => {
  it('stands for nobody whom nothing is asked', () => {
    useJournal.setState({ entries: [] });
    show(<Conflict />);
    expect(screen.queryByRole('dialog')).toBeNull();
  });

  it('shows both, with the unit that is used', async () => {
    useJournal.setState({ entries: [asked()] });
    show(<Conflict />, [limit('diffusion_frame:design.width', 0.2, 6)]);
    const row = await screen.findByRole('row', { name: /width/i });
    await waitFor(() => expect(row.textContent).toMatch(/0\.90 m|900 mm/));
    expect(row.textContent).toContain('1.50 m');
  });

  it('leaves theirs and asks no more', async () => {
    useJournal.setState({ entries: [asked()] });
    show(<Conflict />);
    await userEvent.click(await screen.findByRole('button', { name: 'Show theirs' }));
    expect(useJournal.getState().entries).toEqual([]);
  });

  it('cannot write into what is gone, and says that it is', async () => {
    const gone = { path: ['design', 'width'], mine: 1.5, theirs: null, gone: true };
    useJournal.setState({ entries: [asked({ asked: [gone] })] });
    show(<Conflict />);
    expect((await screen.findByRole('row', { name: /width/i })).textContent).toContain('taken away');
    await userEvent.click(screen.getByRole('button', { name: 'Keep mine' }));
    expect(useJournal.getState().entries).toEqual([]);
  });

  it('writes mine over what they left', async () => {
    useJournal.setState({ entries: [asked()] });
    show(<Conflict />);
    await userEvent.click(await screen.findByRole('button', { name: 'Keep mine' }));
    expect(useJournal.getState().entries).toMatchObject([
      { label: 'Frame width: 1.50 m', changes: [{ was: 0.9, value: 1.5 }] },
    ]);
  });
});
