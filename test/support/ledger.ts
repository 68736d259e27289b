import type { ChoiceInput } from '../../src/core/consent/schema';
import { insertPurpose } from '../../src/db/consent/purposes';
import { insertSystem } from '../../src/db/systems/systems';
import type { TestWorld } from './database';

/** Two systems and three purposes: enough for the ledger's tests. */
export async function seedLedger(world: TestWorld): Promise<void> {
  await world.worker.transaction(async (h) => {
    for (const [i, id] of ['sys_shop', 'sys_tills'].entries()) await insertSystem(h, { id, kind: 'import', name: id, default_country: 'DK', connection_sealed: null, is_traced: false, owner: null, sort_order: i });
    for (const [i, [id, parent]] of ([['marketing', null], ['newsletter', 'marketing'], ['offers', null]] as const).entries()) {
      await insertPurpose(h, { id, version: 1, validFrom: '2020-01-01T00:00:00Z', recordedAt: '2020-01-01T00:00:00Z', kind: id === 'marketing' ? 'legitimate-interest' : 'consent', parent, title: id, plain: id, confirmWithinHours: null, shelfLifeDays: null, askAgainAfterDays: null }, i);
    }
  });
}

export function choice(more: Partial<ChoiceInput> = {}): ChoiceInput {
  return {
    occurredAt: '2026-11-20T09:14:03Z', identifiers: [{ kind: 'email', value: 'mette@mail.example' }], purpose: 'newsletter', answer: 'grant', confirms: null, ask: 'webshop-checkout', askVersion: 3, notice: 'privacy', noticeVersion: 5,
    method: 'tick-box', place: 'web shop checkout', country: 'DK', language: 'da', address: null, name: { givenName: 'Mette', familyName: 'Holmgaard' }, evidence: null, externalId: 'evt_1', ...more,
  } as ChoiceInput;
}
