import type { NextConfig } from 'next';

const config: NextConfig = {
  poweredByHeader: false,
  // Types are checked by ./ember test; a build need not do it again.
  typescript: { ignoreBuildErrors: true },
  reactStrictMode: true,
  devIndicators: false,
  serverExternalPackages: ['better-sqlite3', 'sharp'],
  headers: () =>
    Promise.resolve([
      // Its address names what is in it: who has it need not ask for it with each page.
      {
        source: '/icon.svg',
        headers: [{ key: 'cache-control', value: 'public, max-age=31536000, immutable' }],
      },
    ]),
  experimental: {
    // Who starts it waits for one page, not for all pages and routes; each is loaded when it is asked for.
    preloadEntriesOnStart: false,
    optimizePackageImports: ['@tabler/icons-react', 'antd'],
    // What is longer would be cut off in silence; each route says itself what is too long for it.
    proxyClientMaxBodySize: '80mb',
  },
};

export default config;
