// @vitest-environment happy-dom
import { screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { MemoryRouter } from 'react-router';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { opened, serve, show } from '../../testing/bench';
import { ShootsPage } from './ShootsPage';

const LINES = [
  { id: 's-1', title: 'Varnish jar and steam', version: 3, updated_at: '2026-11-03T10:00:00Z' },
  { id: 's-2', title: 'At the gluing bench', version: 7, updated_at: '2026-11-05T10:00:00Z' },
];
const LIST = 'GET /api/shoots';

const shoot = (title: string) => ({ ...opened({ title, looks: [], second: [] }), title });
const answers = () => ({
  [LIST]: { body: LINES },
  'GET /api/shoots/s-1': { body: { id: 's-1', version: 3, document: shoot('Varnish jar and steam') } },
  'GET /api/shoots/s-2': { body: { id: 's-2', version: 7, document: shoot('At the gluing bench') } },
  'PUT /api/shoots/s-2': { body: { id: 's-2', version: 8, document: shoot('Glue') } },
  'POST /api/shoots': { status: 201, body: { id: 's-3', version: 1, document: shoot('copy') } },
});
const titles = () => screen.getAllByRole('link', { name: /jar|bench/ }).map((link) => link.textContent);

describe('the list of shoots', () => {
  // nothing comes into view here, so that no picture is asked for
  beforeEach(() => {
    vi.stubGlobal(
      'IntersectionObserver',
      class {
        observe() {}
        disconnect() {}
      },
    );
  });
  afterEach(() => void vi.unstubAllGlobals());
  const page = () => {
    const asked = serve(answers());
    show(
      <MemoryRouter>
        <ShootsPage />
      </MemoryRouter>,
    );
    return asked;
  };

  it('is in the order that is asked for, and finds what is looked for', async () => {
    page();
    await screen.findByText('At the gluing bench');
    expect(titles()).toEqual(['At the gluing bench', 'Varnish jar and steam']);
    await userEvent.type(screen.getByRole('searchbox', { name: 'Find a shoot' }), 'JAR');
    expect(titles()).toEqual(['Varnish jar and steam']);
    await userEvent.type(screen.getByRole('searchbox', { name: 'Find a shoot' }), ' of clay');
    expect(screen.getByText(/No shoot has/)).toBeTruthy();
    await userEvent.click(screen.getByRole('button', { name: 'Show all' }));
    expect(titles()).toHaveLength(2);
  });

  it('renames a shoot with a new revision of what it is, and nothing when the title is left as it was', async () => {
    const asked = page();
    await userEvent.click(await screen.findByRole('button', { name: 'Rename At the gluing bench' }));
    await userEvent.type(screen.getByLabelText('New title of At the gluing bench'), '{Enter}');
    await userEvent.click(screen.getByRole('button', { name: 'Rename At the gluing bench' }));
    const box = screen.getByLabelText('New title of At the gluing bench');
    await userEvent.clear(box);
    await userEvent.type(box, 'Glue{Enter}');
    await waitFor(() => {
      const saved = asked.filter((a) => a.what === 'PUT /api/shoots/s-2');
      expect(saved).toHaveLength(1);
      expect(saved[0]?.body).toMatchObject({ version: 7, document: { title: 'Glue' }, label: 'Called Glue' });
    });
  });

  it('copies a shoot under a title of its own', async () => {
    const asked = page();
    await userEvent.click(await screen.findByRole('button', { name: 'Copy Varnish jar and steam' }));
    await waitFor(() =>
      expect(asked.find((a) => a.what === 'POST /api/shoots')?.body).toMatchObject({
        document: { title: 'Varnish jar and steam, copy' },
      }),
    );
  });
});
