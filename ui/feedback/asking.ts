import { keptByTab } from '../kept/browserStore';
import { newKey } from './newKey';

const PREFIX = 'asked ';

/**
 * A request of the page in sight. Its key stays the same until an answer has come, over a reload too: what was done, and
 * its answer lost, is not done twice.
 */
export function asking(what: object): { key: string; answered: () => void } {
  const name = `${PREFIX}${location.pathname}${location.search} ${JSON.stringify(what)}`;
  const key = keptByTab.get(name) ?? newKey();
  keptByTab.set(name, key);
  return { key, answered: () => void keptByTab.set(name, null) };
}

/** Something was taken back: pressed again, what was asked before is another request, whether its answer came or not. */
export function takenBack(): void {
  for (const name of keptByTab.names()) if (name.startsWith(PREFIX)) keptByTab.set(name, null);
}
