/**
 * What is due on a day, as a shape: a page for an answer (two bars while its clock is paused), a tick for an
 * acknowledgement, an arrow for an extension, a ring for an owner who was asked, a cross for residue that goes.
 */
export function DueMarkShape({
  kind,
  isPaused,
}: {
  kind: 'due' | 'acknowledge' | 'extend' | 'helper' | 'residue';
  isPaused: boolean;
}) {
  return (
    <svg width="12" height="12" viewBox="0 0 12 12" aria-hidden="true">
      {kind === 'due' && (
        <path d={isPaused ? 'M2.5 1h2.4v10H2.5zM7.1 1h2.4v10H7.1z' : 'M2 1h8v10H2z'} fill="currentColor" />
      )}
      {kind === 'acknowledge' && <path d="M2 6.5 5 9.5 10 3" fill="none" stroke="#e2b65b" strokeWidth="1.8" />}
      {kind === 'extend' && <path d="M2 6h6M6 3l3 3-3 3" fill="none" stroke="#e2b65b" strokeWidth="1.6" />}
      {kind === 'helper' && <circle cx="6" cy="6" r="3.8" fill="none" stroke="#e2b65b" strokeWidth="1.6" />}
      {kind === 'residue' && <path d="M2.5 2.5l7 7M9.5 2.5l-7 7" stroke="#b9c9bd" strokeWidth="1.5" />}
    </svg>
  );
}
