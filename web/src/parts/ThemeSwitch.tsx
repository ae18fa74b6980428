import { ThemeProvider } from '@mui/material/styles';
import { createContext, useContext, useEffect, useMemo, useState, type ReactNode } from 'react';
import { remember } from '../state/remember';
import { makeTheme, type ThemeName } from './theme';

const KEY = 'hiraeth-theme';
const ThemeContext = createContext<[ThemeName, () => void]>(['light', () => undefined]);
export const useThemeName = () => useContext(ThemeContext);

function remembered(): ThemeName {
  const kept = remember.get(KEY);
  if (kept === 'light' || kept === 'dim') return kept;
  return matchMedia('(prefers-color-scheme: dark)').matches ? 'dim' : 'light';
}

/** Both themes, the light sheet and the dim one for a dark print room; the choice is kept. */
export function ThemeSwitch({ children }: { readonly children: ReactNode }) {
  const [name, setName] = useState<ThemeName>(remembered);
  useEffect(() => {
    document.documentElement.dataset.theme = name;
    remember.set(KEY, name);
  }, [name]);
  const theme = useMemo(() => makeTheme(name), [name]);
  const value = useMemo<[ThemeName, () => void]>(
    () => [name, () => setName((old) => (old === 'light' ? 'dim' : 'light'))],
    [name],
  );
  return (
    <ThemeContext value={value}>
      <ThemeProvider theme={theme}>{children}</ThemeProvider>
    </ThemeContext>
  );
}
