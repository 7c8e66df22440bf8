// @vitest-environment happy-dom
import { fireEvent, screen } from '@testing-library/react';
import { beforeEach, describe, expect, it } from 'vitest';
import { open, opened, serve, show } from '../../testing/bench';
import { useShoot } from '../state/store';
import { FrameCloths, wornWithout } from './FrameCloths';

const options = [
  { id: 'black_cotton', name: 'black cotton' },
  { id: 'bleached_muslin', name: 'bleached muslin' },
];
const frame = (more: object) =>
  opened({ design: { kind: 'diffusion_frame', structure: 'tube', cloths: [], worn: 0, ...more } });
const now = () =>
  useShoot.getState().document?.design as unknown as { cloths: { cover: string }[]; worn: number };

beforeEach(() => {
  serve({ 'GET /api/shelf': { body: [] } });
});

describe('cloths for one frame', () => {
  it('keeps the one that is on when another is taken away', () => {
    expect(wornWithout(3, 0)).toBe(2);
    expect(wornWithout(1, 2)).toBe(1);
    expect(wornWithout(2, 1)).toBe(0);
    expect(wornWithout(0, 0)).toBe(0);
  });

  it('takes one more, puts it on, hangs a flap from it and takes it away', () => {
    open(frame({}));
    show(<FrameCloths options={options} />);
    fireEvent.click(screen.getByRole('button', { name: 'One more cloth' }));
    expect(now().cloths).toEqual([{ cover: 'black_cotton', floppy: false }]);
    fireEvent.click(screen.getByLabelText('Cloth 1 is on'));
    expect(now().worn).toBe(1);
    fireEvent.click(screen.getByLabelText('floppy'));
    expect(now().cloths).toEqual([{ cover: 'black_cotton', floppy: true }]);
    fireEvent.click(screen.getByRole('button', { name: 'Take cloth 1 away' }));
    expect(now()).toMatchObject({ cloths: [], worn: 0 });
  });

  it('takes no more than four', () => {
    open(frame({ cloths: Array.from({ length: 4 }, () => ({ cover: 'bleached_muslin', floppy: false })) }));
    show(<FrameCloths options={options} />);
    expect(screen.queryByRole('button', { name: 'One more cloth' })).toBeNull();
    expect(screen.getAllByText('bleached muslin').length).toBe(4);
  });

  it('says at its place what does not go', () => {
    open(frame({ cloths: [{ cover: 'black_cotton', floppy: true }], worn: 1 }));
    useShoot.setState({ fieldErrors: { 'design.worn': 'There are 0 further cloths.' } });
    show(<FrameCloths options={options} />);
    expect(screen.getByRole('alert').textContent).toContain('0 further cloths');
  });

  it('is for diffusion frames alone', () => {
    open(opened({ design: { kind: 'light_tent' } }));
    const { container } = show(<FrameCloths options={options} />);
    expect(container.textContent).toBe('');
  });
});
