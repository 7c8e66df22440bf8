/** Sections of bars on the Shelf, by the structure that they make. */
export const SECTIONS: Record<string, string> = { pipe: 'pipe', tube: 'square tube', timber: 'timber' };

type Values = Record<string, unknown>;

export const isTimber = (values: Values) => values.section === 'timber';

/** What frames are sawn from; rods are bent. */
export const isSawn = (values: Values) => values.section !== 'rod';
