import type { ChoiceId, PersonId } from '../../core/shared/ids';
import type { Handle } from '../shared/handle';

export interface ConfirmLinkRow {
  token_hash: Buffer;
  choice_id: ChoiceId;
  person_id: PersonId;
  expires_at: string;
  confirmed_at: string | null;
}

export async function insertConfirmLinks(h: Handle, rows: readonly ConfirmLinkRow[]): Promise<void> {
  if (rows.length > 0) await h.trx('confirm_links').insert(rows);
}

export async function lockConfirmLink(h: Handle, tokenHash: Buffer): Promise<ConfirmLinkRow | undefined> {
  return h.trx('confirm_links').where({ token_hash: tokenHash }).forUpdate().first();
}

export async function markConfirmed(h: Handle, tokenHash: Buffer, now: string): Promise<void> {
  await h.trx('confirm_links').where({ token_hash: tokenHash }).update({ confirmed_at: now });
}

/** How many confirmations were asked of a person since an instant: nobody is flooded by a stranger who fills in forms. */
export async function confirmationsSince(
  h: Handle,
  personIds: readonly PersonId[],
  since: string,
): Promise<Map<string, number>> {
  const rows: { person_id: PersonId; n: number }[] = await h
    .trx('confirm_links')
    .select('person_id')
    .count('* as n')
    .whereRaw('person_id = any(?)', [personIds as string[]])
    .where('expires_at', '>', since)
    .groupBy('person_id');
  return new Map(rows.map(({ person_id, n }) => [person_id, Number(n)]));
}
