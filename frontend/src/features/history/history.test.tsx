// @vitest-environment happy-dom
import 'fake-indexeddb/auto';
import { screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { MemoryRouter } from 'react-router';
import { beforeEach, describe, expect, it } from 'vitest';
import { useJournal } from '../../shared/journal/journal';
import { limit, open, opened, serve, show } from '../../testing/bench';
import { HistoryPage } from './HistoryPage';

const LINES = [
  { number: 3, parent: 2, label: 'Frame width: 1.20 m', called: 'a phone', aside: false, current: true },
  { number: 2, parent: 1, label: 'Frame width: 2 m', called: 'a tablet', aside: true, current: false },
  { number: 1, parent: null, label: 'Made', called: '', aside: false, current: false },
].map((line) => ({ name: '', changes: [], created_at: '2026-11-29T10:00:00Z', ...line }));
const LIMITS = [limit('diffusion_frame:design.width', 0.2, 6)];
const page = () =>
  show(
    <MemoryRouter>
      <HistoryPage />
    </MemoryRouter>,
    LIMITS,
  );

beforeEach(() => open(opened({}), 'a'));

describe('the history', () => {
  it('tells who changed what, and what was kept aside', async () => {
    serve({ 'GET /api/shoots/a/history': { body: LINES } });
    page();
    expect(
      await screen.findByRole('button', { name: /Frame width: 1.20 m.*a phone.*shown now/ }),
    ).toBeTruthy();
    expect(screen.getByRole('button', { name: /Frame width: 2 m.*a tablet.*kept aside/ })).toBeTruthy();
  });

  it('shows what is different from now, and sets it back as an edit', async () => {
    const then = opened({ design: { kind: 'diffusion_frame', width: 2, height: 1.2, top_height: 1.95 } });
    serve({
      'GET /api/shoots/a/history': { body: LINES },
      'GET /api/shoots/a/history/1': { body: then },
    });
    page();
    const words = await screen.findByRole('table', { name: 'What is different' });
    expect(words.textContent).toContain('2.00 m');
    expect(words.textContent).toContain('1.20 m');
    await userEvent.click(screen.getByRole('button', { name: 'Set it back to this' }));
    expect(useJournal.getState().entries.at(-1)).toMatchObject({
      kind: 'edit',
      of: 'a',
      changes: [{ path: ['design', 'width'], was: 1.2, value: 2 }],
    });
  });

  it('keeps the name that somebody gives a state', async () => {
    const asked = serve({
      'GET /api/shoots/a/history': { body: LINES },
      'GET /api/shoots/a/history/1': { body: opened({}) },
      'PUT /api/shoots/a/history/1': { body: null },
    });
    page();
    await userEvent.type(await screen.findByLabelText('Name'), 'as first tried{Enter}');
    await waitFor(() =>
      expect(asked).toContainEqual({ what: 'PUT /api/shoots/a/history/1', body: { name: 'as first tried' } }),
    );
  });
});
