import { AppRouterContext } from 'next/dist/shared/lib/app-router-context.shared-runtime';
import type { ReactNode } from 'react';
import { renderToStaticMarkup } from 'react-dom/server';
import type { UnitSystem } from '../../core/common/units';
import { Providers } from '../../ui/frame/Providers';

const router = { refresh() {}, push() {}, replace() {}, prefetch() {}, back() {}, forward() {} } as never;

/** What a screen says, as one line of plain words: its first paint at the server. */
export function textOf(screen: ReactNode, system: UnitSystem = 'metric'): string {
  const html = renderToStaticMarkup(
    <AppRouterContext value={router}>
      <Providers system={system} theme="light">
        {screen}
      </Providers>
    </AppRouterContext>,
  );
  return (
    html
      .replace(/<style[\s\S]*?<\/style>/g, '')
      .replace(/<[^>]+>/g, ' ')
      .replace(/&#x27;/g, '’')
      .replace(/&amp;/g, '&')
      .replace(/[\s\u00a0]+/g, ' ')
      // A word in a link or in bold has its comma after the tag.
      .replace(/ ([.,:;?)])/g, '$1')
      .trim()
  );
}
