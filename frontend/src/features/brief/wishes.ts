// What a picture is for sets the wishes that nobody has answered.
import type { Catalogue, Shoot } from '../../shared/api/client';
import type { Edit } from '../../shared/state/store';

/** Edits of the wishes that follow from a use: those of its own, and back to the usual ones what another use had set. */
export function wishesOf(document: Shoot, uses: Catalogue['uses'], use: string): Edit[] {
  const open = new Set(document.brief.assumed);
  const paths = new Set(uses.flatMap((u) => u.wishes.map((w) => w.path)));
  const mine = new Map(uses.find((u) => u.id === use)?.wishes.map((w) => [w.path, w.value]));
  const usual = new Map(uses.flatMap((u) => u.wishes.map((w) => [w.path, w.usual])));
  return [...paths]
    .filter((path) => open.has(path))
    .map((path) => ({ path, value: mine.get(path) ?? usual.get(path) }));
}
