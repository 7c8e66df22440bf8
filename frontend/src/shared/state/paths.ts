import type { Shoot } from '../api/client';

/** Value at a dotted path of the document. */
export function getPath(document: Shoot, path: string): unknown {
  let at: unknown = document;
  for (const step of path.split('.')) at = (at as Record<string, unknown> | undefined)?.[step];
  return at;
}

/** A copy of the document with one value changed. */
export function setPath(document: Shoot, path: string, value: unknown): Shoot {
  const copy = structuredClone(document);
  const steps = path.split('.');
  const last = steps.pop();
  let at: Record<string, unknown> = copy as unknown as Record<string, unknown>;
  for (const step of steps) at = at[step] as Record<string, unknown>;
  if (last) at[last] = value;
  return copy;
}

/** Dotted paths at which two documents differ. */
export function differences(a: unknown, b: unknown, prefix = ''): string[] {
  if (JSON.stringify(a) === JSON.stringify(b)) return [];
  if (a && b && typeof a === 'object' && typeof b === 'object' && !Array.isArray(a)) {
    const keys = new Set([...Object.keys(a), ...Object.keys(b)]);
    return [...keys].flatMap((k) =>
      differences(
        (a as Record<string, unknown>)[k],
        (b as Record<string, unknown>)[k],
        prefix ? `${prefix}.${k}` : k,
      ),
    );
  }
  return [prefix];
}
