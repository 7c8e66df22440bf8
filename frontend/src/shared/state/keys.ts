// Keys: what anything in a document is called by, whatever its name and place in a list become.

/** Lists of the document whose entries have keys, and what keys begin with. */
export const ROLE = { others: 'light', pieces: 'thing', meters: 'meter', looks: 'look', wet: 'wet' } as const;

/** A key that nothing has had. */
export function freshKey(list: keyof typeof ROLE): string {
  const random = crypto.getRandomValues(new Uint32Array(2));
  return `${ROLE[list]}-${[...random].map((n) => n.toString(36)).join('')}`;
}

/** A thing with a key of its own. */
export const keyed = <T extends object>(list: keyof typeof ROLE, thing: T): T & { key: string } => ({
  ...thing,
  key: freshKey(list),
});
