// The words of a page itself: headings, buttons, hints. What they name is data and comes from the server.
import { usePreferences } from '../state/preferences';
import { useShoot } from '../state/store';
import type { Units } from '../units/length';
import { type Part, type Say, speaker } from './speaker';
import type { Argument } from './values';

export type Given = Record<string, Argument | string>;
export type PageWords = (id: string, given?: Given, part?: Part) => string;

export function sayPage(say: Say): PageWords {
  return (id, given = {}, part) => {
    const args = Object.entries(given).map(([name, value]): [string, Argument] => [
      name,
      typeof value === 'string' ? { kind: 'label', value } : value,
    ]);
    return say({ code: id, args: Object.fromEntries(args) }, part);
  };
}

/** A hook for the words of one file of messages. */
export function pageWords(source: string): () => PageWords {
  const made = new Map<string, PageWords>();
  const words = (units: Units, language: string): PageWords => {
    const key = `${language} ${units}`;
    const there = made.get(key) ?? sayPage(speaker(source, units, language));
    made.set(key, there);
    return there;
  };
  return function useWords() {
    const units = useShoot((s) => s.document?.units ?? 'metric');
    const language = usePreferences((s) => s.language);
    return words(units, language);
  };
}
