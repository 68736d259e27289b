import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { fireEvent, screen } from '@testing-library/react';
import type { ReactNode } from 'react';
import type { ActionResult } from '../../src/ui/shared/actionResult';
import type { RequestActs } from '../../src/ui/shared/acts';

/** Every act, written down; those that are given answer as they say. */
export function acts(
  given: Partial<Record<keyof RequestActs, ActionResult<never> | { ok: true; value: object }>> = {},
) {
  const called: [string, ...unknown[]][] = [];
  const actions = new Proxy(
    {},
    {
      get:
        (_, name: keyof RequestActs) =>
        async (...args: unknown[]) => (called.push([name, ...args]), given[name] ?? { ok: true, value: {} }),
    },
  ) as RequestActs;
  return { called, actions };
}

export const button = (name: string | RegExp) => screen.getByRole<HTMLButtonElement>('button', { name });

export const type = (label: string | RegExp, value: string) =>
  fireEvent.change(screen.getByLabelText(label), { target: { value } });

/** What asks the server by itself. */
export const around = (part: ReactNode) => (
  <QueryClientProvider client={new QueryClient({ defaultOptions: { queries: { retry: false } } })}>
    {part}
  </QueryClientProvider>
);
