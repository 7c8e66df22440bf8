// @vitest-environment happy-dom
import { screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { describe, expect, it } from 'vitest';
import type { Shoot } from '../../shared/api/client';
import { beforeLast, edit, useShoot } from '../../shared/state/store';
import { open, opened, serve, show } from '../../testing/bench';
import { Against } from './Against';

const shoot = () =>
  opened({
    design: { kind: 'diffusion_frame', key_angle: 40, width: 1.2 },
    brief: { assumed: [], subject: { face_height: 1.25 }, lamp: { id: 'chip_60_dish' } },
  });

describe('what a set is held against', () => {
  it('is the set before the last change, once there was one', () => {
    open(shoot());
    expect(beforeLast()).toBeNull();
    edit([{ path: 'design.width', value: 1.5 }], 'wider');
    const width = (of: Shoot | null) => (of?.design as { width?: number } | undefined)?.width;
    expect(width(useShoot.getState().document)).toBe(1.5);
    expect(width(beforeLast())).toBe(1.2);
  });

  it('is asked for beside the picture: the lamp alone, of the document that is open', async () => {
    const document = shoot();
    const asked = serve({ 'POST /api/baseline': { body: { design: { kind: 'lamp_alone' } } } });
    open(document);
    show(<Against document={document} />);
    await userEvent.click(screen.getByRole('button', { name: 'Compare the picture' }));
    await userEvent.click(await screen.findByRole('menuitem', { name: 'the bare lamp' }));
    expect(await screen.findByText('the bare lamp · as it is now')).toBeDefined();
    const { body } = asked.find((one) => one.what === 'POST /api/baseline') ?? {};
    expect((body as { document: Shoot }).document.design).toEqual(document.design);
    // both pictures are of the same room and lamp; only what stands before it differs
    const taken = asked.filter((one) => one.what === 'POST /api/figures');
    expect(taken.map((one) => (one.body as { document: Shoot }).document.design.kind)).toContain(
      'lamp_alone',
    );
  });
  it('says in its place why the lamp alone cannot be shown', async () => {
    serve({
      'POST /api/baseline': {
        status: 503,
        body: { code: 'away', message: 'The solver is away.', fields: [] },
      },
    });
    open(shoot());
    show(<Against document={shoot()} />);
    await userEvent.click(screen.getByRole('button', { name: 'Compare the picture' }));
    await userEvent.click(await screen.findByRole('menuitem', { name: 'the bare lamp' }));
    expect(await screen.findByText('The solver is away.')).toBeDefined();
  });
});
