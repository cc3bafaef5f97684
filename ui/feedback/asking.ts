import { newKey } from './newKey';

/** For a browser that keeps nothing. */
const here = new Map<string, string>();

/**
 * A request of the page in sight. Its key stays the same until an answer has come, over a reload too: what was done, and
 * its answer lost, is not done twice.
 */
export function asking(what: object): { key: string; answered: () => void } {
  const name = `asked ${location.pathname}${location.search} ${JSON.stringify(what)}`;
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
