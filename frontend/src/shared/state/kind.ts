// A kind of the ranking, on the document: tried on it, or taken.
import type { Schemas, Shoot } from '../api/client';
import { edit } from './store';

type Row = Schemas['RankedResult'];

/** The best first, as far as they are known; those that cannot serve last. */
export const inOrder = (rows: Row[]): Row[] =>
  [...rows].sort((a, b) => (a.penalty ?? Number.MAX_VALUE) - (b.penalty ?? Number.MAX_VALUE));

/** The document with a kind's design and the lamp that it is lit by. */
export function inDesign(document: Shoot, row: Pick<Row, 'design' | 'lamp'>): Shoot {
  const lamp = { ...document.brief.lamp, id: row.lamp as Shoot['brief']['lamp']['id'] };
  return { ...document, brief: { ...document.brief, lamp }, design: row.design as Shoot['design'] };
}

/** Take the kind, in the size that it was ranked in. */
export function takeKind(row: Row): void {
  edit(
    [
      { path: 'brief.lamp.id', value: row.lamp },
      { path: 'design', value: row.design },
    ],
    `Kind: ${row.name}`,
  );
}
