'use client';

import { ThemeProvider } from '@mui/material/styles';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { useEffect, useState, type ReactNode } from 'react';
import type { Region } from '../../core/shared/region';
import { SayProvider } from '../shared/Say';
import { theme } from './theme';
import { InRegion } from '../fields/region';
import { NonceContext } from './nonce';

export function Providers({
  region,
  nonce,
  children,
}: {
  region: Region;
  nonce?: string | undefined;
  children: ReactNode;
}) {
  // That of the document counts; a page shown anew within it comes with another.
  const [first] = useState(nonce);
  const [client] = useState(
    () => new QueryClient({ defaultOptions: { queries: { retry: 1, refetchOnWindowFocus: false } } }),
  );
  // Said on the page itself: from here on it answers to a press.
  useEffect(() => {
    document.documentElement.dataset['awake'] = 'yes';
  }, []);
  return (
    <ThemeProvider theme={theme} defaultMode="light" modeStorageKey="bookend-mode">
      <QueryClientProvider client={client}>
        <NonceContext value={first}>
          <InRegion value={region}>
            <SayProvider>{children}</SayProvider>
          </InRegion>
        </NonceContext>
      </QueryClientProvider>
    </ThemeProvider>
  );
}
