// @vitest-environment happy-dom
import { screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { saveAs } from '../../shared/api/files';
import { opened, serve, show } from '../../testing/bench';
import { Exports } from './Exports';

vi.mock('../../shared/api/files', () => ({ saveAs: vi.fn() }));

const document = opened({ title: 'Bench' });
const plan = { id: 'svg', name: 'Plan (SVG)', detail: 'plan.svg', group: '' };

beforeEach(() => vi.mocked(saveAs).mockClear());

describe('saving a set', () => {
  it('offers what the server offers and the picture, and saves under the name of the shoot', async () => {
    const asked = serve({ 'POST /api/set-file': { body: { drawn: true } } });
    show(<Exports document={document} />, [], { exports: [plan] });
    await userEvent.click(screen.getByRole('button', { name: /save as/i }));
    const offered = (await screen.findAllByRole('menuitem')).map((item) => item.textContent);
    expect(offered).toEqual(['Plan (SVG)', 'Picture as shown (PNG)']);
    await userEvent.click(screen.getByRole('menuitem', { name: 'Plan (SVG)' }));
    await waitFor(() => expect(saveAs).toHaveBeenCalledTimes(1));
    expect(asked).toEqual([{ what: 'POST /api/set-file', body: { document, form: 'svg' } }]);
    const [bytes, name] = vi.mocked(saveAs).mock.calls[0] ?? [];
    expect(name).toBe('Bench plan.svg');
    expect(await bytes?.text()).toBe('{"drawn":true}');
  });

  it('says what was wrong, and saves nothing', async () => {
    serve({
      'POST /api/set-file': {
        status: 422,
        body: { code: 'impossible', message: 'The set is empty.', fields: [] },
      },
    });
    show(<Exports document={document} />, [], { exports: [plan] });
    await userEvent.click(screen.getByRole('button', { name: /save as/i }));
    await userEvent.click(await screen.findByRole('menuitem', { name: 'Plan (SVG)' }));
    expect((await screen.findByRole('alert')).textContent).toBe('The set is empty.');
    expect(saveAs).not.toHaveBeenCalled();
  });

  it('asks for a picture before it can be saved as shown', async () => {
    const asked = serve({});
    show(<Exports document={document} />, [], { exports: [plan] });
    await userEvent.click(screen.getByRole('button', { name: /save as/i }));
    await userEvent.click(await screen.findByRole('menuitem', { name: 'Picture as shown (PNG)' }));
    expect((await screen.findByRole('alert')).textContent).toContain('There is no picture yet');
    expect(asked).toEqual([]);
  });
});
