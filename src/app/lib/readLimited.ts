/**
 * The body of a request as text, up to so many bytes. What is longer is not read to its end.
 *
 * @returns null where it is longer
 */
export async function readLimited(
  request: Request,
  mostBytes: number,
  encoding: 'utf8' | 'latin1' = 'utf8',
): Promise<string | null> {
  if (Number(request.headers.get('content-length') ?? 0) > mostBytes) return null;
  const reader = request.body?.getReader();
  if (!reader) return '';
  const parts: Uint8Array[] = [];
  let bytes = 0;
  for (;;) {
    const { done, value } = await reader.read();
    if (done) return Buffer.concat(parts).toString(encoding);
    bytes += value.byteLength;
    if (bytes > mostBytes) {
      await reader.cancel().catch(() => {});
      return null;
    }
    parts.push(value);
  }
}
