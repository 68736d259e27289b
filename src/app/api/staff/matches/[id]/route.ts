import { openMatch } from '../../../../../usecases/trace/review';
import { staffData } from '../../../../lib/staffData';

/** One record beside what we know of the person. */
export const GET = staffData((ctx, params: { id: string }) => openMatch(ctx, params));
