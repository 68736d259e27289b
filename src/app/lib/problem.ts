/** What went wrong, as RFC 9457 says it. */
export function problem(
  status: number,
  code: string,
  title: string,
  errors: { path: string; message: string }[] = [],
): Response {
  return new Response(
    JSON.stringify({
      type: `urn:bookend:problem:${code}`,
      title,
      status,
      code,
      ...(errors.length > 0 ? { errors } : {}),
    }),
    { status, headers: { 'content-type': 'application/problem+json', 'cache-control': 'no-store' } },
  );
}
