import { heldCsv, readImport } from '../../../../../../usecases/imports/readImports';
import { problem } from '../../../../../lib/problem';
import { staffContext } from '../../../../../lib/session';
import { answering } from '../../../../../lib/answering';

export const GET = answering(async (_: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> => {
  const ctx = await staffContext();
  if (!ctx) return problem(401, 'signed-out', 'Sign in.');
  const result = await readImport(ctx, await params);
  if (!result.ok)
    return problem(result.refusal.code === 'not-allowed' ? 403 : 404, result.refusal.code, 'Not for you, or not here.');
  return new Response(heldCsv(result.value.held), {
    headers: {
      'content-type': 'text/csv; charset=utf-8',
      'content-disposition': 'attachment; filename="held-lines.csv"',
    },
  });
});
