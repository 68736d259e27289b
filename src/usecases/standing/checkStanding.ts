import type { SystemId } from '../../core/shared/ids';
import type { StandingRefusal } from '../../core/standing/refusals';
import type { StandingAnswer } from '../../core/ledger/types';
import { localDay } from '../../core/shared/days';
import { reason } from '../../core/shared/reason';
import { ok, refuse, type Result } from '../../core/shared/result';
import { readsIn } from '../../db/standing/permissions';
import { addPermissionCounts } from '../../db/standing/permissions';
import type { Handle } from '../../db/shared/handle';
import { personsByHash, personsById, suppressionsOf } from '../../db/people/persons';
import { systemById } from '../../db/systems/systems';
import type { Context } from '../shared/context';
import { indexText, normaliseIdentifier, type NormalIdentifier } from '../people/identifierKeys';
import { checkMany } from './checkMany';
import { readRules, subjectOf } from './standingOfPerson';

export interface PermissionQuery {
  identifier: { kind: string; value: string };
  purpose: string;
  at?: string;
  knownAt?: string;
  systemId: SystemId;
}

/** May this address be used for this purpose. Counted, not chained one by one. */
export async function checkStanding(
  ctx: Context,
  query: PermissionQuery,
): Promise<Result<StandingAnswer, StandingRefusal>> {
  return ctx.transaction(async (h) => {
    const rules = await readRules(h);
    if (!rules.purposes.some(({ id }) => id === query.purpose))
      return refuse({ code: 'unknown-purpose', purpose: query.purpose });
    const system = await systemById(h, query.systemId);
    const identifier = normaliseIdentifier(
      query.identifier.kind,
      query.identifier.value,
      query.systemId,
      system?.default_country ?? null,
    );
    if (!identifier) return refuse({ code: 'identifier-unreadable', kind: query.identifier.kind });
    const answer =
      query.at || query.knownAt
        ? await asOf(ctx, h, query, identifier, rules)
        : (await checkMany(ctx, readsIn(h), [{ identifier, purpose: query.purpose }], rules))[0]!;
    await addPermissionCounts(h, [
      {
        day: localDay(ctx.clock.now(), ctx.organisation.zone),
        system_id: query.systemId,
        purpose: query.purpose,
        permitted: answer.permitted ? 1 : 0,
        refused: answer.permitted ? 0 : 1,
      },
    ]);
    return ok(answer);
  });
}

/** What held at a moment, as known at a moment: from the choices themselves. */
async function asOf(
  ctx: Context,
  h: Handle,
  query: PermissionQuery,
  identifier: NormalIdentifier,
  rules: Awaited<ReturnType<typeof readRules>>,
): Promise<StandingAnswer> {
  const now = ctx.clock.now();
  const asked = { at: query.at ?? now, knownAt: query.knownAt ?? now };
  const [erased] = await suppressionsOf(
    h,
    ctx.keys.suppressions(indexText(identifier)).map(({ hash }) => hash),
  );
  if (erased && Date.parse(erased.erased_at) <= Date.parse(asked.at))
    return {
      permitted: false,
      standing: 'erased',
      since: erased.erased_at,
      because: null,
      mayAskAgainFrom: null,
      reasons: [reason({ code: 'erased', listed: 'address' }, 'GDPR art. 17')],
    };
  const hash = ctx.keys.index(indexText(identifier));
  const owners = await personsById(h, [...new Set((await personsByHash(h, [hash])).map(({ person_id }) => person_id))]);
  if (owners.length === 0)
    return (await checkMany(ctx, readsIn(h), [{ identifier, purpose: query.purpose }], rules))[0]!;
  const address = identifier.kind === 'email' || identifier.kind === 'phone' ? hash.toString('hex') : null;
  const answers = [];
  for (const row of owners) answers.push((await subjectOf(ctx, h, row, asked, rules)).answer(query.purpose, address));
  const { isConflict: _, ...answer } = answers.find(({ permitted }) => !permitted) ?? answers[0]!;
  return answer;
}
