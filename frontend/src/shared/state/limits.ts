// The limits that the server publishes, for whatever follows a hand: there is no second copy of them here.
import type { Catalogue, Shoot } from '../api/client';

type Limit = Catalogue['limits'][number];

const known = new Map<string, Limit>();

export function rememberLimits(limits: Limit[]): void {
  known.clear();
  for (const limit of limits) known.set(limit.path, limit);
}

/** Under which path the limits of a number are published: by the kind for a design, one for all places in a list. */
export function limitPath(path: string, document: Shoot | null): string {
  const plain = path.replace(/\.\d+\./g, '.*.');
  if (path.startsWith('design.') && document) return `${document.design.kind}:${plain}`;
  const second = /^second\.(\d+)\.(design\..*)$/.exec(path);
  if (second && document) return `${document.second[Number(second[1])]?.design.kind}:${second[2]}`;
  const piece = /^brief\.pieces\.(\d+)\./.exec(path);
  if (piece && document) return `${document.brief.pieces[Number(piece[1])]?.kind}:${plain}`;
  return plain;
}

/** The value, or the nearest that is accepted at a path of the document. */
export function accepted(path: string, document: Shoot, value: number): number {
  const limit = known.get(limitPath(path, document));
  return limit ? Math.max(limit.low, Math.min(limit.high, value)) : value;
}
