import type { NextConfig } from 'next';

/** On everything that is sent, scripts and pictures too. */
const EVERYWHERE = {
  'x-content-type-options': 'nosniff',
  'referrer-policy': 'no-referrer',
  'cross-origin-opener-policy': 'same-origin',
  'cross-origin-resource-policy': 'same-origin',
  'permissions-policy':
    'microphone=(self), serial=(self), camera=(self), geolocation=(), payment=(), usb=(), bluetooth=(), hid=(), midi=(), display-capture=(), browsing-topics=()',
};

const config: NextConfig = {
  poweredByHeader: false,
  // The proxy sees which pages are fetched ahead: nobody has looked at those.
  skipProxyUrlNormalize: true,
  reactStrictMode: true,
  devIndicators: false,
  // npm test type-checks everything, tests included; a build need not do it a second time.
  typescript: { ignoreBuildErrors: true },
  serverExternalPackages: ['better-sqlite3', '@react-pdf/renderer'],
  headers: async () => [
    { source: '/:path*', headers: Object.entries(EVERYWHERE).map(([key, value]) => ({ key, value })) },
    // The worker of the client's page lies beside its parts and opens the page, which lies above them.
    { source: '/at-home/sw.js', headers: [{ key: 'service-worker-allowed', value: '/home' }] },
  ],
  experimental: {
    // What nobody may see answers with 401 and 403 and a page of ours.
    authInterrupts: true,
    // The text of a library file comes by an action.
    serverActions: { bodySizeLimit: '32mb' },
    // What goes through the proxy is held by it; the default would cut everything after 10 MB in silence.
    proxyClientMaxBodySize: '212mb',
  },
};

export default config;
