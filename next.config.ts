import type { NextConfig } from 'next';

// Workers and other static scripts take the policy of their own response, not that of the page.
const STATIC_POLICY = "default-src 'none'; script-src 'self' 'wasm-unsafe-eval'; connect-src 'self'";

// The interface speaks English; React Aria carries its few words in 34 languages, some 40 kB gzip on every page.
const OTHER_LANGUAGES =
  'ar-AE,bg-BG,cs-CZ,da-DK,de-DE,el-GR,es-ES,et-EE,fi-FI,fr-FR,he-IL,hr-HR,hu-HU,it-IT,ja-JP,ko-KR,lt-LT,lv-LV,nb-NO,nl-NL,pl-PL,pt-BR,pt-PT,ro-RO,ru-RU,sk-SK,sl-SI,sr-SP,sv-SE,tr-TR,uk-UA,zh-CN,zh-TW';

const config: NextConfig = {
  compiler: { styledComponents: true },
  poweredByHeader: false,
  reactStrictMode: true,
  // `npm test` checks them, with a compiler that takes a tenth of the time.
  typescript: { ignoreBuildErrors: true },
  turbopack: {
    rules: {
      [`**/intl/*/{${OTHER_LANGUAGES}}.mjs`]: { loaders: ['./scripts/empty-strings.cjs'], as: '*.js' },
    },
  },
  headers: () =>
    Promise.resolve([
      ...['/_next/static/:path*', '/offline.js'].map((source) => ({
        source,
        headers: [{ key: 'Content-Security-Policy', value: STATIC_POLICY }],
      })),
    ]),
};

export default config;
