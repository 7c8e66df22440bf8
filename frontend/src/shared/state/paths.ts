import type { Shoot } from '../api/client';

/** Value at a dotted path of the document. */
export function getPath(document: Shoot, path: string): unknown {
  let at: unknown = document;
  for (const step of path.split('.')) at = (at as Record<string, unknown> | undefined)?.[step];
  return at;
}

function setIn(node: unknown, steps: string[], value: unknown): unknown {
  const [step, ...rest] = steps;
  if (step === undefined) return value;
  const held = (node as Record<string, unknown>)[step];
  const next = rest.length ? setIn(held, rest, value) : value;
  if (!Array.isArray(node)) return { ...(node as object), [step]: next };
  const list = [...node];
  list[Number(step)] = next;
  return list;
}

/** A copy of the document with one value changed; what did not change is the same object as before. */
export function setPath(document: Shoot, path: string, value: unknown): Shoot {
  return setIn(document, path.split('.'), value) as Shoot;
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
