import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { configure, render, type RenderResult } from '@testing-library/react';
import { AppRouterContext, type AppRouterInstance } from 'next/dist/shared/lib/app-router-context.shared-runtime';
import { NuqsTestingAdapter } from 'nuqs/adapters/testing';
import type { ReactNode } from 'react';
import { SayProvider } from '../../src/ui/shared/Say';

// A machine that does other things meanwhile is slow, not wrong.
configure({ asyncUtilTimeout: 8000 });

// Charts measure; a screen that is none has no sizes of its own.
if (typeof window !== 'undefined') {
  for (const [name, value] of [
    ['clientWidth', 800],
    ['clientHeight', 400],
  ] as const)
    Object.defineProperty(HTMLElement.prototype, name, { configurable: true, get: () => value });
  HTMLCanvasElement.prototype.getContext = (() => ({
    measureText: (text: string) => ({ width: text.length * 6 }),
  })) as never;
}

/** A window as narrow as a telephone: lists are cards, which are there at once. */
export function narrow(): void {
  window.matchMedia = (query: string) =>
    ({
      matches: query.includes('max-width'),
      media: query,
      addEventListener: () => {},
      removeEventListener: () => {},
      addListener: () => {},
      removeListener: () => {},
    }) as unknown as MediaQueryList;
}

/** A part of the interface alone, with what it needs around it: props in, events out. Counts how often it asked for the page anew. */
export function show(part: ReactNode, search = ''): RenderResult & { refreshed: () => number; went: string[] } {
  let refreshed = 0;
  const went: string[] = [];
  const router = {
    refresh: () => void refreshed++,
    push: (to: string) => void went.push(to),
    replace: () => {},
    back: () => {},
    forward: () => {},
    prefetch: () => {},
  } as unknown as AppRouterInstance;
  const client = new QueryClient({ defaultOptions: { queries: { retry: false } } });
  const around = (inner: ReactNode) => (
    <NuqsTestingAdapter searchParams={search}>
      <AppRouterContext.Provider value={router}>
        <QueryClientProvider client={client}>
          <SayProvider>{inner}</SayProvider>
        </QueryClientProvider>
      </AppRouterContext.Provider>
    </NuqsTestingAdapter>
  );
  const shown = render(around(part));
  return { ...shown, rerender: (next) => shown.rerender(around(next)), refreshed: () => refreshed, went };
}
