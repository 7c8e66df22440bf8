// @vitest-environment happy-dom
import { fireEvent, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { limit, open, opened, serve, show } from '../../testing/bench';
import { useShoot } from '../state/store';
import { read as readNumber } from '../units/quantity';
import { NumberField } from './NumberField';
import { NumberInput } from './NumberInput';
import { NumberToAdd } from './NumberToAdd';
import { Quantity } from './Quantity';

const WIDTH = limit('diffusion_frame:design.width', 0.3, 4);
const width = () => {
  const { document } = useShoot.getState();
  return (document as unknown as { design: { width: number | null } }).design.width;
};
const box = () => screen.getByRole('textbox');

describe('a number of the document', () => {
  beforeEach(() => {
    open(opened({}));
    serve({});
  });
  const field = () => show(<Quantity path="design.width" kind="length" label="Width" />, [WIDTH]);
  it('shows its value with its unit, and is named with both', () => {
    field();
    expect(screen.getByRole('button', { name: /^Width: 1\.20 m\./ })).toBeTruthy();
  });
  it.each([
    ['0.9', 0.9],
    ['90 cm', 0.9],
    ['5\' 2 3/4"', 1.59385],
    ['1350mm', 1.35],
  ])('takes %s, typed and entered', async (text, metres) => {
    field();
    await userEvent.click(screen.getByRole('button'));
    await userEvent.clear(box());
    await userEvent.type(box(), `${text}{Enter}`);
    expect(width()).toBeCloseTo(metres, 5);
  });
  it('leaves the document alone and says what is accepted when it is too much', async () => {
    field();
    await userEvent.click(screen.getByRole('button'));
    await userEvent.clear(box());
    await userEvent.type(box(), '9 m{Enter}');
    expect(width()).toBe(1.2);
    expect(screen.getByRole('alert').textContent).toContain('between 300 mm and 4.00 m');
  });
  it('says what it does not understand', async () => {
    field();
    await userEvent.click(screen.getByRole('button'));
    await userEvent.clear(box());
    await userEvent.type(box(), 'two ells{Enter}');
    expect(width()).toBe(1.2);
    expect(screen.getByRole('alert')).toBeTruthy();
  });
  it('is given up with Escape, and stays', async () => {
    field();
    await userEvent.click(screen.getByRole('button'));
    await userEvent.clear(box());
    await userEvent.type(box(), '2 m{Escape}');
    expect(width()).toBe(1.2);
    expect(screen.queryByRole('textbox')).toBeNull();
  });
  it('is nudged by arrow keys: a centimetre, or ten with Shift', () => {
    field();
    const button = screen.getByRole('button');
    fireEvent.keyDown(button, { key: 'ArrowUp' });
    expect(width()).toBeCloseTo(1.21, 9);
    fireEvent.keyDown(screen.getByRole('button'), { key: 'ArrowDown', shiftKey: true });
    expect(width()).toBeCloseTo(1.11, 9);
  });
  it('says that it was assumed until somebody answers', async () => {
    open(opened({ brief: { assumed: ['design.width'], subject: {} } }));
    field();
    expect(screen.getByTitle('assumed')).toBeTruthy();
    fireEvent.keyDown(screen.getByRole('button'), { key: 'ArrowUp' });
    expect(screen.queryByTitle('assumed')).toBeNull();
  });
});

describe('a number outside of the document', () => {
  const tried = async (text: string, units: 'metric' | 'imperial' = 'metric', value: number | null = 0.5) => {
    const set = vi.fn();
    show(<NumberField label="Length" kind="length" value={value} set={set} units={units} hint="0.30 m" />);
    await userEvent.clear(box());
    await userEvent.type(box(), `${text}{Enter}`);
    return set;
  };
  it('is taken over when the field is left', async () => {
    expect((await tried('72 cm')).mock.calls).toEqual([[0.72]]);
  });
  it('is shown in feet and inches where they are used', async () => {
    await tried("2'", 'imperial', 0.3048);
    expect((box() as HTMLInputElement).value).toContain("1'");
  });
  it('is none when it is emptied', async () => {
    const set = vi.fn();
    show(<NumberField label="Length" kind="length" value={0.5} set={set} />);
    await userEvent.clear(box());
    fireEvent.blur(box());
    expect(set.mock.calls).toEqual([[null]]);
  });
  it('keeps what was typed and says what is wrong with it', async () => {
    const set = await tried('about a hand');
    expect(set).not.toHaveBeenCalled();
    expect(box().getAttribute('aria-invalid')).toBe('true');
    expect((box() as HTMLInputElement).value).toBe('about a hand');
    expect(screen.getByRole('alert').textContent).not.toBe('');
  });
  it('tells nobody when nothing changed', async () => {
    const set = vi.fn();
    show(<NumberField label="Length" kind="length" value={0.5} set={set} />);
    fireEvent.focus(box());
    fireEvent.blur(box());
    expect(set).not.toHaveBeenCalled();
  });
});

describe('the text box of numbers', () => {
  const drawn = (more: Partial<Parameters<typeof NumberInput>[0]> = {}) => {
    const set = vi.fn();
    const read = (text: string) => (text.trim() ? readNumber(text, 'number', 'metric') : null);
    show(<NumberInput name="Count" shown="3" read={read} set={set} {...more} />);
    return set;
  };
  it('goes back to what was there at Escape, and nobody is told', async () => {
    const done = vi.fn();
    const set = drawn({ done });
    await userEvent.clear(box());
    await userEvent.type(box(), '5{Escape}');
    expect((box() as HTMLInputElement).value).toBe('3');
    expect(set).not.toHaveBeenCalled();
    expect(done).toHaveBeenCalledOnce();
  });
  it('is not left for good while its words are not understood', async () => {
    const done = vi.fn();
    const set = drawn({ done });
    await userEvent.clear(box());
    await userEvent.type(box(), 'some{Enter}');
    expect(set).not.toHaveBeenCalled();
    expect(done).not.toHaveBeenCalled();
    expect(box().getAttribute('aria-describedby')).toBe(screen.getByRole('alert').id);
    await userEvent.clear(box());
    await userEvent.type(box(), '4{Enter}');
    expect(set.mock.calls).toEqual([[4]]);
    expect(screen.queryByRole('alert')).toBeNull();
  });
  it('steps by the arrow keys where there is a step', () => {
    const step = vi.fn();
    drawn({ step });
    fireEvent.keyDown(box(), { key: 'ArrowUp' });
    fireEvent.keyDown(box(), { key: 'ArrowDown' });
    expect(step.mock.calls).toEqual([[1], [-1]]);
  });
  it('says what the server found wrong until somebody types', () => {
    drawn({ error: 'There are never 3 of it.' });
    expect(screen.getByRole('alert').textContent).toContain('never 3');
    expect(box().getAttribute('aria-invalid')).toBe('true');
  });
  it('takes the keyboard when it is opened where a number is read', () => {
    drawn({ opened: true });
    expect(document.activeElement).toBe(box());
  });
});

describe('a number to be added', () => {
  const drawn = () => {
    const add = vi.fn();
    show(
      <NumberToAdd
        name="Reading"
        kind="lux"
        units="metric"
        placeholder="412 lx"
        button="Write it down"
        accept={(lux) => (lux > 0 ? null : 'A reading is more than 0 lx.')}
        add={add}
      />,
    );
    return add;
  };
  it('is added by Enter or by the button, and the box is free for the next', async () => {
    const add = drawn();
    await userEvent.type(box(), '412 lx{Enter}');
    await userEvent.type(box(), '80');
    await userEvent.click(screen.getByRole('button', { name: 'Write it down' }));
    expect(add.mock.calls).toEqual([[412], [80]]);
    expect((box() as HTMLInputElement).value).toBe('');
  });
  it('stays where it is not understood, or not accepted', async () => {
    const add = drawn();
    await userEvent.type(box(), 'dim{Enter}');
    expect(screen.getByRole('alert').textContent).toContain('8000 lx');
    await userEvent.clear(box());
    await userEvent.type(box(), '0{Enter}');
    expect(screen.getByRole('alert').textContent).toBe('A reading is more than 0 lx.');
    expect((box() as HTMLInputElement).value).toBe('0');
    expect(add).not.toHaveBeenCalled();
  });
  it('is nothing as long as nothing is typed', async () => {
    const add = drawn();
    await userEvent.type(box(), '{Enter}');
    expect(add).not.toHaveBeenCalled();
    expect(screen.queryByRole('alert')).toBeNull();
  });
});
