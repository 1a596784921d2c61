import '@fontsource-variable/atkinson-hyperlegible-mono/index.css';
import '@fontsource-variable/atkinson-hyperlegible-next/index.css';
import type { Metadata, Viewport } from 'next';
import { headers } from 'next/headers';
import type { ReactNode } from 'react';
import { AppShell } from '@/ui/shell/AppShell';
import { APPLY_THEME } from '@/ui/theme/chosen';
import { GlobalStyle } from '@/ui/theme/GlobalStyle';
import { StyleRegistry } from '@/ui/theme/StyleRegistry';

export const metadata: Metadata = {
  title: { default: 'Yardfell', template: '%s · Yardfell' },
  description: 'A workbench for guitar teachers who plan flatpick exercises',
};

// Not over the whole screen: then nothing lies under a notch or the system's own bars, however the phone is held.
export const viewport: Viewport = { width: 'device-width', initialScale: 1 };

export default async function RootLayout({ children }: { children: ReactNode }) {
  const nonce = (await headers()).get('x-nonce') ?? undefined;
  return (
    // The theme is set on it before it is first drawn, which the server knows nothing of.
    <html lang="en" suppressHydrationWarning>
      <head>
        <meta property="csp-nonce" nonce={nonce} content={nonce} />
        <script nonce={nonce} suppressHydrationWarning>
          {APPLY_THEME}
        </script>
      </head>
      <body>
        <StyleRegistry nonce={nonce}>
          <GlobalStyle />
          <AppShell
            withDemo={process.env.YARDFELL_DEMO === '1'}
            seed={process.env.YARDFELL_SEED === undefined ? null : Number(process.env.YARDFELL_SEED)}
          >
            {children}
          </AppShell>
        </StyleRegistry>
      </body>
    </html>
  );
}
