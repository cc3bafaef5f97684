import { newKey } from './newKey';

/** For a browser that keeps nothing. */
const here = new Map<string, string>();
const PREFIX = 'asked ';

/**
 * A request of the page in sight. Its key stays the same until an answer has come, over a reload too: what was done, and
 * its answer lost, is not done twice.
 */
export function asking(what: object): { key: string; answered: () => void } {
  const name = `${PREFIX}${location.pathname}${location.search} ${JSON.stringify(what)}`;
  const key = keptByTab(name) ?? here.get(name) ?? newKey();
  here.set(name, key);
  keepByTab(name, key);
  return {
    key,
    answered: () => {
      here.delete(name);
      keepByTab(name, null);
    },
  };
}

/** Something was taken back: pressed again, what was asked before is another request, whether its answer came or not. */
export function takenBack(): void {
  here.clear();
  try {
    for (const name of Object.keys(sessionStorage)) if (name.startsWith(PREFIX)) sessionStorage.removeItem(name);
  } catch {
    // Nothing was kept.
  }
}

function keptByTab(name: string): string | null {
  try {
    return sessionStorage.getItem(name);
  } catch {
    return null;
  }
}

function keepByTab(name: string, key: string | null): void {
  try {
    if (key === null) sessionStorage.removeItem(name);
    else sessionStorage.setItem(name, key);
  } catch {
    // The page in sight knows it all the same.
  }
}
