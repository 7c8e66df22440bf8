import { create } from 'zustand';

export type ThemeName = 'light' | 'dim';

/** Languages of which there are messages, and one that is made up for tests. */
export const LANGUAGES = ['en', 'pseudo'] as const;
export type Language = (typeof LANGUAGES)[number];

// where there is no browser there is nothing kept
const kept = (name: string) => (typeof localStorage === 'undefined' ? null : localStorage.getItem(name));
const theme = kept('wenlo-theme');
const language = kept('wenlo-language');

export const usePreferences = create<{ theme: ThemeName; language: Language }>(() => ({
  theme: theme === 'dim' || theme === 'light' ? theme : 'light',
  language: LANGUAGES.find((known) => known === language) ?? 'en',
}));

export function toggleTheme(): void {
  const theme = usePreferences.getState().theme === 'light' ? 'dim' : 'light';
  localStorage.setItem('wenlo-theme', theme);
  usePreferences.setState({ theme });
}

/** Another language, at once. */
export function speak(language: Language): void {
  localStorage.setItem('wenlo-language', language);
  usePreferences.setState({ language });
}
