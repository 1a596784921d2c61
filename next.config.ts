import type { NextConfig } from 'next';

// Workers and other static scripts take the policy of their own response, not that of the page.
const STATIC_POLICY = "default-src 'none'; script-src 'self' 'wasm-unsafe-eval'; connect-src 'self'";

const config: NextConfig = {
  compiler: { styledComponents: true },
  poweredByHeader: false,
  reactStrictMode: true,
  headers: () =>
    Promise.resolve([
      {
        source: '/_next/static/:path*',
        headers: [{ key: 'Content-Security-Policy', value: STATIC_POLICY }],
      },
    ]),
};

export default config;
