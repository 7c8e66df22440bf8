import type { Catalogue, Shoot } from '../api/client';

/** Sections of bars on the Shelf, by the structure that they make. */
export const SECTIONS: Record<string, string> = { pipe: 'pipe', tube: 'square tube', timber: 'timber' };

type Values = Record<string, unknown>;

export const isTimber = (values: Values) => values.section === 'timber';

/** What frames are sawn from; rods are bent. */
export const isSawn = (values: Values) => values.section !== 'rod';

/** Of what bars it is, whose fittings can be measured. */
export function barsOf(design: Shoot['design'], data: Catalogue | undefined): string | undefined {
  if ('structure' in design) return design.structure;
  if (!('bar' in design)) return undefined;
  const { bar } = design;
  if (typeof bar === 'string') return data?.materials.find((m) => m.id === bar)?.group;
  return bar ? SECTIONS_TO_GROUPS[bar.values.section ?? ''] : undefined;
}

const SECTIONS_TO_GROUPS: Record<string, string> = { pipe: 'pipe', 'square tube': 'tube', timber: 'timber' };
