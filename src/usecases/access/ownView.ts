import { NO_OWN_VIEW, type OwnView } from '../../core/access/ownView';
import type { AccessRefusal } from '../../core/access/refusals';
import type { CloseForGood, KeepColumns } from '../../core/access/schema';
import { ok, refuse, type Result } from '../../core/shared/result';
import { ownViewOf, setOwnView } from '../../db/access/users';
import type { Handle } from '../../db/shared/handle';
import type { Context } from '../shared/context';

/** How whoever asks likes to see things. */
export async function readOwnView(ctx: Context): Promise<OwnView> {
  const { actor } = ctx;
  if (actor.kind !== 'user') return NO_OWN_VIEW;
  return ctx.reading(async (h) => ({ ...NO_OWN_VIEW, ...(await ownViewOf(h, actor.id)) }));
}

/** Leaves columns out of a list, for oneself, until one says otherwise. */
export function keepColumns(ctx: Context, { list, hidden }: KeepColumns): Promise<Result<null, AccessRefusal>> {
  return change(ctx, (view) => ({ ...view, hidden: { ...view.hidden, [list]: [...new Set(hidden)] } }));
}

/** Shows something no more, to oneself. */
export function closeForGood(ctx: Context, { what }: CloseForGood): Promise<Result<null, AccessRefusal>> {
  return change(ctx, (view) => ({ ...view, closed: [...new Set([...view.closed, what])] }));
}

/** A desk that is looked at again within this time is the same look, milliseconds. */
const SAME_LOOK_MS = 30 * 60_000;

/** Notes that whoever acts looks at their desk. @returns since when things are new to them; null: it is their first look */
export async function lookAtDesk(ctx: Context): Promise<string | null> {
  const now = ctx.clock.now();
  const { desk } = await readOwnView(ctx);
  if (desk && Date.parse(now) - Date.parse(desk.last) < SAME_LOOK_MS) return desk.before;
  const before = desk?.last ?? null;
  await change(ctx, (view) => ({ ...view, desk: { last: now, before } }));
  return before;
}

async function change(ctx: Context, to: (view: OwnView) => OwnView): Promise<Result<null, AccessRefusal>> {
  const { actor } = ctx;
  if (actor.kind !== 'user') return refuse({ code: 'not-allowed', act: 'desk.see' });
  return ctx.transaction(async (h: Handle) => {
    await setOwnView(h, actor.id, to({ ...NO_OWN_VIEW, ...(await ownViewOf(h, actor.id, 'to change it')) }));
    return ok(null);
  });
}
