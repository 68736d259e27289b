import type { ChoiceInput } from '../../core/ledger/schema';
import { groupBy } from '../../core/shared/groupBy';
import { ok, refuse, type Result } from '../../core/shared/result';
import { kindOfAnswer } from '../../core/sites/plan';
import type { PanelRefusal } from '../../core/sites/refusals';
import type { PanelAnswerInput } from '../../core/sites/schema';
import { dedupOf } from '../../db/ledger/ledger';
import type { Handle } from '../../db/shared/handle';
import { countOnSite } from '../../db/sites/sites';
import { externalHashOf } from '../ledger/prepareChoice';
import { recordChoicesIn } from '../ledger/recordChoices';
import type { Context } from '../shared/context';
import { recordTrail } from '../trail/recordTrail';
import { countedAt, factsOfSite, rulesFor, type PageVisitor, type RulesFor, type SiteFacts } from './panel';

interface Arrived {
  from: { siteId: string; origin: string | null; page: PageVisitor };
  input: PanelAnswerInput;
  /** When it came in: how long ago it was given is counted back from there. */
  at: string;
}

interface Waiting extends Arrived {
  done(result: Result<null, PanelRefusal>): void;
  failed(error: unknown): void;
}

type Outcome = Result<null, PanelRefusal>;

/** Answers that are recorded in one transaction. */
const AT_ONCE = 250;

/** What waits in this process, by its keys: while one transaction is under way the answers that come are gathered for the next. */
const gathered = new WeakMap<object, Waiting[]>();

/**
 * An answer of a panel into the ledger: of a page of this site, under a version that was published, about purposes it asked for. Sent
 * twice it is kept once. Those that come at the same time go in together, and each is told when it is kept.
 */
export function takePanelAnswer(ctx: Context, from: Arrived['from'], input: PanelAnswerInput): Promise<Outcome> {
  return new Promise((done, failed) => {
    const waiting = gathered.get(ctx.keys) ?? [];
    const isWorking = gathered.has(ctx.keys);
    waiting.push({ from, input, at: ctx.clock.now(), done, failed });
    if (isWorking) return;
    gathered.set(ctx.keys, waiting);
    void work(ctx, waiting);
  });
}

async function work(ctx: Context, waiting: Waiting[]): Promise<void> {
  // Those that came in the same moment are there before the first goes.
  await new Promise((resolve) => setImmediate(resolve));
  while (waiting.length > 0) {
    const batch = waiting.splice(0, AT_ONCE);
    for (const [siteId, own] of groupBy(batch, ({ from }) => from.siteId)) await recordAll(ctx, siteId, own);
  }
  gathered.delete(ctx.keys);
}

/** One that cannot be recorded must not take others with it: then each goes alone. */
async function recordAll(ctx: Context, siteId: string, own: readonly Waiting[]): Promise<void> {
  try {
    const outcomes = await recordTogether(ctx, siteId, own);
    own.forEach(({ done }, n) => done(outcomes[n]!));
  } catch (error) {
    if (own.length === 1) return own[0]!.failed(error);
    for (const one of own) await recordAll(ctx, siteId, [one]);
  }
}

interface Read extends Arrived {
  rules: RulesFor;
  choices: ChoiceInput[];
  hashes: Buffer[];
}

async function recordTogether(ctx: Context, siteId: string, own: readonly Arrived[]): Promise<Outcome[]> {
  const facts = await ctx.reading((h) => factsOfSite(h, siteId));
  const read = own.map((one): Read | PanelRefusal => readAnswer(ctx, facts, one));
  const good = read.filter((one): one is Read => !('code' in one));
  if (facts && good.length > 0) await ctx.transaction((h) => record(ctx, h, facts, good));
  return read.map((one) => ('code' in one ? refuse(one) : ok(null)));
}

