'use client';

import { createCache, extractStyle, StyleProvider } from '@ant-design/cssinjs';
import { useServerInsertedHTML } from 'next/navigation';
import { type ReactNode, useRef, useState } from 'react';

/**
 * Sends Ant Design's styles with the first paint. Unlike its own registry, which works every style out anew for each
 * request, the server keeps them for the life of the process: there are but two themes and a handful of components.
 */
export function AntRegistry({ children }: { children: ReactNode }) {
  const [cache] = useState(() => (typeof window === 'undefined' ? ofTheServer : createCache()));
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
        dangerouslySetInnerHTML={{ __html: stylesOfTheServer() }}
      />
    );
  });
  return (
    <StyleProvider cache={cache} layer>
      {children}
    </StyleProvider>
  );
}

const ofTheServer = createCache();

let extracted = { size: -1, styles: '' };

function stylesOfTheServer(): string {
  const { size } = ofTheServer.cache;
  if (extracted.size !== size) extracted = { size, styles: extractStyle(ofTheServer, { plain: true }) };
  return extracted.styles;
}
