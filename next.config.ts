import type { NextConfig } from 'next';

const isolation = [
  { key: 'Cross-Origin-Opener-Policy', value: 'same-origin' },
  { key: 'Cross-Origin-Embedder-Policy', value: 'require-corp' },
  { key: 'Cross-Origin-Resource-Policy', value: 'same-origin' },
  { key: 'X-Content-Type-Options', value: 'nosniff' },
  { key: 'Referrer-Policy', value: 'no-referrer' },
];

const config: NextConfig = {
  poweredByHeader: false,
  // Pictures are never resized here.
  images: { unoptimized: true },
  // Types are a stage of their own in `npm run verify`: they are not looked at twice.
  typescript: { ignoreBuildErrors: true },
  turbopack: {
    root: import.meta.dirname,
    rules: { '**/node_modules/lcms-wasm/dist/*.js': { loaders: ['./scripts/lcms-loader.cjs'] } },
  },
  async headers() {
    return [
      { source: '/(.*)', headers: isolation },
      {
        source: '/:file(demo/.*|icon.svg)',
        headers: [{ key: 'Content-Security-Policy', value: "default-src 'none'" }],
      },
      {
        source: '/_next/static/(.*)',
        headers: [
          {
            key: 'Content-Security-Policy',
            value: "default-src 'none'; script-src 'self' 'wasm-unsafe-eval'; connect-src 'self'",
          },
        ],
      },
    ];
  },
};

export default config;
