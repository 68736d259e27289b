import type { Language } from '../../core/letters/mailings';
import type { Handle } from '../shared/handle';

export interface RegisterWordRow {
  phrase: string;
  language: Language;
  words: string;
  said_by: string;
  said_at: string;
}

const MOST = 20_000;

/** What an organisation has said in one language, by phrase. */
export async function registerWords(h: Handle, language: Language): Promise<Map<string, string>> {
  const rows: Pick<RegisterWordRow, 'phrase' | 'words'>[] = await h
    .trx('register_words')
    .where({ language })
    .limit(MOST)
    .select('phrase', 'words');
  return new Map(rows.map(({ phrase, words }) => [phrase, words]));
}

export async function setRegisterWord(h: Handle, row: RegisterWordRow): Promise<void> {
  await h.trx('register_words').insert(row).onConflict(['phrase', 'language']).merge();
}

export async function removeRegisterWord(h: Handle, phrase: string, language: Language): Promise<void> {
  await h.trx('register_words').where({ phrase, language }).delete();
}

/** Names of the fields of some systems, with the name of their system. */
export async function fieldNamesToSay(
  h: Handle,
  systems: readonly string[],
  most: number,
): Promise<{ field: string; system: string }[]> {
  return h
    .trx('system_fields as f')
    .join('systems as s', 's.id', 'f.system_id')
    .whereIn('s.id', [...systems])
    .distinct('f.field', { system: 's.name' })
    .orderBy(['s.name', 'f.field'])
    .limit(most);
}
