import type { NextConfig } from 'next';

const config: NextConfig = {
  compiler: { styledComponents: true },
  serverExternalPackages: ['@electric-sql/pglite', 'pg-boss', 'harfbuzzjs', 'woff2-encoder'],
  // Types are checked by the test command, with settings of their own for one package.
  typescript: { ignoreBuildErrors: true },
  // The shaper asks for a module of Node's only when it runs there.
  turbopack: { resolveAlias: { module: { browser: './src/parts/nothing.ts' } } },
  poweredByHeader: false,
  devIndicators: false,
  headers: async () => [
    {
      source: '/:path*',
      headers: [
        { key: 'X-Content-Type-Options', value: 'nosniff' },
        { key: 'X-Frame-Options', value: 'DENY' },
        { key: 'Referrer-Policy', value: 'no-referrer' },
      ],
    },
  ],
};

export default config;
