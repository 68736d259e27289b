import type { RequestRef } from '../../../../../core/shared/ids';
import * as yup from 'yup';
import { readRequestState } from '../../../../../usecases/requests/readRequestState';
import { api, refused } from '../../../../lib/api';

export async function GET(request: Request, { params }: { params: Promise<{ ref: RequestRef }> }): Promise<Response> {
  const { ref } = await params;
  return api(request, 'requests:read', yup.object({}), async ({ ctx }) => {
    const result = await readRequestState(ctx, { ref });
    return result.ok ? { status: 200, body: result.value } : refused(result.refusal);
  });
}
