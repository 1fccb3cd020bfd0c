import type { NextConfig } from 'next'

const config: NextConfig = {
  poweredByHeader: false,
  reactStrictMode: true,
  typescript: { ignoreBuildErrors: true },
  // What servers need is read from where it is installed; building it in takes an eighth of a build.
  serverExternalPackages: [
    '@tus/file-store',
    '@tus/s3-store',
    '@tus/server',
    'better-auth',
    'csv-stringify',
    'graphile-worker',
    'kysely',
    'libphonenumber-js',
    'liquidjs',
    'nodemailer',
    'pg',
    'tldts',
    'zod',
  ],
  experimental: {
    // Nothing reads them, and they were two thirds of what is built.
    turbopackSourceMaps: false,
    turbopackInputSourceMaps: false,
    // A server's scripts travel nowhere, and what its log says of a failure can be read.
    turbopackMinify: { server: false },
    turbopackFileSystemCacheForBuild: false,
  },
  outputFileTracingRoot: import.meta.dirname,
  // The studio within a workspace, for whoever belongs to several (`core/rights/within.ts`).
  rewrites: () =>
    Promise.resolve({
      beforeFiles: [{ source: '/in/:workspace/:path*', destination: '/:path*' }],
      afterFiles: [],
      fallback: [],
    }),
  headers: () =>
    Promise.resolve([
      {
        source: '/:file(visitor-.*)',
        headers: [
          { key: 'cache-control', value: 'public, max-age=31536000, immutable' },
          // A form that stands in a page of another site takes them from there.
          { key: 'access-control-allow-origin', value: '*' },
          { key: 'cross-origin-resource-policy', value: 'cross-origin' },
        ],
      },
      {
        // Sites ask for them by these names, and are to have new ones within the hour.
        source: '/:file(frame|form).js',
        headers: [
          { key: 'cache-control', value: 'public, max-age=3600' },
          { key: 'cross-origin-resource-policy', value: 'cross-origin' },
        ],
      },
    ]),
}

export default config
