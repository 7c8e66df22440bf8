// @vitest-environment happy-dom
import { screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { MemoryRouter, Route, Routes } from 'react-router';
import { describe, expect, it, vi } from 'vitest';
import { opened, serve, show } from '../../testing/bench';
import { Starts, startPicture } from './Starts';

const ROWS = [
  { id: 'steam', title: 'Steam lit from behind', sentence: 'A warm jar.' },
  { id: 'wrapped', title: 'A thing wrapped in film', sentence: 'A tent all round.' },
];

const page = (answer: object, fail = vi.fn()) => {
  const asked = serve({ 'GET /api/starts': { body: ROWS }, 'POST /api/shoots': answer as never });
  show(
    <MemoryRouter initialEntries={['/']}>
      <Routes>
        <Route path="/" element={<Starts fail={fail} />} />
        <Route path="/shoots/:id/shape" element={<p>its shape</p>} />
      </Routes>
    </MemoryRouter>,
  );
  return { asked, fail };
};

describe('jobs to start from', () => {
  it('makes a shoot of the job that is tapped and opens it', async () => {
    const { asked } = page({ status: 201, body: { id: 's-9', version: 1, document: opened({}) } });
    await userEvent.click(await screen.findByRole('button', { name: /Steam lit from behind/ }));
    await screen.findByText('its shape');
    expect(asked.find((one) => one.what === 'POST /api/shoots')?.body).toEqual({ start: 'steam' });
  });

  it('says where it could not be made, and stays', async () => {
    const { fail } = page({
      status: 503,
      body: { code: 'away', message: 'The database is away.', fields: [] },
    });
    await userEvent.click(await screen.findByRole('button', { name: /wrapped in film/ }));
    await waitFor(() => expect(fail).toHaveBeenCalled());
    expect(screen.queryByText('its shape')).toBeNull();
  });

  it('ships a picture of each, and none of what there is not', () => {
    expect(startPicture('steam')).toBeTruthy();
    expect(startPicture('nothing')).toBeUndefined();
  });
});
