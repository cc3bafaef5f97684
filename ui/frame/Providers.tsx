'use client';

import { ConfigProvider } from 'antd';
import { createContext, type ReactNode, use, useCallback, useEffect, useState, useSyncExternalStore } from 'react';
import { useRouter } from 'next/navigation';
import { systemNamed, type UnitSystem } from '../../core/common/units';
import { antTheme } from './theme';

export type Theme = 'light' | 'dark';

interface Preferences {
  system: UnitSystem;
  /** False where the browser keeps no cookies: the app would read what is typed in other units than the page shows. */
  setSystem: (system: UnitSystem) => boolean;
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

  const follow = useCallback(
    (next: UnitSystem) => {
      if (next === system) return;
      setSystemState(next);
      router.refresh();
    },
    [router, system],
  );
  const setSystem = useCallback(
    (next: UnitSystem) => {
      keep('units', next);
      follow(keptSystem());
      return keptSystem() === next;
    },
    [follow],
  );

  // Another tab may have switched them, and the app reads what is typed in the units that the browser keeps.
  useEffect(() => {
    const look = () => follow(keptSystem());
    const moments = [
      [window, 'focus'],
      [window, 'pageshow'],
      [document, 'visibilitychange'],
    ] as const;
    for (const [where, moment] of moments) where.addEventListener(moment, look);
    return () => {
      for (const [where, moment] of moments) where.removeEventListener(moment, look);
    };
  }, [follow]);

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

function keptSystem(): UnitSystem {
  return systemNamed(/(?:^|;\s*)units=([^;]*)/.exec(document.cookie)?.[1]?.trim());
}

function keep(name: string, value: string): void {
  document.cookie = `${name}=${value}; path=/; max-age=${ONE_YEAR_SECONDS}; samesite=lax`;
}
