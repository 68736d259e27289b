import { missingFacts } from '../../core/systems/register';
import { registerEntries } from '../../db/systems/systems';
import { collectionsFound } from '../../db/trace/matches';
import type { Handle } from '../../db/handle';

export interface RegisterGap {
  system: string;
  collection: string;
  facts: string[];
}

/** Collections in which something of the person was found and of which the register lacks facts that the answer has to say. */
export async function registerGapsOf(h: Handle, requestId: string): Promise<RegisterGap[]> {
  const entries = new Map((await registerEntries(h)).map((entry) => [`${entry.system}/${entry.collection}`, entry]));
  return (await collectionsFound(h, requestId)).flatMap(({ system_id: system, collection }) => {
    const facts = missingFacts(entries.get(`${system}/${collection}`));
    return facts.length > 0 ? [{ system, collection, facts }] : [];
  });
}
