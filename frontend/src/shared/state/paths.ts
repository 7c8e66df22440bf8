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