function readAnswer(ctx: Context, facts: SiteFacts | null, { from, input, at: came }: Arrived): Read | PanelRefusal {
  const rules = facts && rulesFor(ctx, facts, from.page);
  if (!facts || !rules) return { code: 'panel-unknown' };
  const { site, asks } = facts;
  if (!from.origin || !site.origins.includes(from.origin)) return { code: 'panel-origin' };
  const shown = asks.find(({ version }) => version === input.version);
  // One that is not published yet was shown to nobody.
  if (!shown || shown.version > rules.ask.version) return { code: 'panel-version', version: input.version };
  const unknown = Object.keys(input.answers).find((purpose) => !shown.purposes.includes(purpose));
  if (unknown) return { code: 'panel-purpose', purpose: unknown.slice(0, 80) };
  const choices = choicesOf(facts, rules, input, came);
  const hashes = choices.map(({ externalId }) => externalHashOf(ctx.keys, externalId!));
  return { from, input, at: came, rules, choices, hashes };
}

function choicesOf({ site }: SiteFacts, { rules, visitor }: RulesFor, input: PanelAnswerInput, came: string) {
  const occurredAt = new Date(Date.parse(came) - input.ago).toISOString();
  const sale = new Set(rules.purposes.filter(({ isSale }) => isSale).map(({ id }) => id));
  const choice = (purpose: string, answer: ChoiceInput['answer'], told: boolean): ChoiceInput => ({
    occurredAt,
    identifiers: [{ kind: 'device-id', value: input.visitor }],
    purpose,
    answer,
    ask: site.ask_id,
    askVersion: input.version,
    method: 'panel',
    place: site.name,
    country: visitor.place,
    language: input.language,
    externalId: `panel:${site.id}:${input.nonce}:${purpose}:${answer === 'gpc-seen' ? 'signal' : 'answer'}`,
    toldOfConflict: told,
    address: null,
    name: null,
    evidence: null,
  });
  const answered = Object.entries(input.answers);
  return [
    ...answered.filter(([id]) => input.gpc && sale.has(id)).map(([id]) => choice(id, 'gpc-seen', false)),
    // The panel says beside the question what the browser says: a yes was given knowing it.
    ...answered.map(([id, answer]) => choice(id, answer, input.gpc && sale.has(id))),
  ];
}

async function record(ctx: Context, h: Handle, { site }: SiteFacts, read: readonly Read[]): Promise<void> {
  const named = new Map(read.map((one) => [one.input.nonce, one]));
  // The same answer twice at once: the second waits here, and finds it kept. In one order, so that nobody waits in a circle.
  const locks = [...named.keys()].sort().map((nonce) => `panel ${site.id} ${nonce}`);
  await h.trx.raw('select pg_advisory_xact_lock(hashtext(one)) from unnest(?::text[]) one', [locks]);
  const known = await dedupOf(
    h,
    site.system_id,
    [...named.values()].flatMap(({ hashes }) => hashes),
  );
  const kept = new Set(known.map(({ external_hash }) => external_hash.toString('hex')));
  // Sent again it was given longer ago by a moment: it is the same one all the same.
  const fresh = [...named.values()].filter(({ hashes }) => !hashes.some((hash) => kept.has(hash.toString('hex'))));
  if (fresh.length === 0) return;
  const choices = fresh.flatMap((one) => one.choices);
  await recordChoicesIn(ctx, h, { systemId: site.system_id, choices });
  await recordTrail(ctx, h, 'choices-recorded', site.system_id, `${choices.length} by the panel`);
  for (const [key, same] of groupBy(fresh, ({ from, input, rules }) =>
    JSON.stringify(at(ctx, site, from, input, rules)),
  )) {
    const counted = JSON.parse(key) as ReturnType<typeof at>;
    for (const kind of ['yes', 'no', 'part'] as const) {
      const some = same.filter((one) => kindOf(one) === kind).length;
      if (some > 0) await countOnSite(h, counted, kind, some);
    }
    const back = same.filter(({ input }) => Object.values(input.answers).includes('withdraw')).length;
    if (back > 0) await countOnSite(h, counted, 'withdrawn', back);
  }
}

const at = (
  ctx: Context,
  site: SiteFacts['site'],
  { page }: Arrived['from'],
  { version, language }: PanelAnswerInput,
  { visitor }: RulesFor,
) => countedAt(ctx, site, version, language, { visitor, device: page.device });

function kindOf({ input, rules }: Read): ReturnType<typeof kindOfAnswer> {
  const yes = Object.entries(input.answers).flatMap(([id, answer]) => (/^(grant|opt-in)$/.test(answer) ? [id] : []));
  return kindOfAnswer(rules.rules, yes);
}
