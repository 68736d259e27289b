import InitColorSchemeScript from '@mui/material/InitColorSchemeScript';
import { AppRouterCacheProvider } from '@mui/material-nextjs/v16-appRouter';
import { NuqsAdapter } from 'nuqs/adapters/next/app';
import type { Metadata } from 'next';
import { headers } from 'next/headers';
import type { ReactNode } from 'react';
import '@fontsource-variable/ibm-plex-sans';
import '@fontsource-variable/source-serif-4';
import '@fontsource/ibm-plex-mono/400.css';
import '../ui/theme/tokens.css';
import '../ui/theme/base.css';
import { regionOf } from '../core/shared/region';
import { documentLanguage, offeredOn } from './lib/language';
import { Providers } from '../ui/theme/Providers';

export const metadata: Metadata = { title: { default: 'Bookend', template: '%s · Bookend' }, robots: { index: false } };

export default async function RootLayout({ children }: { children: ReactNode }) {
  const head = await headers();
  const nonce = head.get('x-nonce') ?? undefined;
  const path = head.get('x-path');
  const region = regionOf(head.get('accept-language'));
  return (
    <html lang={documentLanguage(path, head.get('accept-language'), await offeredOn(path))} suppressHydrationWarning>
      <body>
        <InitColorSchemeScript
          attribute="data-theme"
          defaultMode="light"
          modeStorageKey="bookend-mode"
          {...(nonce ? { nonce } : {})}
        />
        <AppRouterCacheProvider options={{ enableCssLayer: true, ...(nonce ? { nonce } : {}) }}>
          <NuqsAdapter>
            <Providers region={region} nonce={nonce}>
              {children}
            </Providers>
          </NuqsAdapter>
        </AppRouterCacheProvider>
      </body>
    </html>
  );
}
