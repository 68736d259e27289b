import { insertDataKeys, type DataKeyRow } from '../src/db/keys/dataKeys';
import { addCoordinators, type RequestRow } from '../src/db/requests/requests';
import { insertMatches, type MatchRow } from '../src/db/trace/matches';
import { insertTrace } from '../src/db/trace/traces';
import { newDataKeyRow, vaultOf } from '../src/usecases/keys/vault';
import { saidPerson } from '../src/usecases/requests/sealed';
import type { Context } from '../src/usecases/shared/context';
import { matchRecord, matchTitle, matchTopics } from '../src/usecases/trace/sealed';

const AT_ONCE = 1000;
/** One in a hundred is open: the rest is what years of work have left. */
const OPEN_EVERY = 100;
const DAY = 86_400_000;
const RIGHTS = ['access', 'erasure', 'portability', 'withdrawal', 'objection'] as const;

const dayOf = (epoch: number) => new Date(epoch).toISOString().slice(0, 10);

/** Grows the list of requests: sealed as they are, with the coordinators as members; their own trace and letters are left out. */
export async function growRequests(ctx: Context, count: number): Promise<void> {
  const now = Date.parse(ctx.clock.now());
  for (let from = 0; from < count; from += AT_ONCE)
    await ctx.transaction(async (h) => {
      const keys: DataKeyRow[] = [];
      const rows: RequestRow[] = [];
      const vault = vaultOf(ctx, h);
      for (let n = from; n < Math.min(from + AT_ONCE, count); n++) keys.push(newDataKeyRow(ctx.keys, ctx.clock.now()));
      await insertDataKeys(h, keys);
      for (const [i, key] of keys.entries()) rows.push(await requestRow(ctx, vault, key, from + i, now));
      await h.trx.batchInsert('requests', rows, AT_ONCE);
      // Whoever works as coordinator joined each of them as it came in.
      await h.trx.raw(
        `insert into request_members (request_id, user_id)
         select r.id, u.id from unnest(?::text[]) as r(id) cross join users u where u.active and 'coordinator' = any(u.roles)`,
        [rows.map(({ id }) => id)],
      );
    });
  await ctx.transaction(async (h) => void (await h.trx.raw('analyze requests')));
}

async function requestRow(
  ctx: Context,
  vault: ReturnType<typeof vaultOf>,
  key: DataKeyRow,
  n: number,
  now: number,
): Promise<RequestRow> {
  const id = ctx.keys.id('req');
  const isOpen = n % OPEN_EVERY === 0;
  const received = isOpen ? now - (n % 20_000) * 60_000 : now - (60 + (n % 1700)) * DAY;
  const closed = isOpen ? null : new Date(received + 20 * DAY).toISOString();
  return {
    id,
    ref: `BK-${1900 + Math.floor(n / 90_000)}-${String(n % 90_000).padStart(5, '0')}`,
    right: RIGHTS[n % RIGHTS.length]!,
    regime: 'eu-gdpr',
    regimes: ['eu-gdpr'],
    received_at: new Date(received).toISOString(),
    channel: 'mail',
    language: 'da',
    country: 'DK',
    person_id: null,
    data_key_id: key.id,
    person_sealed: await saidPerson.close(
      vault,
      key.id,
      { givenName: 'Many', familyName: `Number${n}`, emails: [`n${n}@many.example`] },
      id,
    ),
    text_sealed: null,
    on_behalf_kind: null,
    identity: isOpen ? 'none' : 'proven',
    identity_method: isOpen ? null : 'mailed-code',
    identity_document: null,
    identity_seen: null,
    identity_by: null,
    trace: isOpen ? 'none' : 'finished',
    undecided: 0,
    decision: isOpen ? 'none' : 'fulfil',
    decision_ground: isOpen ? null : 'art-15',
    decision_reason_sealed: null,
    decided_by: null,
    decided_at: closed,
    pack: isOpen ? 'none' : 'sent',
    plan: 'none',
    carried_out: !isOpen,
    answered: !isOpen,
    outcome: isOpen ? null : 'fulfilled',
    stage: isOpen ? 'identity' : 'closed',
    due_on: dayOf(received + 30 * DAY),
    created_at: new Date(received).toISOString(),
    closed_at: closed,
    region: null,
    appeal: 'none',
    authority: 'not-needed',
    owner_id: null,
    status_hash: null,
    joined_to: null,
    fact_tries: 0,
    acknowledged_at: new Date(received).toISOString(),
    helpers_open: 0,
    matter: null,
    removed_at: null,
    system_id: null,
    taken_over_hash: null,
  };
}

/** One open request with so many matches under review. @returns its reference */
export async function growReview(ctx: Context, matches: number): Promise<string> {
  return ctx.transaction(async (h) => {
    const vault = vaultOf(ctx, h);
    const key = newDataKeyRow(ctx.keys, ctx.clock.now());
    await insertDataKeys(h, [key]);
    const row: RequestRow = {
      ...(await requestRow(ctx, vault, key, 0, Date.parse(ctx.clock.now()))),
      ref: `BK-1800-${String(matches).padStart(5, '0')}`,
      right: 'access',
      identity: 'proven',
      identity_method: 'mailed-code',
      trace: 'finished',
      stage: 'trace',
      undecided: matches,
    };
    await h.trx('requests').insert(row);
    await addCoordinators(h, row.id);
    const trace = {
      id: ctx.keys.id('trc'),
      request_id: row.id,
      kind: 'find' as const,
      state: 'finished' as const,
      round: 1,
      started_at: ctx.clock.now(),
      finished_at: ctx.clock.now(),
      conditions_sealed: null,
    };
    await insertTrace(h, trace);
    for (let from = 0; from < matches; from += AT_ONCE) {
      const rows: MatchRow[] = [];
      for (let n = from; n < Math.min(from + AT_ONCE, matches); n++)
        rows.push(await matchRow(ctx, vault, key, trace.id, n));
      await insertMatches(h, rows);
    }
    return row.ref;
  });
}

async function matchRow(
  ctx: Context,
  vault: ReturnType<typeof vaultOf>,
  key: DataKeyRow,
  traceId: string,
  n: number,
): Promise<MatchRow> {
  const id = ctx.keys.id('mat');
  const email = 'n0@many.example';
  return {
    id,
    trace_id: traceId,
    system_id: 'sys_shop',
    collection: 'orders',
    record_key: String(n),
    parent_key: null,
    title_sealed: await matchTitle.close(vault, key.id, `Order ${n}`, id),
    record_sealed: await matchRecord.close(
      vault,
      key.id,
      {
        collection: 'orders',
        key: String(n),
        title: `Order ${n}`,
        person: { emails: [email] },
        fields: { email, order_no: String(n), note: 'Please leave it at the neighbour’s.' },
        parent: null,
        refersTo: [],
        text: null,
        files: [],
      },
      id,
    ),
    fields: [{ field: 'email', level: 'exact', weight: 14 }],
    weight: 14 + (n % 7),
    probability: 0.99,
    band: n % 3 === 0 ? 'likely' : 'possible',
    is_shared: false,
    verdict: null,
    verdict_by: null,
    verdict_at: null,
    round: 1,
    is_outside: false,
    news: null,
    topics_sealed: await matchTopics.close(vault, key.id, ['orders'], id),
    second_asked_by: null,
    second_verdict: null,
    second_by: null,
    second_at: null,
  };
}
