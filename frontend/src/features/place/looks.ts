// Looks: states of one set. Taking one copies lamps' settings, what is carried out, and the modifier; nothing else.
import type { Shoot } from '../../shared/api/client';
import { freshKey } from '../../shared/state/keys';
import type { Edit } from '../../shared/state/store';

export type Look = Shoot['looks'][number];
type LampState = Look['lamp'];

const stateOf = (lamp: LampState): LampState => ({
  power: lamp.power,
  gel: lamp.gel,
  on: lamp.on,
  hue: lamp.hue,
  saturation: lamp.saturation,
});

/** The set as it is now, under a name. */
export function capture(document: Shoot, name: string): Look {
  const { lamp, others, pieces } = document.brief;
  return {
    key: freshKey('looks'),
    name,
    lamp: stateOf(lamp),
    others: Object.fromEntries(others.map((o) => [o.key, stateOf(o)])),
    hidden: pieces.filter((p) => p.hidden).map((p) => p.key),
    design: document.design,
  };
}

/** The document as a look has it; what came later than the look stays as it is. */
export function applied(document: Shoot, look: Look): Shoot {
  const { brief } = document;
  return {
    ...document,
    design: look.design,
    brief: {
      ...brief,
      lamp: { ...brief.lamp, ...stateOf(look.lamp) },
      others: brief.others.map((o) => ({ ...o, ...(look.others[o.key] ?? {}) })),
      pieces: brief.pieces.map((p) => ({ ...p, hidden: look.hidden.includes(p.key) })),
    },
  };
}

/** The edits that bring a look on. */
export function take(document: Shoot, look: Look): Edit[] {
  const to = applied(document, look);
  return [
    { path: 'design', value: to.design },
    { path: 'brief.lamp', value: to.brief.lamp },
    { path: 'brief.others', value: to.brief.others },
    { path: 'brief.pieces', value: to.brief.pieces },
  ];
}

const same = (a: unknown, b: unknown) => JSON.stringify(a) === JSON.stringify(b);

/** Whether the set is as the look has it. */
export const isOn = (document: Shoot, look: Look): boolean => {
  const to = applied(document, look);
  return same([to.design, to.brief], [document.design, document.brief]);
};

export type Difference = { what: string; a: string; b: string };

const dial = (lamp: LampState | undefined): string =>
  !lamp
    ? 'as it is'
    : !lamp.on
      ? 'off'
      : `${Math.round(lamp.power * 1000) / 10} %${lamp.gel === 'none' ? '' : `, ${lamp.gel.replaceAll('_', ' ')}`}`;

const value = (v: unknown): string =>
  typeof v === 'number'
    ? String(Math.round(v * 1000) / 1000)
    : typeof v === 'boolean'
      ? v
        ? 'yes'
        : 'no'
      : typeof v === 'string'
        ? v.replaceAll('_', ' ')
        : v === null || v === undefined
          ? '–'
          : 'another';

/** What differs between two looks of a set; `label` names a parameter of the modifier. */
export function lookDifferences(
  a: Look,
  b: Look,
  brief: Shoot['brief'],
  label: (path: string) => string,
): Difference[] {
  const names = new Map([...brief.others, ...brief.pieces].map((t) => [t.key, t.name]));
  const rows: Difference[] = [];
  if (!same(a.lamp, b.lamp)) rows.push({ what: 'key lamp', a: dial(a.lamp), b: dial(b.lamp) });
  // what has been taken away since has no name any more
  const there = (keys: string[]) => [...new Set(keys)].filter((key) => names.has(key));
  for (const key of there([...Object.keys(a.others), ...Object.keys(b.others)]))
    if (!same(a.others[key], b.others[key]))
      rows.push({ what: names.get(key) ?? key, a: dial(a.others[key]), b: dial(b.others[key]) });
  for (const key of there([...a.hidden, ...b.hidden])) {
    const [out, away] = [a.hidden.includes(key), b.hidden.includes(key)];
    if (out !== away)
      rows.push({
        what: names.get(key) ?? key,
        a: out ? 'out' : 'in the set',
        b: away ? 'out' : 'in the set',
      });
  }
  const [da, db] = [a.design, b.design] as unknown as Record<string, unknown>[];
  for (const name of new Set([...Object.keys(da ?? {}), ...Object.keys(db ?? {})]))
    if (!same(da?.[name], db?.[name]))
      rows.push({ what: label(`design.${name}`), a: value(da?.[name]), b: value(db?.[name]) });
  return rows;
}
