// @vitest-environment happy-dom
import { screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { describe, expect, it } from 'vitest';
import { serve, show } from '../../testing/bench';
import { left, TrashPage } from './TrashPage';

const LINE = {
  kind: 'shot',
  id: 'x',
  name: 'Shot 3',
  of: 'Scroll',
  at: '2026-11-20T10:00:00Z',
  until: '2026-12-20T10:00:00Z',
};

describe('the trash', () => {
  it('says how long something is kept still', () => {
    const until = '2026-12-20T10:00:00Z';
    expect(left(until, Date.parse('2026-11-20T10:00:01Z'))).toBe('kept for 30 days more');
    expect(left(until, Date.parse('2026-12-19T12:00:00Z'))).toBe('kept until tomorrow');
  });

  it('puts something back', async () => {
    let there = [LINE];
    const asked = serve({
      'GET /api/trash': () => ({ body: there }),
      'POST /api/trash/shot/x': () => {
        there = [];
        return { body: null };
      },
    });
    show(<TrashPage />);
    await screen.findByText('Shot 3');
    expect(screen.getByText(/Shot of Scroll/)).toBeTruthy();
    await userEvent.click(screen.getByRole('button', { name: /Put back/ }));
    await screen.findByText('The trash is empty');
    expect(asked.map((a) => a.what)).toContain('POST /api/trash/shot/x');
  });

  it('deletes for good only when that was meant', async () => {
    const asked = serve({ 'GET /api/trash': { body: [LINE] }, 'DELETE /api/trash/shot/x': { body: null } });
    show(<TrashPage />);
    await userEvent.click(await screen.findByRole('button', { name: 'Delete Shot 3 for good' }));
    expect(asked.some((a) => a.what.startsWith('DELETE'))).toBe(false);
    await userEvent.click(await screen.findByRole('button', { name: 'Delete for good' }));
    await waitFor(() => expect(asked.some((a) => a.what === 'DELETE /api/trash/shot/x')).toBe(true));
  });
});
