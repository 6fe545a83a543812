import type { NextConfig } from 'next';

const config: NextConfig = {
  poweredByHeader: false,
  reactStrictMode: true,
  devIndicators: false,
  serverExternalPackages: ['better-sqlite3'],
  experimental: { optimizePackageImports: ['@tabler/icons-react', 'antd'] },
};

export default config;
