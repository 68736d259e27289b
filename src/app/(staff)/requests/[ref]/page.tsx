import type { RequestRef } from '../../../../core/shared/ids';
import { localDay } from '../../../../core/shared/days';
import { requestView } from '../../../../usecases/requests/requestView';
import { traceView } from '../../../../usecases/trace/traceView';
import { RequestSheet } from '../../../../ui/requests/RequestSheet';
import { shown, staff } from '../../../lib/session';
import * as actions from '../actions';

export async function generateMetadata({ params }: { params: Promise<{ ref: RequestRef }> }) {
  return { title: (await params).ref };
}

export default async function RequestPage({ params }: { params: Promise<{ ref: RequestRef }> }) {
  const { ctx } = await staff('requests.see');
  const { ref } = await params;
  const request = shown(await requestView(ctx, { ref }));
  const trace = await traceView(ctx, { ref });
  return (
    <RequestSheet
      request={request}
      trace={trace.ok ? trace.value : null}
      zone={ctx.organisation.zone}
      today={localDay(ctx.clock.now(), ctx.organisation.zone)}
      actions={{ ...actions }}
    />
  );
}
