import type { RequestId } from '../../core/shared/ids';
import { packLanguage } from '../../core/packs/cover';
import { LANGUAGE_NAMES } from '../../core/letters/mailings';
import { missingPhrases, phrasebook } from '../../core/systems/phrasebook';
import { missingFacts, sayFacts } from '../../core/systems/register';
import type { RequestRow } from '../../db/requests/requests';
import { listSystems, registerEntries } from '../../db/systems/systems';
import { registerWords } from '../../db/systems/words';
import { collectionsFound } from '../../db/trace/matches';
import type { Handle } from '../../db/shared/handle';

export interface RegisterGap {
  system: string;
  collection: string;
  facts: string[];
}

/** Collections in which something of the person was found and of which the register lacks facts that the answer has to say. */
export async function registerGapsOf(h: Handle, requestId: RequestId): Promise<RegisterGap[]> {
  const entries = new Map((await registerEntries(h)).map((entry) => [`${entry.system}/${entry.collection}`, entry]));
  return (await collectionsFound(h, requestId)).flatMap(({ system_id: system, collection }) => {
    const facts = missingFacts(entries.get(`${system}/${collection}`));
    return facts.length > 0 ? [{ system, collection, facts }] : [];
  });
}

/** Phrases shown of one place that nobody has said in the person's language. */
const MOST_PHRASES = 3;

/** What an answer would lack, place by place, in words: facts that nobody has recorded, and what is not said in the person's language. */
export async function sayLacking(
  h: Handle,
  request: Pick<RequestRow, 'id' | 'language' | 'regime'>,
): Promise<string[]> {
  const names = new Map((await listSystems(h)).map(({ id, name }) => [id, name]));
  const place = ({ system, collection }: { system: string; collection: string }) =>
    `${names.get(system) ?? system} · ${collection}`;
  const facts = (await registerGapsOf(h, request.id)).map((gap) => `${place(gap)}: ${sayFacts(gap.facts)}`);
  const language = packLanguage(request);
  const say = phrasebook(language, await registerWords(h, language));
  const found = new Set(
    (await collectionsFound(h, request.id)).map(({ system_id, collection }) => `${system_id}/${collection}`),
  );
  const words = (await registerEntries(h)).flatMap((entry) => {
    const missing = found.has(`${entry.system}/${entry.collection}`) ? missingPhrases(entry, say) : [];
    if (missing.length === 0) return [];
    const more = missing.length > MOST_PHRASES ? ` and ${missing.length - MOST_PHRASES} more` : '';
    return [
      `${place(entry)}: no ${LANGUAGE_NAMES[language]} for ${missing
        .slice(0, MOST_PHRASES)
        .map((phrase) => `“${phrase}”`)
        .join(', ')}${more}`,
    ];
  });
  return [...facts, ...words];
}
