import type { LinkPersonsRefusal } from '../../core/people/refusals';
import { ok, refuse, type Result } from '../../core/shared/result';
import { closeLink, insertLinkRow, linksAround, markLinked, openLinkBetween } from '../../db/people/links';
import { personsById } from '../../db/people/persons';
import type { Context } from '../shared/context';
import { reach } from '../shared/may';
import { vaultOf } from '../keys/vault';
import { linkReason } from './sealed';
import { recordTrail } from '../trail/recordTrail';

const LEAST_REASON = 5;

/** Says that two identities are one human being, and why. Their choices are not touched. */
export async function linkPersons(
  ctx: Context,
  input: { a: string; b: string; reason: string },
): Promise<Result<null, LinkPersonsRefusal>> {
  if (!reach(ctx, 'identities.link')) return refuse({ code: 'not-allowed', act: 'identities.link' });
  if (input.reason.trim().length < LEAST_REASON) return refuse({ code: 'reason-missing' });
  if (input.a === input.b) return refuse({ code: 'same-person' });
  return ctx.transaction(async (h) => {
    const people = await personsById(h, [input.a, input.b]);
    if (people.length < 2 || people.some(({ erased_at }) => erased_at)) return refuse({ code: 'not-found' });
    const now = ctx.clock.now();
    const around = await linksAround(h, input.a, now);
    if (around.some(({ person_a, person_b }) => person_a === input.b || person_b === input.b))
      return refuse({ code: 'linked-already' });
    const id = ctx.keys.id('lnk');
    const key = people.find((person) => person.id === input.a)!.data_key_id;
    const [person_a, person_b] = input.a < input.b ? [input.a, input.b] : [input.b, input.a];
    await insertLinkRow(h, {
      id,
      person_a,
      person_b,
      reason_sealed: await linkReason.close(vaultOf(ctx, h), key, input.reason.trim(), id),
      data_key_id: key,
      linked_at: now,
      linked_by: ctx.actor.id,
    });
    await markLinked(h, [person_a, person_b]);
    await recordTrail(ctx, h, 'identities-linked', input.a, `with ${input.b}: ${input.reason.trim()}`);
    return ok(null);
  });
}

/** Takes it back: each stands again as it stood by its own choices. */
export async function unlinkPersons(
  ctx: Context,
  input: { a: string; b: string; reason: string },
): Promise<Result<null, LinkPersonsRefusal>> {
  if (!reach(ctx, 'identities.link')) return refuse({ code: 'not-allowed', act: 'identities.link' });
  if (input.reason.trim().length < LEAST_REASON) return refuse({ code: 'reason-missing' });
  return ctx.transaction(async (h) => {
    const link = await openLinkBetween(h, input.a, input.b);
    if (!link) return refuse({ code: 'not-linked' });
    await closeLink(h, link.id, {
      unlinked_at: ctx.clock.now(),
      unlinked_by: ctx.actor.id,
      unlink_reason_sealed: await linkReason.close(vaultOf(ctx, h), link.data_key_id, input.reason.trim(), link.id),
    });
    await recordTrail(ctx, h, 'identities-unlinked', input.a, `from ${input.b}: ${input.reason.trim()}`);
    return ok(null);
  });
}
