import { readTryPicture } from '../../../../../../usecases/sites/trySite';
import { answering } from '../../../../../lib/answering';
import { staffContext } from '../../../../../lib/session';

/** How a page looked when it was tried. */
export const GET = answering(
  async (_: Request, { params }: { params: Promise<{ id: string; state: string }> }): Promise<Response> => {
    const ctx = await staffContext();
    const { id, state } = await params;
    const result = ctx && (await readTryPicture(ctx, { id, state: decodeURIComponent(state) }));
    if (!result?.ok || !result.value) return new Response(null, { status: result ? 404 : 401 });
    return new Response(new Uint8Array(result.value), {
      headers: { 'content-type': 'image/jpeg', 'cache-control': 'private, no-store' },
    });
  },
);
