import { takeOldAudiences } from '../../db/audiences/audiences';
import { forgetOldLinks } from '../../db/choicesPage/choicesPageLinks';
import { forgetClaims } from '../../db/shared/claims';
import { takeOldExports } from '../../db/ledger/exports';
import { forgetEndedImports, takeUnusedImports } from '../../db/imports/imports';
import { forgetSingleLooks } from '../../db/trail/looks';
import type { Context } from '../shared/context';
import { endOldWork } from '../keys/workKeys';

const DAY = 86_400_000;

/** What Bookend itself keeps no longer than it needs. Runs now and then in the worker. */
export async function housekeeping(ctx: Context): Promise<void> {
  const before = (days: number, now = ctx.clock.real()) => new Date(Date.parse(now) - days * DAY).toISOString();
  const files = await ctx.transaction(async (h) => {
    await forgetClaims(h, ctx.clock.real());
    await forgetOldLinks(h, before(1));
    await forgetSingleLooks(h, before(1, ctx.clock.now()));
    await endOldWork(ctx, h);
    await forgetEndedImports(h);
    return [
      ...(await takeOldAudiences(h, before(ctx.terms.listDays, ctx.clock.now()))),
      ...(await takeOldExports(h, before(ctx.terms.listDays, ctx.clock.now()))),
      ...(await takeUnusedImports(h, before(ctx.terms.listDays, ctx.clock.now()))),
    ];
  });
  for (const file of files) await ctx.storage.remove(file);
}
