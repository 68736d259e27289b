import type { AccessRefusal } from '../../core/access/refusals';
import { EXAMPLE_ASKS, EXAMPLE_PURPOSES, exampleNotice } from '../../core/installation/example';
import type { ExampleRefusal } from '../../core/installation/refusals';
import type { ExampleView } from '../../core/installation/views';
import { TEMPLATE_IDS } from '../../core/letters/templateList';
import { newPurpose } from '../../core/purposes/purposes';
import { ok, refuse, type Result } from '../../core/shared/result';
import { exampleDrafts } from '../../core/keeping/drafts';
import { insertNotice } from '../../db/notices/notices';
import { insertRetentionDraft } from '../../db/keeping/retentionDrafts';
import { allPurposes, allWordings, insertPurpose, insertWording } from '../../db/purposes/purposes';
import type { Handle } from '../../db/shared/handle';
import type { Context } from '../shared/context';
import { gatherFacts } from '../notices/gatherFacts';
import { answersFrom } from '../notices/prefill';
import { reach } from '../shared/may';
import { recordTrail } from '../trail/recordTrail';

/** Purposes, questions and rules with which a small shop may begin. */
export async function readExample(ctx: Context): Promise<Result<ExampleView, AccessRefusal>> {
  if (!reach(ctx, 'installation.see')) return refuse({ code: 'not-allowed', act: 'installation.see' });
  const isEmpty = await ctx.reading(async (h) => (await allPurposes(h)).length === 0);
  return ok({
    purposes: EXAMPLE_PURPOSES.map(({ id, kind, title, plain }) => ({ id, kind, title, plain })),
    asks: EXAMPLE_ASKS.map(({ id, place, words }) => ({ id, place, words: words['en']! })),
    notice: exampleNotice(ctx.organisation)['en']!,
    kept: exampleDrafts(ctx.organisation.country),
    letters: TEMPLATE_IDS.length,
    mayTake: isEmpty && reach(ctx, 'installation.change') !== null,
  });
}

/** Takes the example over, where nothing was said yet; afterwards it is changed like anything else. */
export async function takeExample(ctx: Context): Promise<Result<null, ExampleRefusal>> {
  if (!reach(ctx, 'installation.change')) return refuse({ code: 'not-allowed', act: 'installation.change' });
  return ctx.transaction(async (h) => {
    // Of two who take it over at once the second waits, and finds it taken.
    await h.trx.raw("select pg_advisory_xact_lock(hashtext('bookend example'))");
    if ((await allPurposes(h)).length > 0 || (await allWordings(h)).length > 0)
      return refuse({ code: 'purposes-there' });
    const now = ctx.clock.now();
    for (const [i, purpose] of EXAMPLE_PURPOSES.entries())
      await insertPurpose(h, {
        ...newPurpose({
          ...purpose,
          validFrom: now,
          recordedAt: now,
          confirmBy: 'source' as const,
          transfers: null,
          balancing: null,
        }),
        publishedBy: ctx.actor.id,
        sortOrder: i,
      });
    for (const ask of EXAMPLE_ASKS)
      await insertWording(h, {
        kind: 'ask',
        version: 1,
        validFrom: now,
        recordedAt: now,
        isMaterial: false,
        ...ask,
      });
    await insertWording(h, {
      kind: 'notice',
      id: 'privacy',
      version: 1,
      validFrom: now,
      recordedAt: now,
      isMaterial: false,
      method: null,
      place: 'shop',
      purposes: EXAMPLE_PURPOSES.map(({ id }) => id),
      words: exampleNotice(ctx.organisation),
    });
    await noticeOfExample(ctx, h);
    for (const [i, draft] of exampleDrafts(ctx.organisation.country).entries())
      await insertRetentionDraft(h, { id: ctx.keys.id('rdr'), ...draft, sort_order: i });
    await recordTrail(ctx, h, 'example-taken', null, EXAMPLE_PURPOSES.map(({ id }) => id).join(', '));
    return ok(null);
  });
}

/** What it says of itself is a notice like any other: it is found out what of it is not so. */
async function noticeOfExample(ctx: Context, h: Handle): Promise<void> {
  await insertNotice(h, {
    id: 'privacy',
    kind: 'privacy',
    address: null,
    save: 0,
    state: 'published',
    answers: answersFrom(await gatherFacts(ctx, h, 'en')),
    texts: exampleNotice(ctx.organisation),
    written_by: ctx.actor.id,
    written_at: ctx.clock.now(),
    note: '',
    read_at: null,
    read_fault: null,
  });
}
