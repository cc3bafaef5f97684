import type { Metadata, Viewport } from 'next';
import { headers } from 'next/headers';
import type { ReactNode } from 'react';
import { Rescue } from '../features/rescue/Rescue';
import { database, trouble } from '../server/common/database';
import { preferences } from '../server/common/preferences';
import { waysOut } from '../server/exchange/rescue';
import { onBench } from '../server/days/today';
import { AntRegistry } from '../ui/frame/AntRegistry';
import { EARLY_THEME_SCRIPT } from '../ui/frame/earlyTheme';
import { Frame } from '../ui/frame/Frame';
import '../ui/frame/global.css';
import { PALETTE_CSS } from '../ui/frame/palette';
import { Providers } from '../ui/frame/Providers';
import { UndoOffer } from '../ui/feedback/UndoOffer';

/** Every page shows what the database holds now; none can be made while building. */
export const dynamic = 'force-dynamic';

export const metadata: Metadata = {
  title: { default: 'Lazy Acorn', template: '%s · Lazy Acorn' },
  description: 'A bench partner for people who wind, weigh and keep track of yarn',
};

export const viewport: Viewport = { width: 'device-width', initialScale: 1 };

export default async function RootLayout({ children }: { children: ReactNode }) {
  const { system, theme } = await preferences();
  const damaged = trouble();
  const nonce = (await headers()).get('x-nonce') ?? undefined;
  return (
    <html lang="en" data-theme={theme ?? undefined} suppressHydrationWarning>
      <head>
        <style dangerouslySetInnerHTML={{ __html: PALETTE_CSS }} />
        <script nonce={nonce} suppressHydrationWarning dangerouslySetInnerHTML={{ __html: EARLY_THEME_SCRIPT }} />
      </head>
      <body>
        <AntRegistry>
          <Providers system={system} theme={theme}>
            <UndoOffer>
              {damaged ? (
                <Rescue trouble={damaged} ways={waysOut()} />
              ) : (
                <Frame onBench={onBench(database())}>{children}</Frame>
              )}
            </UndoOffer>
          </Providers>
        </AntRegistry>
      </body>
    </html>
  );
}
