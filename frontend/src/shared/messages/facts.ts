// Words of facts that the server tells, in the language and the units of the display.
import { usePreferences } from '../state/preferences';
import { useShoot } from '../state/store';
import type { Units } from '../units/length';
import { type Say, speaker } from './speaker';

/** Facts, one sentence after another. */
export const inOneGo = (say: Say, facts: Parameters<Say>[0][]): string =>
  facts.map((fact) => say(fact)).join(' ');

/** What puts the facts of one file of messages into words, and a hook for it; another language or other units change it
 *  at once. */
export function factWords(source: string): {
  say: (units: Units, language?: string) => Say;
  useWords: () => Say;
} {
  const made = new Map<string, Say>();
  const say = (units: Units, language = 'en'): Say => {
    const key = `${language} ${units}`;
    const there = made.get(key) ?? speaker(source, units, language);
    made.set(key, there);
    return there;
  };
  const useWords = (): Say => {
    const units = useShoot((s) => s.document?.units ?? 'metric');
    const language = usePreferences((s) => s.language);
    return say(units, language);
  };
  return { say, useWords };
}
