import type { PersonId } from '../../core/shared/ids';
import type { Handle } from '../shared/handle';

export interface ChoicesPageLinkRow {
  token_hash: Buffer;
  person_id: PersonId;
  made_at: string;
  expires_at: string;
  code_hash: Buffer | null;
  tries: number;
  proven_at: string | null;
}

export async function insertChoicesPageLink(h: Handle, row: ChoicesPageLinkRow): Promise<void> {
  await h.trx('choices_page_links').insert(row);
}

export async function lockChoicesPageLink(h: Handle, tokenHash: Buffer): Promise<ChoicesPageLinkRow | undefined> {
  return h.trx('choices_page_links').where({ token_hash: tokenHash }).forUpdate().first();
}

export async function setChoicesPageLink(
  h: Handle,
  tokenHash: Buffer,
  change: Partial<Pick<ChoicesPageLinkRow, 'tries' | 'proven_at'>>,
): Promise<void> {
  await h.trx('choices_page_links').where({ token_hash: tokenHash }).update(change);
}

/** How many links were made for a person since an instant. */
export async function linksSince(h: Handle, personId: PersonId, since: string): Promise<number> {
  const row = (await h
    .trx('choices_page_links')
    .where({ person_id: personId })
    .where('made_at', '>', since)
    .count('* as n')
    .first()) as unknown as { n: number };
  return Number(row.n);
}

export async function forgetOldLinks(h: Handle, before: string): Promise<void> {
  await h.trx('choices_page_links').where('expires_at', '<', before).delete();
}
