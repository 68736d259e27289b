import type { Knex } from 'knex';
import type { Actor } from '../../ports/actor';

/**
 * What a database function is given instead of a bare Knex: one transaction, and who acts in it.
 * Queries that show personal data narrow themselves by the actor.
 */
export interface Handle {
  trx: Knex.Transaction;
  actor: Actor;
}

/** Waits for, and holds until the transaction ends, the one lock of that name. */
export async function lock(h: Handle, name: string): Promise<void> {
  await h.trx.raw('select pg_advisory_xact_lock(hashtextextended(?, 0))', [name]);
}
