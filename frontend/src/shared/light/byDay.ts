// Whether daylight lights a modifier, and no lamp of its own: some kinds always, some where that is chosen.
import type { Catalogue, Shoot } from '../api/client';

export function byDay(design: Shoot['design'], kinds: Catalogue['kinds']): boolean {
  if ('lit_by' in design && design.lit_by === 'daylight') return true;
  return kinds.find((k) => k.id === design.kind)?.daylight ?? false;
}
