'use client';

import { createCache, extractStyle, StyleProvider } from '@ant-design/cssinjs';
import { useServerInsertedHTML } from 'next/navigation';
import { type ReactNode, useRef, useState } from 'react';

/**
 * Sends the styles of those parts of Ant Design that a page has with its first paint. Unlike its own registry, which works
 * every style out anew for each request, the server keeps them for the life of the process: there are but two themes and a
 * handful of components.
 */
export function AntRegistry({ children }: { children: ReactNode }) {
  const [cache] = useState(() => (typeof window === 'undefined' ? cacheOfPage() : createCache()));
  const sent = useRef(0);
  useServerInsertedHTML(() => {
    const { size } = cache.cache;
    if (size === sent.current) return null;
    sent.current = size;
    return (
      <style
        id="antd-cssinjs"
        // Before the styles that Ant Design adds in the browser.
        data-rc-order="prepend"
        data-rc-priority="-1000"
        dangerouslySetInnerHTML={{ __html: stylesOf(cache) }}
      />
    );
  });
  return (
    <StyleProvider cache={cache} layer>
      {children}
    </StyleProvider>
  );
}

type Cache = ReturnType<typeof createCache>;

const ofTheServer = createCache();

/** What one page asks for, out of what the server has worked out already. */
function cacheOfPage(): Cache {
  const page = createCache();
  const keep = page.opUpdate.bind(page);
  page.opUpdate = (key, update) => {
    ofTheServer.opUpdate(key, update);
    keep(key, () => ofTheServer.opGet(key));
  };
  return page;
}

/** Pages with the same parts have the same styles. */
const extracted = new Map<string, string>();

function stylesOf(page: Cache): string {
  const parts = [...page.cache.keys()].sort().join();
  const known = extracted.get(parts);
  if (known !== undefined) return known;
  const styles = extractStyle(page, { plain: true });
  extracted.set(parts, styles);
  return styles;
}
