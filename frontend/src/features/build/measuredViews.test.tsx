// @vitest-environment happy-dom
import { fireEvent, screen } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import { useShoot } from '../../shared/state/store';
import { open, opened, serve, show } from '../../testing/bench';
import { MeasuredViews } from './MeasuredViews';

const view = (group: string, name: 'front' | 'side', value: number) => ({
  group,
  name,
  width: 300,
  height: 200,
  lines: 'M0 0L300 0',
  labels: [{ text: 'A1', x: 20, y: 30 }],
  dimensions: [
    { start: [0, 212], end: [300, 212], value },
    { start: [-12, 0], end: [-12, 200], value: 0.044 },
  ],
});

describe('measured views', () => {
  const page = (views: object[]) => {
    open(opened({ brief: { assumed: [], subject: {} } }));
    serve({ 'POST /api/build/views': { body: { views } } });
    const { document } = useShoot.getState();
    if (!document) throw new Error('no document');
    show(<MeasuredViews document={document} />);
  };

  it('show one rigid part at a time with its measures in the units that are shown', async () => {
    page([view('page', 'front', 1), view('page', 'side', 0.018), view('flag', 'front', 0.5)]);
    const front = await screen.findByRole('img', { name: /^page, front: 1\.00 m/ });
    expect(front.textContent).toContain('A1');
    expect(screen.queryByRole('img', { name: /^flag/ })).toBeNull();
    fireEvent.mouseDown(screen.getByRole('combobox', { name: 'Which part' }));
    fireEvent.click(await screen.findByTitle('flag'));
    expect(await screen.findByRole('img', { name: /^flag, front/ })).toBeTruthy();
  });

  it('say that nothing is built', async () => {
    page([]);
    expect(await screen.findByText(/Nothing is built/)).toBeTruthy();
  });
});
