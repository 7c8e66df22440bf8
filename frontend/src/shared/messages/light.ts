// The words of gauges, figures and notes of the light, in the language and the units of the display.
import source from '../../../../src/wenlo/messages/en/light.ftl?raw';
import { usePreferences } from '../state/preferences';
import { useShoot } from '../state/store';
import type { Units } from '../units/length';
import { type Say, speaker } from './speaker';

const made = new Map<string, Say>();

export function sayLight(units: Units, language = 'en'): Say {
  const key = `${language} ${units}`;
  const there = made.get(key) ?? speaker(source, units, language);
  made.set(key, there);
  return there;
}

/** What puts the light's facts into words; another language or other units change it at once. */
export function useLightWords(): Say {
  const units = useShoot((s) => s.document?.units ?? 'metric');
  const language = usePreferences((s) => s.language);
  return sayLight(units, language);
}
