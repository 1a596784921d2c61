import type { NextConfig } from 'next';

// Workers and other static scripts take the policy of their own response, not that of the page.
const STATIC_POLICY = "default-src 'none'; script-src 'self' 'wasm-unsafe-eval'; connect-src 'self'";

// The interface speaks English; React Aria carries its few words in 34 languages, some 40 kB gzip on every page.
const OTHER_LANGUAGES =
  'ar-AE,bg-BG,cs-CZ,da-DK,de-DE,el-GR,es-ES,et-EE,fi-FI,fr-FR,he-IL,hr-HR,hu-HU,it-IT,ja-JP,ko-KR,lt-LT,lv-LV,nb-NO,nl-NL,pl-PL,pt-BR,pt-PT,ro-RO,ru-RU,sk-SK,sl-SI,sr-SP,sv-SE,tr-TR,uk-UA,zh-CN,zh-TW';

// For a school's server: everything that it needs in one folder, beside the build of the demo and the tests.
const forServer: NextConfig =
  process.env.YARDFELL_SERVER === '1' ? { output: 'standalone', distDir: '.server' } : {};

// The path that the application lives under; a build knows one.
const prefix = process.env.YARDFELL_PREFIX ?? '';
if (prefix !== '' && !/^(\/[\w.~-]+)+$/.test(prefix))
  throw new Error(
    `YARDFELL_PREFIX is a path such as /music/yardfell, without a stroke at its end, not “${prefix}”.`,
  );

const config: NextConfig = {
  ...forServer,
  ...(prefix ? { basePath: prefix } : {}),
  env: { YARDFELL_PREFIX: prefix },
  compiler: { styledComponents: true },
  poweredByHeader: false,
  reactStrictMode: true,
  // `npm test` checks them, with a compiler that takes a tenth of the time.
  typescript: { ignoreBuildErrors: true },
  // Nothing reads them, and they are a tenth of the build.
  experimental: { turbopackSourceMaps: false },
  turbopack: {
    rules: {
      [`**/intl/*/{${OTHER_LANGUAGES}}.mjs`]: { loaders: ['./scripts/empty-strings.cjs'], as: '*.js' },
    },
  },
  headers: () =>
    Promise.resolve([
      { source: '/:path*', headers: [{ key: 'X-Content-Type-Options', value: 'nosniff' }] },
      ...['/_next/static/:path*', '/offline.js'].map((source) => ({
        source,
        headers: [{ key: 'Content-Security-Policy', value: STATIC_POLICY }],
      })),
      // Its folder is one stroke longer than the path of the first view.
      { source: '/offline.js', headers: [{ key: 'Service-Worker-Allowed', value: prefix || '/' }] },
    ]),
};

export default config;
