import { allPurposes, allWordings } from '../../db/purposes/purposes';
import type { Language } from '../../core/letters/mailings';
import type { Handle } from '../../db/shared/handle';

/** How a choice is told to whoever made it. */
export interface ChoiceWords {
  /** A purpose by its title, in the reader's language. */
  purpose(id: string): string;
  /** The words that were seen, in the language they were seen in; null: they are not on file. */
  wording(ask: string | null, version: string | null, language: string | null): string | null;
}

export async function choiceWords(h: Handle, language: Language): Promise<ChoiceWords> {
  const titles = new Map<string, string>();
  // The newest version of each comes last.
  for (const purpose of await allPurposes(h)) titles.set(purpose.id, purpose.words[language]?.title ?? purpose.title);
  const wordings = await allWordings(h);
  return {
    purpose: (id) => titles.get(id) ?? id,
    wording: (ask, version, seenIn) => {
      const words = wordings.find(
        (one) => one.kind === 'ask' && one.id === ask && String(one.version) === version,
      )?.words;
      return words?.[seenIn ?? 'en'] ?? words?.['en'] ?? null;
    },
  };
}
