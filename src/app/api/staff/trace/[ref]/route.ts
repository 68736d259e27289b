import type { RequestRef } from '../../../../../core/shared/ids';
import { traceView } from '../../../../../usecases/trace/traceView';
import { staffData } from '../../../../lib/staffData';

/** The trace as far as it has come; the review asks while it runs. */
export const GET = staffData((ctx, params: { ref: RequestRef }) => traceView(ctx, params));
