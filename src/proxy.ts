import { NextResponse, type NextRequest } from 'next/server';

/** Security headers on every page, with a nonce of its own for each request. */
export function proxy(request: NextRequest): NextResponse {
  const nonce = Buffer.from(crypto.randomUUID()).toString('base64');
  const policy = [
    "default-src 'self'",
    `script-src 'self' 'nonce-${nonce}' 'strict-dynamic'`,
    `style-src 'self' 'nonce-${nonce}'`,
    // React writes style attributes on the server; they hold numbers and tokens of ours, never a person's words.
    "style-src-attr 'unsafe-inline'",
    "img-src 'self' data:",
    "font-src 'self'",
    "connect-src 'self'",
    "object-src 'none'",
    "base-uri 'none'",
    "form-action 'self'",
    "frame-ancestors 'none'",
  ].join('; ');
  const headers = new Headers(request.headers);
  headers.set('x-nonce', nonce);
  headers.set('x-path', `${request.nextUrl.pathname}${request.nextUrl.search}`);
  headers.set('content-security-policy', policy);
  const response = NextResponse.next({ request: { headers } });
  response.headers.set('content-security-policy', policy);
  response.headers.set('x-content-type-options', 'nosniff');
  response.headers.set('referrer-policy', 'same-origin');
  response.headers.set('permissions-policy', 'camera=(), microphone=(), geolocation=()');
  response.headers.set('cache-control', 'no-store');
  return response;
}

// Files and calls of machines go past: a proxy in front of a route holds the body back and cuts it off without a word.
export const config = {
  matcher: [
    {
      source:
        '/((?!_next/static|_next/image|icon.svg|ledger/imports/upload|ledger/audiences/upload|task/[^/]+/upload|panel/|api/).*)',
    },
  ],
};
