import type { RequestRef } from '../../core/shared/ids';
import type { AccessRefusal } from '../../core/access/refusals';
import { localDay } from '../../core/shared/days';
import { stagesOf } from '../../core/requests/stages';
import type { RequestView } from '../../core/requests/views';
import { ok, refuse, type Result } from '../../core/shared/result';
import { userNames } from '../../db/access/users';
import { certificateOf } from '../../db/erasure/plans';
import { countFound } from '../../db/trace/matches';
import { requestByRef } from '../../db/requests/requests';
import type { Context } from '../shared/context';
import { readPlan } from '../erasure/readPlan';
import { reach } from '../shared/may';
import { vaultOf } from '../keys/vault';
import { recordLook } from '../trail/recordLook';
import { sayPersonOfRequest } from '../people/personOfRequest';
import { requestText, saidPerson } from './sealed';

import {
  clockPart,
  decisionPart,
  identityPart,
  lettersPart,
  packPart,
  togetherPart,
  type Source,
} from './requestParts';
import { sayWho } from './readRequests';

/** One request whole, as it stands at one moment. A look: it is in the trail before anybody sees it. */
export async function requestView(
  ctx: Context,
  input: { ref: RequestRef },
): Promise<Result<RequestView, AccessRefusal>> {
  const found = await readWhole(ctx, input);
  if (found.ok) await ctx.transaction((h) => recordLook(ctx, h, 'request-viewed', found.value.ref));
  return found;
}

async function readWhole(ctx: Context, input: { ref: RequestRef }): Promise<Result<RequestView, AccessRefusal>> {
  const how = reach(ctx, 'requests.see');
  if (!how) return refuse({ code: 'not-allowed', act: 'requests.see' });
  return ctx.snapshot(async (h) => {
    const row = await requestByRef(h, input.ref);
    if (!row) return refuse({ code: 'not-found' });
    const isMasked = how === 'masked';
    const vault = vaultOf(ctx, h);
    const source: Source = {
      ctx,
      h,
      row,
      isMasked,
      names: await userNames(h),
      open: (kind, sealed, about) =>
        isMasked ? Promise.resolve(null) : kind.open(vault, row.data_key_id, sealed, about),
    };
    const person = await source.open(saidPerson, row.person_sealed, row.id);
    const { line, ...clock } = await clockPart(source);
    const isWorker = reach(ctx, 'requests.work') !== null;
    const day = (instant: string) => localDay(instant, ctx.organisation.zone);
    return ok({
      ...line(sayWho(await sayPersonOfRequest(ctx, h, row, vault), isMasked)),
      ...clock,
      ...(await togetherPart(source)),
      id: row.id,
      language: row.language,
      channel: row.channel,
      receivedAt: row.received_at,
      isMasked,
      person,
      personId: row.person_id,
      text: await source.open(requestText, row.text_sealed, row.id),
      onBehalf: person?.onBehalf ?? null,
      stages: row.appeal === 'none' ? stagesOf(row.right) : [...stagesOf(row.right).slice(0, -1), 'appeal', 'closed'],
      identity: await identityPart(source),
      authority: row.authority,
      trace: row.trace,
      found: await countFound(h, row.id),
      undecided: row.undecided,
      decision: await decisionPart(source),
      plan: await readPlan(ctx, h, row, isMasked),
      pack: await packPart(source),
      letters: await lettersPart(source),
      appeal: row.appeal,
      hasCertificate: Boolean(await certificateOf(h, row.ref)),
      acknowledgedAt: row.acknowledged_at,
      mayWork: isWorker && row.closed_at === null,
      mayReopen: isWorker && row.closed_at !== null && person !== null,
      goesOn: row.closed_at ? day(yearsAfter(row.closed_at, ctx.requestYears)) : null,
      removedAt: row.removed_at ? day(row.removed_at) : null,
    });
  });
}

function yearsAfter(instant: string, years: number): string {
  const day = new Date(instant);
  day.setUTCFullYear(day.getUTCFullYear() + years);
  return day.toISOString();
}
