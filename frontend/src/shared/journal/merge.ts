// Changes of a document, field by field: found between two states of it and put into a third. Entries of lists are known
// by their keys. The same rules stand in core/document/merge.py; both are held to tests/vectors/merge.json.
import type { Schemas } from '../api/client';

export type Change = Required<Pick<Schemas['Change'], 'path' | 'adds' | 'removes'>> & {
  was: unknown;
  value: unknown;
};

const ENTRY = '@';
const ORDER = '@order';
const NAMED_BY = ['key', 'light'];

type Fields = Record<string, unknown>;

const isFields = (value: unknown): value is Fields =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

/** Whether two JSON values say the same, in whatever order their fields stand. */
export function same(a: unknown, b: unknown): boolean {
  if (a === b) return true;
  if (Array.isArray(a) && Array.isArray(b))
    return a.length === b.length && a.every((entry, k) => same(entry, b[k]));
  if (!isFields(a) || !isFields(b)) return false;
  const keys = Object.keys(a);
  return keys.length === Object.keys(b).length && keys.every((key) => key in b && same(a[key], b[key]));
}

/** What the entries of lists are called by, in all lists alike; null if they have no names or one is twice. */
function namesOf(...lists: unknown[][]): string[][] | null {
  const entries = lists.flat(1);
  let named: string[][] | null = null;
  if (entries.every((entry) => typeof entry === 'string')) named = lists as string[][];
  else {
    const field = NAMED_BY.find((f) => entries.every((e) => isFields(e) && typeof e[f] === 'string' && e[f]));
    if (field) named = lists.map((list) => list.map((e) => (e as Fields)[field] as string));
  }
  return named?.every((names) => new Set(names).size === names.length) ? named : null;
}

/** The changes that make one document of another. */
export function changesBetween(before: unknown, after: unknown, path: string[] = []): Change[] {
  if (before === after || same(before, after)) return [];
  if (isFields(before) && isFields(after) && before.kind === after.kind) {
    const keys = new Set([...Object.keys(before), ...Object.keys(after)]);
    return [...keys].flatMap((key) => fieldChanges(before, after, key, [...path, key]));
  }
  if (Array.isArray(before) && Array.isArray(after)) {
    const names = namesOf(before, after);
    if (names) return entryChanges(names[0] as string[], before, names[1] as string[], after, path);
  }
  return [{ path, was: before ?? null, value: after ?? null, adds: false, removes: false }];
}

function fieldChanges(before: Fields, after: Fields, key: string, path: string[]): Change[] {
  if (!(key in before)) return [{ path, was: null, value: after[key], adds: true, removes: false }];
  if (!(key in after)) return [{ path, was: before[key], value: null, adds: false, removes: true }];
  return changesBetween(before[key], after[key], path);
}

function entryChanges(old: string[], before: unknown[], now: string[], after: unknown[], path: string[]) {
  const found: Change[] = [];
  for (const name of new Set([...old, ...now])) {
    const at = [...path, ENTRY + name];
    const [k, j] = [old.indexOf(name), now.indexOf(name)];
    if (k < 0) found.push({ path: at, was: null, value: after[j], adds: true, removes: false });
    else if (j < 0) found.push({ path: at, was: before[k], value: null, adds: false, removes: true });
    else found.push(...changesBetween(before[k], after[j], at));
  }
  // what comes is put at the end, there and back
  const there = [...old.filter((n) => now.includes(n)), ...now.filter((n) => !old.includes(n))];
  const back = [...now.filter((n) => old.includes(n)), ...old.filter((n) => !now.includes(n))];
  if (!same(there, now) || !same(back, old))
    found.push({ path: [...path, ORDER], was: old, value: now, adds: false, removes: false });
  return found;
}

/** What is at a place; undefined where the place is gone. */
export function valueAt(document: unknown, path: string[]): unknown {
  let at = document;
  for (const step of path) {
    if (Array.isArray(at)) {
      const k = namesOf(at)?.[0]?.indexOf(step.slice(1)) ?? -1;
      at = step.startsWith(ENTRY) ? at[k] : undefined;
    } else at = isFields(at) ? at[step] : undefined;
    if (at === undefined) return undefined;
  }
  return at;
}

