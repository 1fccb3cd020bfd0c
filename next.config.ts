import type { NextConfig } from 'next'

const config: NextConfig = {
  poweredByHeader: false,
  reactStrictMode: true,
  typescript: { ignoreBuildErrors: true },
  serverExternalPackages: ['pg', 'graphile-worker', 'kysely', 'better-auth', 'liquidjs'],
  // Nothing reads them, and they were two thirds of what is built.
  experimental: {
    turbopackSourceMaps: false,
    turbopackInputSourceMaps: false,
    turbopackFileSystemCacheForBuild: false,
  },
  outputFileTracingRoot: import.meta.dirname,
  headers: () =>
    Promise.resolve([
      {
        source: '/:file(visitor-.*)',
        headers: [{ key: 'cache-control', value: 'public, max-age=31536000, immutable' }],
      },
    ]),
}

export default config
