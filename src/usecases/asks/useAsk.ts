import type { AccessRefusal } from '../../core/access/refusals';
import { paperOf } from '../../core/asks/snippet';
import type { AskCounts } from '../../core/asks/views';
import { languageOf } from '../../core/letters/mailings';
import { ok, refuse, type Result } from '../../core/shared/result';
import { SPOKEN_WORDS } from '../../core/words/spoken';
import { countsOfAsk } from '../../db/purposes/askCounts';
import { allPurposes, allWordings } from '../../db/purposes/purposes';
import { textPdf } from '../letters/pdf';
import type { Context } from '../shared/context';
import { reach } from '../shared/may';

/** How many answered each version of an ask, and whose last answer was given under it. */
export async function countAsk(ctx: Context, { id }: { id: string }): Promise<Result<AskCounts[], AccessRefusal>> {
  if (!reach(ctx, 'purposes.see')) return refuse({ code: 'not-allowed', act: 'purposes.see' });
  return ctx.reading(async (h) => ok(await countsOfAsk(h, id)));
}

/** The version in force as a sheet of paper, in one language. */
export async function askOnPaper(
  ctx: Context,
  { id, language }: { id: string; language: string },
): Promise<Result<Buffer, AccessRefusal>> {
  if (!reach(ctx, 'purposes.see')) return refuse({ code: 'not-allowed', act: 'purposes.see' });
  const spoken = languageOf(language);
  const text = await ctx.reading(async (h) => {
    const now = ctx.clock.now();
    const ask = (await allWordings(h)).findLast((one) => one.kind === 'ask' && one.id === id && one.validFrom <= now);
    if (!ask?.words[spoken]) return null;
    const versions = await allPurposes(h);
    const purposes = ask.purposes.map((purpose) => {
      const known = versions.findLast((one) => one.id === purpose);
      return { id: purpose, title: known?.words[spoken]?.title ?? known?.title ?? purpose };
    });
    const shown = { ...ask, purposes: [...ask.purposes], words: { ...ask.words } };
    return paperOf(shown, spoken, purposes, SPOKEN_WORDS[spoken], ctx.organisation.name);
  });
  return text === null ? refuse({ code: 'not-found' }) : ok(await textPdf(ctx.organisation.name, text));
}
