import type { StartDepositRefusal } from '../../core/ledger/refusals';
import type { AccessRefusal } from '../../core/access/refusals';
import type { HeadView, LedgerHeadView } from '../../core/ledger/views';
import { ok, refuse, type Result } from '../../core/shared/result';
import { sayInstant } from '../../core/shared/days';
import { insertDeposit, lastDeposit } from '../../db/ledger/deposits';
import type { Context } from '../shared/context';
import { queueMail } from '../letters/queueMail';
import { reach } from '../shared/may';
import { recordTrail } from '../trail/recordTrail';
import { ledgerHead } from './proofs';

export const HEAD_FILE = /^head-\d{12}\.json$/;

/** Asks for the newest head to be deposited now; it also happens by itself once a day. */
export async function startDeposit(ctx: Context): Promise<Result<null, AccessRefusal | StartDepositRefusal>> {
  if (!reach(ctx, 'ledger.verify')) return refuse({ code: 'not-allowed', act: 'ledger.verify' });
  if (!ctx.witness.folder && !ctx.witness.mail) return refuse({ code: 'no-witness' });
  return ctx.transaction(async (h) => {
    await ctx.jobs.enqueue(h.trx, 'deposit-head', {});
    return ok(null);
  });
}

/**
 * Gives the signed head to whoever does not own the database: a file outside it, and a mail to the auditor. Who rewrites the
 * whole ledger, signature and all, cannot rewrite what the witness has. The same head is deposited once.
 */
export async function depositHead(ctx: Context): Promise<LedgerHeadView | null> {
  const { folder, mail } = ctx.witness;
  const view = await ctx.snapshot(async (h) => {
    const [newest, before] = [await ledgerHead(ctx, h), await lastDeposit(h)];
    return newest && newest.size !== Number(before?.size ?? 0) ? newest : null;
  });
  if (!view || (!folder && !mail)) return null;
  const text = `${JSON.stringify(view, null, 2)}\n`;
  const name = `head-${String(view.size).padStart(12, '0')}.json`;
  if (folder) await ctx.folders.write(folder, name, text);
  await ctx.transaction(async (h) => {
    await insertDeposit(h, {
      size: view.size,
      root: Buffer.from(view.root, 'hex'),
      signed_at: view.signedAt,
      deposited_at: ctx.clock.now(),
      file: folder ? name : null,
      mailed_to: mail,
    });
    if (mail)
      await queueMail(
        ctx,
        h,
        mail,
        {
          template: 'head-deposited',
          subject: `Ledger head of ${sayInstant(view.signedAt, ctx.organisation.zone)}: ${view.size} folios`,
          text: `Keep this. It shows what the ledger of ${ctx.organisation.name} was at that moment.\n\n${text}`,
        },
        { attachments: [{ filename: name, content: text }] },
      );
    await recordTrail(ctx, h, 'head-deposited', String(view.size));
  });
  return view;
}

export const depositKey = (tree: number, size: number): string => `${tree}/${size}`;

/** Heads of trees that the witness folder holds, by {@link depositKey}; nothing where there is no folder. */
export async function depositedHeads(ctx: Context): Promise<Map<string, HeadView>> {
  const found = new Map<string, HeadView>();
  if (!ctx.witness.folder) return found;
  for (const { name } of await ctx.folders.list(ctx.witness.folder, HEAD_FILE)) {
    const parts: Buffer[] = [];
    for await (const part of ctx.folders.read(ctx.witness.folder, name)) parts.push(part as Buffer);
    // One from when there was one tree is that tree's head itself.
    const view = JSON.parse(Buffer.concat(parts).toString('utf8')) as LedgerHeadView | Omit<HeadView, 'tree'>;
    for (const head of 'trees' in view ? view.trees : [{ tree: 0, ...view }])
      found.set(depositKey(head.tree, head.size), head);
  }
  return found;
}
