// @vitest-environment happy-dom
import { screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { describe, expect, it, vi } from 'vitest';
import { show } from '../../testing/bench';
import { TickWhatYouHave } from './TickWhatYouHave';
import type { ItemAnswer, Starter } from './useShelf';

const thing = (category: string, id: string) =>
  ({ category, id, name: id.replace('_', ' '), words: '', values: {}, curve: [] }) as unknown as Starter;
const mine = (category: string, starter: string, version = 1) =>
  ({ id: starter, version, item: { category, starter, name: starter } }) as unknown as ItemAnswer;

describe('ticking what one has', () => {
  const STARTER = [thing('lamp', 'desk_lamp'), thing('lamp', 'bare_bulb'), thing('sheet', 'bed_linen')];
  const CATEGORIES = [
    { id: 'lamp', name: 'Lamps' },
    { id: 'sheet', name: 'Sheets' },
    { id: 'tool', name: 'Tools' },
  ] as never;
  const open = (own: ItemAnswer[]) => {
    const actions = { take: vi.fn(async () => null), remove: vi.fn(async () => null) };
    show(<TickWhatYouHave starter={STARTER} categories={CATEGORIES} own={own} actions={actions} />);
    return actions;
  };

  it('puts a generic thing on the Shelf, and takes off what was only ticked', async () => {
    const actions = open([mine('lamp', 'desk_lamp')]);
    await userEvent.click(screen.getByRole('button', { name: 'bare bulb' }));
    expect(actions.take).toHaveBeenCalledWith(STARTER[1]);
    await userEvent.click(screen.getByRole('button', { name: 'desk lamp', pressed: true }));
    expect(actions.remove).toHaveBeenCalledOnce();
  });

  it('leaves alone what was measured or is there twice', () => {
    open([mine('lamp', 'desk_lamp', 3), mine('lamp', 'bare_bulb'), mine('lamp', 'bare_bulb')]);
    expect(screen.getByRole('button', { name: 'desk lamp' }).hasAttribute('disabled')).toBe(true);
    expect(screen.getByRole('button', { name: 'bare bulb' }).hasAttribute('disabled')).toBe(true);
  });

  it('asks by category, and only for what light is made with', async () => {
    open([mine('lamp', 'desk_lamp')]);
    expect(screen.queryByText(/Tools/)).toBeNull();
    expect(screen.getByText('Lamps 1')).toBeDefined();
    await userEvent.click(screen.getByText('Sheets'));
    expect(screen.getByRole('button', { name: 'bed linen' })).toBeDefined();
  });
});
