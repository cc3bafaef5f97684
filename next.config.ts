import type { NextConfig } from 'next';

const config: NextConfig = {
  serverExternalPackages: ['better-sqlite3', 'highs', 'pdfkit', 'qrcode'],
  // `npm test` checks types and lint; a build on a user's machine need not do it again.
  typescript: { ignoreBuildErrors: true },
  poweredByHeader: false,
  devIndicators: false,
  turbopack: { root: __dirname },
};

export default config;
