'use client';

export default function PageError({ reset }: { reset: () => void }) {
  return (
    <div className="empty" style={{ maxWidth: 560, margin: '12vh auto' }} role="alert">
      <h1>Something broke</h1>
      <p style={{ margin: '8px 0' }}>The page could not be made. What you had saved is safe; nothing was half done.</p>
      <button onClick={reset}>Try again</button>
    </div>
  );
}
