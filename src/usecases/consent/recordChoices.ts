import type { ChoiceInput, RecordStatus } from '../../core/consent/schema';
import { reason, type Reason } from '../../core/shared/reason';
import { allPurposes } from '../../db/consent/purposes';
import { choiceExists, dedupOf, openLedgerEnd } from '../../db/consent/ledger';
import { personsByHash, suppressionsOf } from '../../db/persons/persons';
import { systemById } from '../../db/systems/systems';
import type { Handle } from '../../db/handle';
import type { Context } from '../context';
import { recordTrail } from '../trail/recordTrail';
import { prepareChoice, type PreparedChoice } from './prepareChoice';
import { assignPersons } from './assignPersons';
import { sealChoices, type ChoiceToSeal } from './sealChoices';

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
export async function recordChoices(ctx: Context, input: { systemId: string; choices: readonly ChoiceInput[] }): Promise<RecordOutcome[]> {
  return ctx.transaction(async (h) => {
    const outcomes = await recordChoicesIn(ctx, h, input);
    await recordTrail(ctx, h, 'choices-recorded', input.systemId, `${outcomes.length} handed in`);
    return outcomes;
  });
}

/** The same inside a transaction of the caller; imports use it chunk by chunk. */
export async function recordChoicesIn(ctx: Context, h: Handle, { systemId, choices }: { systemId: string; choices: readonly ChoiceInput[] }): Promise<RecordOutcome[]> {
  const end = await openLedgerEnd(h);
  const now = ctx.clock.now();
  const system = await systemById(h, systemId);
  if (!system) throw new Error(`system ${systemId} is not registered`);
  const purposes = new Set((await allPurposes(h)).map(({ id }) => id));
  const prepared = choices.map((choice) => prepareChoice(ctx.keys, choice, { systemId, country: system.default_country, purposes, now }));
  const good = prepared.filter((item) => item.ok);

  const suppressed = new Map((await suppressionsOf(h, good.flatMap((item) => item.suppressionHashes))).map((row) => [row.hash.toString('hex'), row.erased_at]));
  const known = new Map<string, Set<string>>();
  for (const row of await dedupOf(h, systemId, good.map((item) => item.externalHash))) remember(known, row.external_hash, row.content_hash);
  const owners = await personsByHash(h, good.flatMap((item) => item.identifiers.map(({ hash }) => hash)));

  const outcomes: RecordOutcome[] = [];
  const toSeal: ChoiceToSeal[] = [];
  const assign = await assignPersons(ctx, h, owners);
  for (const item of prepared) outcomes.push(await settle(item));
  await assign.save(systemId);
  await sealChoices(ctx, h, end, systemId, toSeal, now);
  return outcomes;

  async function settle(item: PreparedChoice): Promise<RecordOutcome> {
    if (!item.ok) return { status: 'quarantined', reasons: item.reasons, identifierHashes: item.identifierHashes };
    const identifierHashes = item.identifiers.map(({ hash }) => hash);
    const erased = item.suppressionHashes.map((hash) => suppressed.get(hash.toString('hex'))).find(Boolean);
    if (erased) return afterErasure(item.input.occurredAt, erased, identifierHashes);
    const seen = known.get(item.externalHash.toString('hex'));
    if (seen?.has(item.contentHash.toString('hex'))) return { status: 'duplicate', reasons: [reason('seen-before', 'The same choice from the same system is in the ledger already.')], identifierHashes };
    if (item.input.answer === 'confirm' && !(item.input.confirms && (await choiceExists(h, item.input.confirms, 'grant')))) {
      return { status: 'quarantined', reasons: [reason('confirm-without-grant', 'A confirmation has to name the grant it confirms.')], identifierHashes };
    }
    const person = await assign.personOf(item);
    if (!person) return { status: 'quarantined', reasons: [reason('several-people', 'These identifiers point at more than one person.')], identifierHashes };
    const id = ctx.keys.id('cho');
    toSeal.push({ id, item, person });
    remember(known, item.externalHash, item.contentHash);
    if (seen) return { status: 'conflict', id, reasons: [reason('other-content', 'The same external id came before with other content; both are kept.')], identifierHashes };
    return { status: 'recorded', id, reasons: [], identifierHashes };
  }
}

function remember(known: Map<string, Set<string>>, external: Buffer, content: Buffer): void {
  const key = external.toString('hex');
  known.set(key, (known.get(key) ?? new Set()).add(content.toString('hex')));
}

/** What an erased person did before the erasure stays out; what came later is for a colleague to look at. */
function afterErasure(occurredAt: string, erasedAt: string, identifierHashes: Buffer[]): RecordOutcome {
  const isBefore = occurredAt.length === 10 ? occurredAt <= erasedAt.slice(0, 10) : Date.parse(occurredAt) <= Date.parse(erasedAt);
  if (isBefore) return { status: 'suppressed', reasons: [reason('erased', 'This person was erased; what happened before stays out.', 'GDPR art. 17')], identifierHashes };
  return { status: 'quarantined', reasons: [reason('back-after-erasure', 'This person was erased and has come back since: to be looked at as somebody new.')], identifierHashes };
}
