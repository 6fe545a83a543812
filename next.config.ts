import type { NextConfig } from 'next';

const config: NextConfig = {
  poweredByHeader: false,
  // Types are checked by ./ember test; a build need not do it again.
  typescript: { ignoreBuildErrors: true },
  reactStrictMode: true,
  devIndicators: false,
  serverExternalPackages: ['better-sqlite3'],
  experimental: { optimizePackageImports: ['@tabler/icons-react', 'antd'] },
};

export default config;
