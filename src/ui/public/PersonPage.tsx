import type { ReactNode } from 'react';
import './public.css';

/** The same paper and type, without the boards: what a person outside the organisation sees. */
export function PersonPage({ organisation, children }: { organisation: string; children: ReactNode }) {
  return (
    <main className="person-page">
      <p className="house">{organisation}</p>
      {children}
    </main>
  );
}