/** The document with one change in it; null where its place is gone. What did not change is the same object as before. */
function put(node: unknown, path: string[], change: Change): { node: unknown } | null {
  const [step, ...rest] = path;
  if (step === undefined) return { node: change.value };
  if (isFields(node)) {
    if (rest.length) {
      const inner = step in node ? put(node[step], rest, change) : null;
      return inner && { node: { ...node, [step]: inner.node } };
    }
    if (!change.removes) return { node: { ...node, [step]: change.value } };
    const { [step]: _, ...left } = node;
    return { node: left };
  }
  const names = Array.isArray(node) ? namesOf(node)?.[0] : undefined;
  if (!Array.isArray(node) || !names || !step.startsWith(ENTRY)) return null;
  if (step === ORDER) {
    const wanted = change.value as string[];
    const place = (k: number) => {
      const at = wanted.indexOf(names[k] as string);
      return at < 0 ? wanted.length : at;
    };
    const order = node.map((_, k) => k).sort((a, b) => place(a) - place(b) || a - b);
    return { node: order.map((k) => node[k]) };
  }
  const k = names.indexOf(step.slice(1));
  if (k < 0) return rest.length ? null : { node: change.removes ? node : [...node, change.value] };
  if (change.removes && !rest.length) return { node: [...node.slice(0, k), ...node.slice(k + 1)] };
  const inner = put(node[k], rest, change);
  return inner && { node: [...node.slice(0, k), inner.node, ...node.slice(k + 1)] };
}

/** The document with the changes whose places are still there. */
export function withChanges<T>(document: T, changes: Change[]): T {
  return changes.reduce((d, change) => (put(d, change.path, change)?.node ?? d) as T, document);
}

/** The changes that take back others. */
export function turnedBack(changes: Change[]): Change[] {
  const back = changes.map((c) => ({
    path: c.path,
    was: c.value,
    value: c.was,
    adds: c.removes,
    removes: c.adds,
  }));
  // entries are put in order when all are there
  const last = (c: Change) => (c.path.at(-1) === ORDER ? 1 : 0);
  return back.sort((a, b) => last(a) - last(b));
}

/** Whether a value is still what it was, but for fields that were added to it since. */
export function holds(now: unknown, was: unknown): boolean {
  if (isFields(now) && isFields(was))
    return Object.keys(was).every((key) => key in now && holds(now[key], was[key]));
  return same(now, was);
}

function common(a: string, b: string): number {
  let k = 0;
  while (k < a.length && k < b.length && a[k] === b[k]) k += 1;
  return k;
}

const reversed = (text: string) => [...text].reverse().join('');

/** A text that holds what two people made of it: what one put in stands in the other's, and where that cannot be told,
 * mine stands under theirs. */
export function bothTexts(was: string, theirs: string, mine: string): string {
  if (theirs === was) return mine;
  if (mine === was || !mine || theirs.includes(mine)) return theirs;
  if (!theirs || mine.includes(theirs)) return mine;
  const start = common(was, mine);
  const end = common(reversed(was.slice(start)), reversed(mine.slice(start)));
  const added = mine.slice(start, mine.length - end);
  const replaced = was.slice(start, was.length - end);
  const after = was.slice(start);
  // what was put in at the end or in the middle comes after what they made of the place
  const at = theirs.length - after.length;
  if (!replaced && (!after || (theirs.startsWith(was.slice(0, start)) && theirs.endsWith(after)))) {
    // two words do not become one
    const between = /[\p{L}\p{N}]$/u.test(theirs.slice(0, at)) && /^[\p{L}\p{N}]/u.test(added) ? '\n' : '';
    return theirs.slice(0, at) + between + added + theirs.slice(at);
  }
  return `${theirs}\n${mine}`;
}
