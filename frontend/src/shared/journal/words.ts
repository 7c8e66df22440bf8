// What an edit changed, in words: where, what was there, what is there now.
import type { Catalogue, Schemas, Shoot } from '../api/client';
import { limitPath } from '../state/limits';
import { KIND_OF, show } from '../units/quantity';
import { type Change, valueAt } from './merge';

type Words = { where: string; was: string; now: string };

const plain = (text: string) => text.replaceAll('_', ' ');

function capital(text: string): string {
  return text.charAt(0).toUpperCase() + text.slice(1);
}

/** The entry of a list by what it is called. */
function called(document: Shoot | null, path: string[], fallback: unknown): string {
  const entry = ((document && valueAt(document, path)) ?? fallback) as {
    name?: string;
    what?: string;
    kind?: string;
  } | null;
  return entry?.name ?? entry?.what ?? plain(entry?.kind ?? path.at(-1)?.slice(1) ?? '');
}

function said(value: unknown, unit: string | undefined, units: Shoot['units']): string {
  if (value === null || value === undefined) return '–';
  if (typeof value === 'number')
    return unit && KIND_OF[unit] ? show(value, KIND_OF[unit], units) : String(value);
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  if (typeof value === 'string') return value === '' ? '–' : plain(value);
  if (Array.isArray(value)) return value.length ? `${value.length} entries` : 'none';
  const fields = value as { name?: string; kind?: string };
  return plain(fields.name ?? fields.kind ?? 'other values');
}

/** A change in words, and null for what nobody needs to read. */
export function inWords(
  change: Pick<Change, 'path' | 'was' | 'value' | 'adds' | 'removes'>,
  document: Shoot | null,
  limits: Catalogue['limits'],
): Words | null {
  const { path } = change;
  if (path.includes('assumed') || path.at(-1) === '@order') return null;
  let dotted = '';
  const lists: string[] = [];
  path.forEach((step, k) => {
    const entry = step.startsWith('@');
    dotted += entry ? '.*' : `${dotted ? '.' : ''}${step}`;
    if (entry) {
      const own = k === path.length - 1 ? (change.value ?? change.was) : null;
      lists.push(called(document, path.slice(0, k + 1), own));
    }
  });
  const limit = limits.find((l) => l.path === limitPath(dotted.replaceAll('.*', '.0'), document));
  const last = path.at(-1) as string;
  const field = last.startsWith('@') ? '' : (limit?.label ?? plain(last));
  const where = capital([lists.join(', '), field].filter(Boolean).join(': ') || plain(path.join(' ')));
  const units = document?.units ?? 'metric';
  return {
    where,
    was: change.adds ? 'not there' : said(change.was, limit?.unit, units),
    now: change.removes ? 'taken away' : said(change.value, limit?.unit, units),
  };
}

/** All that an edit changed, in words. */
export function allInWords(
  changes: Schemas['Change'][],
  document: Shoot,
  limits: Catalogue['limits'],
): Words[] {
  return (changes as Change[]).flatMap((c) => inWords(c, document, limits) ?? []);
}
