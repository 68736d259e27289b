import type { SystemId } from '../../core/shared/ids';
import { setImmediate as breathe } from 'node:timers/promises';
import type { RecordReason } from '../../core/ledger/reasons';
import type { ChoiceInput, RecordStatus } from '../../core/ledger/schema';
import { localDay } from '../../core/shared/days';
import { reason } from '../../core/shared/reason';
import type { Reason } from '../../core/words/reasons';
import { allPurposes, allWordings } from '../../db/purposes/purposes';
import { treeOf } from '../../core/ledger/trees';
import { choiceExists, dedupOf, treeEnd } from '../../db/ledger/ledger';
import { lockIdentifiers, lockTrees } from '../../db/ledger/trees';
import { countDelivery } from '../../db/ledger/sources';
import { personsByHash, suppressionsOf } from '../../db/people/persons';
import { systemById } from '../../db/systems/systems';
import type { Handle } from '../../db/shared/handle';
import type { Context } from '../shared/context';
import { recordTrail } from '../trail/recordTrail';
import { askToConfirm } from './askToConfirm';
import { assignPersons, type Assignment } from './assignPersons';
import { prepareChoice, type Checks, type PreparedChoice } from './prepareChoice';
import { sealChoices, type ChoiceToSeal } from './sealChoices';
import { updateFolds, type SealedChoice } from '../standing/updateFolds';

export interface RecordOutcome {
  status: RecordStatus;
  id?: string;
  reasons: Reason[];
  /** Keyed hashes of the identifiers, for finding a held line again. */
  identifierHashes: Buffer[];
}

/**
 * Takes choices of one system into the ledger: each ends as recorded, duplicate, conflict, suppressed or quarantined.
 * Order of the outcomes is that of the input. The same input twice changes nothing.
 */
export async function recordChoices(
  ctx: Context,
  input: { systemId: SystemId; choices: readonly ChoiceInput[] },
): Promise<RecordOutcome[]> {
  return ctx.transaction(async (h) => {
    const outcomes = await recordChoicesIn(ctx, h, input);
    await recordTrail(ctx, h, 'choices-recorded', input.systemId, `${outcomes.length} handed in`);
    return outcomes;
  });
}

/** The same inside a transaction of the caller. */
export async function recordChoicesIn(
  ctx: Context,
  h: Handle,
  { systemId, choices }: { systemId: SystemId; choices: readonly ChoiceInput[] },
): Promise<RecordOutcome[]> {
  const checks = await readChecks(ctx, h, systemId);
  return recordPrepared(ctx, h, systemId, await prepareChoices(ctx, choices, checks));
}

/** What the choices of a system are checked against. */
export async function readChecks(ctx: Context, h: Handle, systemId: SystemId): Promise<Checks> {
  const system = await systemById(h, systemId);
  if (!system) throw new Error(`system ${systemId} is not registered`);
  const wordings = new Map<string, Set<number>>();
  for (const { kind, id, version } of await allWordings(h))
    wordings.set(`${kind}:${id}`, (wordings.get(`${kind}:${id}`) ?? new Set()).add(version));
  return {
    systemId,
    country: system.default_country,
    purposes: new Set((await allPurposes(h)).map(({ id }) => id)),
    wordings,
    now: ctx.clock.now(),
  };
}

const BREATHE_EVERY = 100;

/** Hashes and checks without any lock; lets others have the processor in between. */
export async function prepareChoices(
  ctx: Context,
  choices: readonly ChoiceInput[],
  checks: Checks,
): Promise<PreparedChoice[]> {
  const prepared: PreparedChoice[] = [];
  for (const [i, choice] of choices.entries()) {
    prepared.push(prepareChoice(ctx.keys, choice, checks));
    if (i % BREATHE_EVERY === BREATHE_EVERY - 1) await breathe();
  }
  return prepared;
}

/** What a dry run remembers from one part of a file to the next, instead of writing it. */
export interface DryRun {
  known: Map<string, Set<string>>;
}

