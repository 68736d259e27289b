import type { ChoiceInput } from '../../src/core/ledger/schema';
import { newPurpose } from '../../src/core/purposes/purposes';
import type { LedgerFault } from '../../src/core/ledger/verify';
import type { Mapping } from '../../src/core/imports/mapping';
import { insertPurpose, insertWording, type PurposeWithWords } from '../../src/db/purposes/purposes';
import { insertSystem } from '../../src/db/systems/systems';
import { readProofPage } from '../../src/usecases/ledger/readProofPage';
import { readVerification, startVerification, verifyLedger } from '../../src/usecases/ledger/verifyLedger';
import type { Context } from '../../src/usecases/shared/context';
import { rebuildFolds, startRebuild } from '../../src/usecases/standing/rebuildFolds';
import type { TestWorld } from './database';
import { must } from './must';

/** A purpose as the database keeps it, of which only what matters is said. */
export function purposeRow(draft: Partial<PurposeWithWords> & { id: string }): PurposeWithWords {
  const words = {
    plain: draft.id,
    words: {},
    confirmBy: 'source' as const,
    channels: ['email'],
    categories: [],
    recipients: [],
    transfers: null,
    retention: null,
    balancing: null,
    publishedBy: null,
    sortOrder: 0,
  };
  return { ...newPurpose({ id: draft.id }), ...words, ...draft };
}

/** Two systems, three purposes, an ask and a notice: enough for the ledger's tests. */
export async function seedLedger(world: TestWorld): Promise<void> {
  await world.worker.transaction(async (h) => {
    for (const [i, id] of ['sys_shop', 'sys_tills'].entries())
      await insertSystem(h, {
        id,
        kind: 'import',
        name: id,
        default_country: 'DK',
        connection_sealed: null,
        is_traced: false,
        owner: null,
        sort_order: i,
      });
    for (const [sortOrder, [id, parent]] of (
      [
        ['marketing', null],
        ['newsletter', 'marketing'],
        ['offers', null],
      ] as const
    ).entries())
      await insertPurpose(
        h,
        purposeRow({ id, parent, kind: id === 'marketing' ? 'legitimate-interest' : 'consent', sortOrder }),
      );
    for (const [kind, id, versions] of [
      ['ask', 'webshop-checkout', 3],
      ['ask', 'till-sign-up', 1],
      ['notice', 'privacy', 5],
    ] as const) {
      for (let version = 1; version <= versions; version++)
        await insertWording(h, {
          kind,
          id,
          version,
          validFrom: `20${20 + version}-01-01T00:00:00Z`,
          recordedAt: `20${20 + version}-01-01T00:00:00Z`,
          isMaterial: false,
          method: 'tick-box',
          place: null,
          purposes: ['newsletter'],
          words: { en: `${id} ${version}` },
        });
    }
  });
}

export function choice(more: Partial<ChoiceInput> = {}): ChoiceInput {
  return {
    occurredAt: '2026-11-20T09:14:03Z',
    identifiers: [{ kind: 'email', value: 'mette@mail.example' }],
    purpose: 'newsletter',
    answer: 'grant',
    confirms: null,
    ask: 'webshop-checkout',
    askVersion: 3,
    notice: 'privacy',
    noticeVersion: 5,
    method: 'tick-box',
    place: 'web shop checkout',
    country: 'DK',
    language: 'da',
    address: null,
    name: { givenName: 'Mette', familyName: 'Holmgaard' },
    evidence: null,
    externalId: 'evt_1',
    ...more,
  };
}

/** How the tills' nightly file is read. */
export const TILL_MAPPING: Mapping = {
  columns: {
    externalId: 'line_id',
    occurredAt: 'signed_on',
    place: 'shop',
    customerNumber: 'loyalty_no',
    givenName: 'first_name',
    familyName: 'last_name',
    email: 'email',
    phone: 'phone',
    country: 'country',
    purpose: 'purpose',
    answer: 'tick',
  },
  answers: { J: 'grant', N: 'refuse', W: 'withdraw' },
  purposes: {},
  constants: { ask: 'till-sign-up', askVersion: '1', method: 'spoken' },
  addressFrom: null,
};

/** Every standing made anew from the choices, or only compared; what the Proof page says of it. */
export async function rebuilt(world: TestWorld, onlyLook: boolean) {
  world.pass(1);
  const auditor = world.user('usr_auditor', 'auditor');
  await rebuildFolds(world.worker, { runId: must(await startRebuild(auditor, { onlyLook })).id });
  return must(await readProofPage(auditor)).rebuild;
}

/** The whole ledger verified as the worker does it. @returns what it found */
export async function verified(world: TestWorld, ctx: Context = world.worker): Promise<LedgerFault[]> {
  const asker = { ...world.user('usr_auditor', 'auditor'), transaction: ctx.transaction };
  const { id } = must(await startVerification(asker));
  await verifyLedger(ctx, { runId: id });
  return must(await readVerification(asker, { id })).faults;
}
