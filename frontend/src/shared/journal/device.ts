// This browser and this page, as the server and others know them.

/** An id that nothing else has. */
export function newId(): string {
  // pages that come over plain HTTP from another machine have no randomUUID
  if (crypto.randomUUID) return crypto.randomUUID();
  const bytes = crypto.getRandomValues(new Uint8Array(16));
  bytes[6] = ((bytes[6] as number) & 0x0f) | 0x40;
  bytes[8] = ((bytes[8] as number) & 0x3f) | 0x80;
  const hex = [...bytes].map((b) => b.toString(16).padStart(2, '0')).join('');
  return [hex.slice(0, 8), hex.slice(8, 12), hex.slice(12, 16), hex.slice(16, 20), hex.slice(20)].join('-');
}

const DEVICE = 'wenlo-device';
const CALLED = 'wenlo-device-called';

function remembered(): string {
  const known = localStorage.getItem(DEVICE);
  if (known) return known;
  const made = newId();
  localStorage.setItem(DEVICE, made);
  return made;
}

let device: string | null = null;

/** This browser, the same after every start of it. */
export function thisDevice(): string {
  device ??= remembered();
  return device;
}

/** This page: two of one browser write apart from one another. */
export const writer = newId();

/** What others see it called: what somebody named it, or what it is. */
export function thisCalled(): string {
  const named = localStorage.getItem(CALLED);
  if (named) return named;
  const agent = navigator.userAgent;
  if (/iPad|Tablet/.test(agent)) return 'a tablet';
  return /Mobi|Android|iPhone/.test(agent) ? 'a phone' : 'a computer';
}

/** Name this browser. */
export function nameDevice(name: string): void {
  if (name.trim()) localStorage.setItem(CALLED, name.trim().slice(0, 60));
  else localStorage.removeItem(CALLED);
}
