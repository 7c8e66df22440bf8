// @vitest-environment happy-dom
import { screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { describe, expect, it } from 'vitest';
import type { Figures, Shoot } from '../../shared/api/client';
import { beforeLast, edit, useShoot } from '../../shared/state/store';
import { open, opened, show } from '../../testing/bench';
import { Against, bareOf } from './Against';

const figures = { modifier: { side_lamps: [{ place: [1.85, 1.3] }] } } as unknown as Figures;
const shoot = () =>
  opened({
    design: { kind: 'diffusion_frame', key_angle: 40, width: 1.2 },
    brief: { assumed: [], subject: { face_height: 1.25 }, lamp: { id: 'chip_60_dish' } },
  });

describe('what a set is held against', () => {
  it('is the same lamp at the same place, bare, and pointed at the face', () => {
    const bare = bareOf(shoot(), figures);
    expect(bare.design).toEqual({
      kind: 'bare_lamp',
      key_angle: 40,
      distance: 1.85,
      centre_height: 1.3,
      aim_height: 1.25,
    });
    expect(bare.brief).toEqual(shoot().brief);
  });

  it('is the set before the last change, once there was one', () => {
    open(shoot());
    expect(beforeLast()).toBeNull();
    edit([{ path: 'design.width', value: 1.5 }], 'wider');
    const width = (of: Shoot | null) => (of?.design as { width?: number } | undefined)?.width;
    expect(width(useShoot.getState().document)).toBe(1.5);
    expect(width(beforeLast())).toBe(1.2);
  });

  it('is chosen beside the picture; a bare lamp is not held against itself', async () => {
    const document = opened({ ...shoot(), design: { kind: 'bare_lamp', key_angle: 40 } });
    open(document);
    show(<Against document={document} figures={figures} />);
    await userEvent.click(screen.getByRole('button', { name: 'Compare the picture' }));
    const bare = await screen.findByRole('menuitem', { name: 'the bare lamp' });
    expect(bare.getAttribute('aria-disabled')).toBe('true');
  });
});
