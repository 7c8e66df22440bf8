// Which shoots are shown, and in which order.
import type { Schemas } from '../../shared/api/client';

export type ShootLine = Schemas['ShootLineAnswer'];
export type ShootOrder = 'changed' | 'title';

/** Those with every word that is looked for in their titles, in the order that is asked for. */
export function shownLines(lines: ShootLine[], words: string, order: ShootOrder): ShootLine[] {
  const wanted = words.toLocaleLowerCase().split(/\s+/).filter(Boolean);
  const found = lines.filter((line) => {
    const title = line.title.toLocaleLowerCase();
    return wanted.every((word) => title.includes(word));
  });
  return found.toSorted((a, b) =>
    order === 'title'
      ? a.title.localeCompare(b.title, undefined, { numeric: true, sensitivity: 'base' })
      : b.updated_at.localeCompare(a.updated_at),
  );
}

/** The longest title that is accepted. */
const LONGEST = 120;

/** The title of a copy: numbered where there is one already, and never too long. */
export function copyTitle(title: string, taken: string[]): string {
  const there = new Set(taken);
  for (let k = 1; ; k++) {
    const end = k === 1 ? ', copy' : `, copy ${k}`;
    const made = `${title.slice(0, LONGEST - end.length)}${end}`;
    if (!there.has(made)) return made;
  }
}