/** Settles what was prepared, under the locks of whom it is about; a dry run takes no lock and writes nothing. */
export async function recordPrepared(
  ctx: Context,
  h: Handle,
  systemId: SystemId,
  prepared: readonly PreparedChoice[],
  dry: DryRun | null = null,
): Promise<RecordOutcome[]> {
  const good = prepared.filter((item) => item.ok);
  if (!dry)
    await lockIdentifiers(
      h,
      good.flatMap(({ identifiers, externalHash }) => [externalHash, ...identifiers.map(({ hash }) => hash)]),
    );
  const suppressed = new Map(
    (
      await suppressionsOf(
        h,
        good.flatMap((item) => item.suppressionHashes),
      )
    ).map((row) => [row.hash.toString('hex'), row.erased_at]),
  );
  const known = dry?.known ?? new Map<string, Set<string>>();
  for (const row of await dedupOf(
    h,
    systemId,
    good.map((item) => item.externalHash),
  ))
    remember(known, row.external_hash, row.content_hash);
  const owners = await personsByHash(
    h,
    good.flatMap((item) => item.identifiers.map(({ hash }) => hash)),
  );

  const outcomes: RecordOutcome[] = [];
  const toSeal: ChoiceToSeal[] = [];
  const assign = await assignPersons(ctx, h, owners);
  for (const item of prepared) outcomes.push(await settle(ctx, h, { suppressed, known, assign, toSeal }, item));
  if (dry) return outcomes;
  await assign.save(h, systemId);
  await updateFolds(ctx, h, await sealInTrees(ctx, h, systemId, toSeal));
  await askToConfirm(ctx, h, toSeal);
  const now = ctx.clock.now();
  const taken = outcomes.filter(({ status }) => status === 'recorded' || status === 'conflict').length;
  if (taken > 0) await countDelivery(h, systemId, localDay(now, ctx.organisation.zone), taken, now);
  return outcomes;
}

/** A folio in each tree that people of this delivery lie in. */
async function sealInTrees(
  ctx: Context,
  h: Handle,
  systemId: SystemId,
  choices: readonly ChoiceToSeal[],
): Promise<SealedChoice[]> {
  const trees = [...new Set(choices.map(({ person }) => treeOf(person.id, ctx.trees)))].sort((a, b) => a - b);
  await lockTrees(h, trees);
  const sealed: SealedChoice[] = [];
  for (const tree of trees) {
    const own = choices.filter(({ person }) => treeOf(person.id, ctx.trees) === tree);
    sealed.push(...(await sealChoices(ctx, h, await treeEnd(h, tree), systemId, own, ctx.clock.now())));
  }
  return sealed;
}

/** Where one delivery stands: who was erased, what is known already, whose the choices are, what is to be sealed. */
interface Delivery {
  suppressed: ReadonlyMap<string, string>;
  known: Map<string, Set<string>>;
  assign: Assignment;
  toSeal: ChoiceToSeal[];
}

async function settle(ctx: Context, h: Handle, at: Delivery, item: PreparedChoice): Promise<RecordOutcome> {
  if (!item.ok) return { status: 'quarantined', reasons: item.reasons, identifierHashes: item.identifierHashes };
  const identifierHashes = item.identifiers.map(({ hash }) => hash);
  const held = (one: RecordReason): RecordOutcome => ({
    status: 'quarantined',
    reasons: [one],
    identifierHashes,
  });
  const erased = item.suppressionHashes.map((hash) => at.suppressed.get(hash.toString('hex'))).find(Boolean);
  if (erased) return { ...afterErasure(item.input.occurredAt, erased, ctx.organisation.zone), identifierHashes };
  const seen = at.known.get(item.externalHash.toString('hex'));
  if (seen?.has(item.contentHash.toString('hex')))
    return {
      status: 'duplicate',
      reasons: [reason({ code: 'seen-before' })],
      identifierHashes,
    };
  if (
    (item.input.answer === 'confirm' || item.input.answer === 'guardian-confirm') &&
    !(item.input.confirms && (await choiceExists(h, item.input.confirms, 'grant')))
  ) {
    return held({ code: 'confirm-without-grant' });
  }
  const person = at.assign.personOf(item);
  if (!person) return held({ code: 'several-people' });
  const id = ctx.keys.id('cho');
  at.toSeal.push({ id, item, person });
  remember(at.known, item.externalHash, item.contentHash);
  if (seen)
    return {
      status: 'conflict',
      id,
      reasons: [reason({ code: 'other-content' })],
      identifierHashes,
    };
  return { status: 'recorded', id, reasons: [], identifierHashes };
}

function remember(known: Map<string, Set<string>>, external: Buffer, content: Buffer): void {
  const key = external.toString('hex');
  known.set(key, (known.get(key) ?? new Set()).add(content.toString('hex')));
}

/** What an erased person did before the erasure stays out; what came later is for a colleague to look at. */
export function afterErasure(
  occurredAt: string,
  erasedAt: string,
  zone: string,
): { status: 'suppressed' | 'quarantined'; reasons: Reason[] } {
  const isBefore =
    occurredAt.length === 10 ? occurredAt <= localDay(erasedAt, zone) : Date.parse(occurredAt) <= Date.parse(erasedAt);
  if (isBefore)
    return {
      status: 'suppressed',
      reasons: [reason({ code: 'erased-before' }, 'GDPR art. 17')],
    };
  return {
    status: 'quarantined',
    reasons: [reason({ code: 'back-after-erasure' })],
  };
}
