import { useState } from 'react';

const KEY = 'lantern-theme';
type Theme = 'light' | 'dark';

function chosen(): Theme {
  const kept = localStorage.getItem(KEY);
  if (kept === 'light' || kept === 'dark') return kept;
  return window.matchMedia?.('(prefers-color-scheme: dark)').matches ? 'dark' : 'light';
}

export function applyTheme(theme: Theme = chosen()) {
  document.documentElement.dataset.bsTheme = theme;
}

export function useTheme(): [Theme, () => void] {
  const [theme, setTheme] = useState<Theme>(chosen);
  return [
    theme,
    () => {
      const next = theme === 'dark' ? 'light' : 'dark';
      localStorage.setItem(KEY, next);
      applyTheme(next);
      setTheme(next);
    },
  ];
}
