import type { Shoot } from '../../shared/api/client';

/** Whether stands hold a frame that has no feet of its own. */
export const isHeld = (design: Shoot['design']) =>
  ('carried' in design && design.carried === 'held by stands') ||
  ('structure' in design && design.structure === 'board');
