'use client';

import { ConfigProvider } from 'antd';
import { createContext, type ReactNode, use, useCallback, useState, useSyncExternalStore } from 'react';
import { useRouter } from 'next/navigation';
import type { UnitSystem } from '../../core/common/units';
import { antTheme } from './theme';

export type Theme = 'light' | 'dark';

interface Preferences {
  system: UnitSystem;
  setSystem: (system: UnitSystem) => void;
  theme: Theme;
  setTheme: (theme: Theme) => void;
}

const PreferencesContext = createContext<Preferences | null>(null);

const ONE_YEAR_SECONDS = 365 * 24 * 3600;

/** Units and light or dark, kept in cookies so that the server's first paint is already right. */
export function Providers({
  system: initialSystem,
  theme: keptTheme,
  children,
}: {
  system: UnitSystem;
  theme: Theme | null;
  children: ReactNode;
}) {
  const [system, setSystemState] = useState(initialSystem);
  const theme = useSyncExternalStore<Theme>(subscribe, shownTheme, () => keptTheme ?? 'light');
  const router = useRouter();

  const setTheme = useCallback((next: Theme) => {
    document.documentElement.dataset.theme = next;
    keep('theme', next);
    listeners.forEach((listener) => listener());
  }, []);

  const setSystem = useCallback(
    (next: UnitSystem) => {
      keep('units', next);
      setSystemState(next);
      router.refresh();
    },
    [router],
  );

  return (
    <PreferencesContext value={{ system, setSystem, theme, setTheme }}>
      <ConfigProvider theme={antTheme(theme === 'dark')} button={{ autoInsertSpace: false }} wave={{ disabled: true }}>
        {children}
      </ConfigProvider>
    </PreferencesContext>
  );
}

export function usePreferences(): Preferences {
  const preferences = use(PreferencesContext);
  if (!preferences) throw new Error('usePreferences belongs inside Providers');
  return preferences;
}

export function useSystem(): UnitSystem {
  return usePreferences().system;
}

/** The theme stands on the root element, where the script in the head puts it before the first paint. */
const listeners = new Set<() => void>();

function subscribe(listener: () => void): () => void {
  listeners.add(listener);
  return () => listeners.delete(listener);
}

function shownTheme(): Theme {
  return document.documentElement.dataset.theme === 'dark' ? 'dark' : 'light';
}

function keep(name: string, value: string): void {
  document.cookie = `${name}=${value}; path=/; max-age=${ONE_YEAR_SECONDS}; samesite=lax`;
}
