// @vitest-environment happy-dom
import 'fake-indexeddb/auto';
import { screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { describe, expect, it } from 'vitest';
import { serve, show } from '../../testing/bench';
import { pump, useJournal } from '../journal/journal';
import { TickList } from './TickList';

const LINES = [
  { key: 'hold.ballast@key/lamp', text: 'Ballast on the key' },
  { key: 'knobs', text: 'Knobs are tight' },
];
const list = () => show(<TickList shoot="s" list="rig" label="Before the lamps go on" lines={LINES} />);
const boxOf = (name: string) => screen.getByRole('checkbox', { name }) as HTMLInputElement;
const TICKS = 'GET /api/shoots/s/ticks/rig';
const TICK = 'PUT /api/shoots/s/ticks/rig';

describe('a list that is ticked off', () => {
  it('shows what is done, by key and not by place', async () => {
    serve({ [TICKS]: { body: ['knobs', 'cured-meanwhile'] } });
    list();
    await waitFor(() => expect(boxOf('Knobs are tight').checked).toBe(true));
    expect(boxOf('Ballast on the key').checked).toBe(false);
  });
  it('ticks a line at once and tells the server its key', async () => {
    const asked = serve({ [TICKS]: { body: [] }, [TICK]: { body: ['hold.ballast@key/lamp'] } });
    list();
    await userEvent.click(boxOf('Ballast on the key'));
    expect(boxOf('Ballast on the key').checked).toBe(true);
    await waitFor(() =>
      expect(asked).toContainEqual({ what: TICK, body: { key: 'hold.ballast@key/lamp', done: true } }),
    );
  });
  it('keeps a tick while the server is away, and sends it when it is back', async () => {
    serve({
      [TICKS]: { body: ['knobs'] },
      [TICK]: { status: 503, body: { code: 'away', message: 'away', fields: [] } },
    });
    const asked = list();
    await waitFor(() => expect(boxOf('Knobs are tight').checked).toBe(true));
    await userEvent.click(boxOf('Ballast on the key'));
    await waitFor(() => expect(useJournal.getState().state).toBe('away'));
    expect(boxOf('Ballast on the key').checked).toBe(true);
    serve({ [TICKS]: { body: ['knobs'] }, [TICK]: { body: ['knobs', 'hold.ballast@key/lamp'] } });
    await pump();
    expect(useJournal.getState()).toMatchObject({ state: 'quiet', entries: [] });
    asked.unmount();
  });
  it('takes a tick back that the server does not accept, and says why', async () => {
    serve({
      [TICKS]: { body: ['knobs'] },
      [TICK]: {
        status: 404,
        body: { code: 'not_found', message: 'This shoot does not exist any more.', fields: [] },
      },
    });
    list();
    await waitFor(() => expect(boxOf('Knobs are tight').checked).toBe(true));
    await userEvent.click(boxOf('Ballast on the key'));
    await screen.findByText(/does not exist any more/);
    expect(boxOf('Ballast on the key').checked).toBe(false);
    expect(boxOf('Knobs are tight').checked).toBe(true);
  });
});
