import type { RequestId } from '../../core/shared/ids';
import { sealedText } from '../keys/sealedValue';

// Why a clock was moved or set anew, under the request's own key.

export const eventReason = sealedText('clock_events.reason_sealed', (requestId: RequestId) => `event:${requestId}`);
export const changeReason = sealedText(
  'request_changes.reason_sealed',
  (requestId: RequestId) => `change:${requestId}`,
);
