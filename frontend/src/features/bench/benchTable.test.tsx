// @vitest-environment happy-dom
import { screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { describe, expect, it, vi } from 'vitest';
import { show } from '../../testing/bench';
import { BenchTable } from './BenchTable';
import type { Table } from './specs';

const table: Table = {
  key: 'readings',
  title: 'Readings',
  row: { through: 'sheet' },
  columns: [
    { key: 'lux', label: 'reading', kind: 'lux' },
    { key: 'angle', label: 'off the axis', kind: 'degrees' },
  ],
} as unknown as Table;

const page = (rows: Record<string, unknown>[] = [], askMeter: (() => Promise<number>) | null = null) => {
  const set = vi.fn();
  show(<BenchTable table={table} rows={rows} units="metric" set={set} askMeter={askMeter} />);
  return set;
};
const write = async (reading: string, angle = '') => {
  await userEvent.type(screen.getByLabelText('reading'), reading);
  if (angle) await userEvent.type(screen.getByLabelText('off the axis'), angle);
  await userEvent.click(screen.getByRole('button', { name: 'Write it down' }));
};

describe('readings of the bench', () => {
  it('are written down beside those that are there, on the axis where nobody says more', async () => {
    const before = { through: 'sheet', lux: 900, angle: 0 };
    const set = page([before]);
    await write('420 lx');
    expect(set.mock.calls).toEqual([[[before, { through: 'sheet', lux: 420, angle: 0 }]]]);
    expect((screen.getByLabelText('reading') as HTMLInputElement).value).toBe('');
  });
  it('may be stops from the first one', async () => {
    const set = page([{ through: 'sheet', lux: 800, angle: 0 }]);
    await write('-1 stop', '30°');
    expect(set.mock.calls[0]?.[0][1]).toEqual({ through: 'sheet', lux: 400, angle: 30 });
  });
  it('that are not understood stay in their box, and nothing is written', async () => {
    const set = page();
    await write('rather dim');
    expect(set).not.toHaveBeenCalled();
    expect(screen.getByRole('alert').textContent).toMatch(/^reading: /);
    expect((screen.getByLabelText('reading') as HTMLInputElement).value).toBe('rather dim');
  });
  it('come from the meter', async () => {
    const set = page([], () => Promise.resolve(512));
    await userEvent.click(screen.getByRole('button', { name: 'Ask the meter' }));
    await vi.waitFor(() =>
      expect(set.mock.calls[0]?.[0]).toEqual([{ through: 'sheet', lux: 512, angle: 0 }]),
    );
  });
  it('do not come from a meter that is away, and it says so', async () => {
    const set = page([], () => Promise.reject(new Error('The meter does not answer.')));
    await userEvent.click(screen.getByRole('button', { name: 'Ask the meter' }));
    expect((await screen.findByRole('alert')).textContent).toBe('The meter does not answer.');
    expect(set).not.toHaveBeenCalled();
  });
});
