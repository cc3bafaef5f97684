/** Texts by name that a browser keeps. Where it keeps nothing, or has no room, the page does, as long as it is open. */
export interface BrowserStore {
  get(name: string): string | null;
  /** Null: no longer. Whether the browser has it; else it goes with the page. */
  set(name: string, text: string | null): boolean;
  names(): string[];
}

/** Beyond a closed tab and a stopped server. */
export const keptForGood = storeOf(() => localStorage);

/** As long as the tab is open, over a reload too. */
export const keptByTab = storeOf(() => sessionStorage);

function storeOf(storage: () => Storage): BrowserStore {
  const byPage = new Map<string, string>();
  /** Where the browser is told to keep nothing, already looking at its storage is refused. */
  const orRefused = <Answer>(ask: (storage: Storage) => Answer, refused: Answer): Answer => {
    try {
      return ask(storage());
    } catch {
      return refused;
    }
  };
  return {
    get: (name) => byPage.get(name) ?? orRefused((storage) => storage.getItem(name), null),
    set: (name, text) => {
      byPage.delete(name);
      const isKept = orRefused((storage) => {
        if (text === null) storage.removeItem(name);
        else storage.setItem(name, text);
        return true;
      }, false);
      if (text !== null && !isKept) byPage.set(name, text);
      return isKept;
    },
    names: () => {
      const inBrowser = orRefused((storage) => Array.from({ length: storage.length }, (_, i) => storage.key(i)!), []);
      return [...new Set([...inBrowser, ...byPage.keys()])];
    },
  };
}
