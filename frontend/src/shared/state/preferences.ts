import { create } from 'zustand';

export type ThemeName = 'light' | 'dim';

const stored = localStorage.getItem('wenlo-theme');

export const usePreferences = create<{ theme: ThemeName }>(() => ({
  theme: stored === 'dim' || stored === 'light' ? stored : 'light',
}));

export function toggleTheme(): void {
  const theme = usePreferences.getState().theme === 'light' ? 'dim' : 'light';
  localStorage.setItem('wenlo-theme', theme);
  usePreferences.setState({ theme });
}
