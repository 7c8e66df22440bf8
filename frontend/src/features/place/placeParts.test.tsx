// @vitest-environment happy-dom
import { fireEvent, screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import type { Catalogue, Shoot } from '../../shared/api/client';
import { usePlace } from '../../shared/state/place';
import { useShoot } from '../../shared/state/store';
import { open, opened, serve, show } from '../../testing/bench';
import { LooksTab } from './LooksTab';
import { capture } from './looks';
import { PlaceDimension } from './PlaceDimension';
import { ThingList } from './ThingList';
import type { Thing } from './things';

const lamp = { id: 'panel_45', power: 1, gel: 'none', on: true, hue: 0, saturation: 0 };
const parts = {
  looks: [] as Shoot['looks'],
  brief: {
    assumed: [],
    subject: { face_height: 1.25 },
    lamp,
    others: [{ ...lamp, key: 'light-1', name: 'hair light', power: 0.5 }],
    pieces: [{ key: 'piece-1', name: 'stool', hidden: false }],
  },
};
const now = (): Shoot => {
  const { document } = useShoot.getState();
  if (!document) throw new Error('no document');
  return document;
};

beforeEach(() => {
  open(opened(parts));
  usePlace.setState({ chosen: [] });
  serve({});
});

describe('looks', () => {
  const data = { kinds: [{ id: 'diffusion_frame', controls: [] }] } as unknown as Catalogue;
  const page = (compared: number[] = [], compare = vi.fn()) => {
    const Live = () => {
      useShoot((s) => s.document);
      return <LooksTab document={now()} data={data} compared={compared} compare={compare} />;
    };
    show(<Live />);
    return compare;
  };
  it('are kept under a name, or a number where nobody gives one', async () => {
    page();
    await userEvent.type(screen.getByLabelText('Name of the look'), 'bench, evening{Enter}');
    await userEvent.click(screen.getByRole('button', { name: 'Keep this state' }));
    expect(now().looks.map((look) => look.name)).toEqual(['bench, evening', 'look 2']);
    expect(now().looks[0]?.others['light-1']?.power).toBe(0.5);
  });
  it('are no more than nine', () => {
    open(opened({ ...parts, looks: Array.from({ length: 9 }, (_, i) => capture(now(), `l${i}`)) }));
    page();
    expect(screen.getByRole('button', { name: 'Keep this state' }).hasAttribute('disabled')).toBe(true);
  });
  it('bring back lamps and what is carried out, and leave the rest alone', async () => {
    const dark = { ...capture(now(), 'dark'), hidden: ['piece-1'] };
    dark.others = { 'light-1': { ...dark.lamp, on: false } };
    open(opened({ ...parts, title: 'A viola', looks: [dark] }));
    page();
    const button = screen.getByRole('button', { name: '1 dark' });
    expect(button.getAttribute('aria-pressed')).toBe('false');
    await userEvent.click(button);
    expect(now().brief.others[0]).toMatchObject({ name: 'hair light', on: false });
    expect(now().brief.pieces[0]?.hidden).toBe(true);
    expect(now().title).toBe('A viola');
  });
  it('are compared two at a time, the last two that were marked', async () => {
    const looks = ['one', 'two', 'three'].map((name) => capture(now(), name));
    open(opened({ ...parts, looks }));
    const compare = page([0, 1]);
    await userEvent.click(screen.getByRole('checkbox', { name: 'Compare three' }));
    expect(compare).toHaveBeenLastCalledWith([1, 2]);
    expect(screen.getByRole('columnheader', { name: 'one' })).toBeTruthy();
  });
  it('are forgotten one at a time, and no pair is compared then', async () => {
    open(opened({ ...parts, looks: ['one', 'two'].map((name) => capture(now(), name)) }));
    const compare = page([0, 1]);
    await userEvent.click(screen.getByRole('button', { name: 'Forget one' }));
    expect(now().looks.map((look) => look.name)).toEqual(['two']);
    expect(compare).toHaveBeenCalledWith([]);
  });
});

describe('what stands in the set', () => {
  const things = [
    { key: 'key', name: 'diffusion frame', kind: 'key' },
    { key: 'light-1', name: 'hair light', kind: 'lamp', hidden: true },
    { key: 'piece-1', name: 'stool', kind: 'block', locked: true },
  ] as unknown as Thing[];
  const rows = () => screen.getAllByRole('button');
  it('is chosen by name, more of it with Shift', () => {
    show(<ThingList things={things} />);
    fireEvent.click(rows()[0] as HTMLElement);
    fireEvent.click(rows()[2] as HTMLElement, { shiftKey: true });
    expect(usePlace.getState().chosen).toEqual(['key', 'piece-1']);
    expect(rows().map((row) => row.getAttribute('aria-pressed'))).toEqual(['true', 'false', 'true']);
  });
  it('says what is locked, and that a lamp is off', () => {
    show(<ThingList things={things} />);
    expect(within(rows()[1] as HTMLElement).getByLabelText('off')).toBeTruthy();
    expect(within(rows()[2] as HTMLElement).getByLabelText('locked')).toBeTruthy();
  });
  it('is walked through by keyboard', () => {
    show(<ThingList things={things} />);
    const list = screen.getByRole('list', { name: 'What stands in the set' });
    rows()[0]?.focus();
    fireEvent.keyDown(list, { key: 'ArrowDown', altKey: true });
    expect(document.activeElement).toBe(rows()[1]);
    fireEvent.keyDown(list, { key: 'End' });
    expect(document.activeElement).toBe(rows()[2]);
    fireEvent.keyDown(list, { key: 'Home' });
    expect(document.activeElement).toBe(rows()[0]);
  });
});

describe('a distance on the plan', () => {
  const drawn = () => {
    const commit = vi.fn();
    show(
      <svg>
        <title>plan</title>
        <PlaceDimension at={[50, 50]} label="From the mark" value={1.5} units="metric" commit={commit} />
      </svg>,
    );
    return commit;
  };
  it('is typed where it is read', async () => {
    const commit = drawn();
    fireEvent.click(screen.getByRole('button', { name: /From the mark: 1.50 m/ }));
    const box = screen.getByRole('textbox', { name: 'From the mark' });
    await userEvent.clear(box);
    await userEvent.type(box, '182 cm{Enter}');
    expect(commit.mock.calls).toEqual([[1.82]]);
    expect(screen.queryByRole('textbox')).toBeNull();
  });
  it('stays open with the words until they are understood', async () => {
    const commit = drawn();
    fireEvent.keyDown(screen.getByRole('button'), { key: 'Enter' });
    const box = screen.getByRole('textbox');
    await userEvent.clear(box);
    await userEvent.type(box, 'three steps{Enter}');
    expect(screen.getByRole('alert').textContent).toContain('three steps');
    await userEvent.type(box, '{Escape}');
    expect(screen.queryByRole('textbox')).toBeNull();
    expect(commit).not.toHaveBeenCalled();
  });
});
