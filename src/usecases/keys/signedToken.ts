import { createHmac, timingSafeEqual } from 'node:crypto';

/**
 * The claims of a signed token (JSON Web Token, RFC 7519, compact form, HS256), or null where it is not signed by the secret. Any other
 * algorithm is refused, `none` above all.
 */
export function claimsOf(token: string, secret: string): Record<string, unknown> | null {
  const [head, body, signature, ...rest] = token.split('.');
  if (!head || !body || !signature || rest.length > 0) return null;
  const expected = createHmac('sha256', secret).update(`${head}.${body}`).digest();
  const given = Buffer.from(signature, 'base64url');
  if (given.length !== expected.length || !timingSafeEqual(given, expected)) return null;
  try {
    const { alg } = JSON.parse(Buffer.from(head, 'base64url').toString('utf8')) as { alg?: string };
    const claims: unknown = JSON.parse(Buffer.from(body, 'base64url').toString('utf8'));
    return alg === 'HS256' && claims !== null && typeof claims === 'object'
      ? (claims as Record<string, unknown>)
      : null;
  } catch {
    return null;
  }
}
