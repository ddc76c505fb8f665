import type { NextConfig } from 'next';

const config: NextConfig = {
  poweredByHeader: false,
  reactStrictMode: true,
  devIndicators: false,
  // npm test type-checks everything, tests included; a build need not do it a second time.
  typescript: { ignoreBuildErrors: true },
  serverExternalPackages: ['better-sqlite3', '@react-pdf/renderer'],
  // A recorded curve of an hour at 50 Hz with four columns is about 8 MB of text.
  experimental: { serverActions: { bodySizeLimit: '32mb' } },
};

export default config;
