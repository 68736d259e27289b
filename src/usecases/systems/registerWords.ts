import type { SayInLanguageRefusal } from '../../core/systems/refusals';
import type { AccessRefusal } from '../../core/access/refusals';
import { LANGUAGES, type Language } from '../../core/letters/mailings';
import { phrasebook, phrasesOf, REGISTER_LANGUAGE, type PhraseUse } from '../../core/systems/phrasebook';
import { fieldTitle } from '../../core/packs/fieldTitles';
import type { WordsView } from '../../core/systems/views';
import { ok, refuse, type Result } from '../../core/shared/result';
import { allWordings } from '../../db/purposes/purposes';
import { registerEntries } from '../../db/systems/systems';
import { fieldNamesToSay, registerWords, removeRegisterWord, setRegisterWord } from '../../db/systems/words';
import type { Handle } from '../../db/shared/handle';
import type { Context } from '../shared/context';
import { reach } from '../shared/may';
import { recordTrail } from '../trail/recordTrail';
import { systemsInReach } from './systemsInReach';

/** Names of fields that are shown to be put into words. */
const MOST_FIELDS = 2000;
const MOST_WORDS = 300;

/** What the register says, in one language: what is said, what ships, what nobody has said yet. */
export async function readRegisterWords(
  ctx: Context,
  input: { language: Language },
): Promise<Result<WordsView, AccessRefusal>> {
  if (!reach(ctx, 'systems.see')) return refuse({ code: 'not-allowed', act: 'systems.see' });
  return ctx.transaction(async (h) => {
    const uses = await usesOf(ctx, h);
    const missing: Partial<Record<Language, number>> = {};
    for (const language of LANGUAGES.filter((one) => one !== REGISTER_LANGUAGE)) {
      const say = phrasebook(language, await registerWords(h, language));
      missing[language] = uses.filter(({ phrase, kind }) => kind !== 'field' && say(phrase) === null).length;
    }
    const own = await registerWords(h, input.language);
    const ships = phrasebook(input.language, new Map());
    const lines = uses.map(({ phrase, kind, system }) => {
      const shipped = kind === 'field' ? shippedTitle(phrase, input.language) : ships(phrase);
      return { phrase, kind, system, own: own.get(phrase) ?? null, shipped };
    });
    return ok({ language: input.language, missing, lines, mayChange: reach(ctx, 'systems.change') === 'all' });
  });
}

/** Of the systems that the one who asks may see. */
async function usesOf(
  ctx: Context,
  h: Handle,
): Promise<(PhraseUse | { phrase: string; kind: 'field'; system: string })[]> {
  const systems = await systemsInReach(ctx, h, 'systems.see');
  const ids = systems.map(({ id }) => id);
  const places = [
    ...new Set((await allWordings(h)).flatMap(({ kind, place }) => (kind === 'ask' && place ? [place] : []))),
  ];
  const register = phrasesOf(
    systems,
    (await registerEntries(h)).filter(({ system }) => ids.includes(system)),
  );
  const phrases = [
    ...register,
    ...places
      .filter((place) => !register.some(({ phrase }) => phrase === place))
      .map((phrase): PhraseUse => ({ phrase, kind: 'place', system: 'asks' })),
  ];
  const fields = await fieldNamesToSay(h, ids, MOST_FIELDS);
  const seen = new Set(phrases.map(({ phrase }) => phrase));
  return [
    ...phrases,
    ...fields
      .filter(({ field }) => !seen.has(field) && seen.add(field))
      .map(({ field, system }) => ({ phrase: field, kind: 'field' as const, system })),
  ];
}

/** A field's usual name in words; null: it says nothing in the language. */
function shippedTitle(field: string, language: Language): string | null {
  const title = fieldTitle(field, language, null, () => null);
  return title.includes('“') ? null : title;
}

/** Says a phrase of the register in a language; without words, what ships counts again. */
export async function sayInLanguage(
  ctx: Context,
  input: { phrase: string; language: Language; words: string },
): Promise<Result<null, AccessRefusal | SayInLanguageRefusal>> {
  if (reach(ctx, 'systems.change') !== 'all') return refuse({ code: 'not-allowed', act: 'systems.change' });
  const words = input.words.normalize('NFC').replace(/\s+/g, ' ').trim();
  if (words.length > MOST_WORDS) return refuse({ code: 'words-too-long', most: MOST_WORDS });
  return ctx.transaction(async (h) => {
    if (input.language === REGISTER_LANGUAGE || !(await usesOf(ctx, h)).some(({ phrase }) => phrase === input.phrase))
      return refuse({ code: 'not-found' });
    if (words === '') await removeRegisterWord(h, input.phrase, input.language);
    else
      await setRegisterWord(h, {
        phrase: input.phrase,
        language: input.language,
        words,
        said_by: ctx.actor.id,
        said_at: ctx.clock.now(),
      });
    await recordTrail(
      ctx,
      h,
      'register-words-changed',
      null,
      `${input.language}: ${input.phrase} – ${words || 'as shipped'}`,
    );
    return ok(null);
  });
}
