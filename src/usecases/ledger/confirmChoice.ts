import type { ConfirmRefusal } from '../../core/ledger/refusals';
import { ok, refuse, type Result } from '../../core/shared/result';
import { lockConfirmLink, markConfirmed } from '../../db/ledger/confirmLinks';
import { choiceById } from '../../db/ledger/ledger';
import { allPurposes } from '../../db/purposes/purposes';
import type { Handle } from '../../db/shared/handle';
import { identifiersOf, personById } from '../../db/people/persons';
import type { Context } from '../shared/context';
import { vaultOf } from '../keys/vault';
import { recordTrail } from '../trail/recordTrail';
import { recordChoicesIn } from './recordChoices';
import { personIdentifier, personName } from '../people/sealed';

/** What a confirmation is about. Looking confirms nothing: mail scanners look. */
export async function confirmView(
  ctx: Context,
  input: { token: string },
): Promise<Result<{ title: string; language: string | null }, ConfirmRefusal>> {
  return ctx.transaction(async (h) => {
    const link = await usable(ctx, h, input.token);
    if (!link.ok) return link;
    const choice = (await choiceById(h, link.value.choice_id))!;
    const purpose = (await allPurposes(h)).findLast(({ id }) => id === choice.purpose);
    return ok({
      title: (choice.language && purpose?.words[choice.language]?.title) || purpose?.title || choice.purpose,
      language: choice.language,
    });
  });
}

/** The person confirms from their own mailbox: from now on the grant counts. */
export async function confirmChoice(ctx: Context, input: { token: string }): Promise<Result<null, ConfirmRefusal>> {
  return ctx.transaction(async (h) => {
    const link = await usable(ctx, h, input.token);
    if (!link.ok) return link;
    const choice = (await choiceById(h, link.value.choice_id))!;
    const person = (await personById(h, link.value.person_id))!;
    const identifier = (await identifiersOf(h, [person.id])).find(({ kind }) => kind === 'email');
    const value = identifier
      ? await personIdentifier.open(vaultOf(ctx, h), person.data_key_id, identifier.value_sealed, person.id)
      : null;
    if (!value) return refuse({ code: 'link-unknown' });
    const name = await personName.open(vaultOf(ctx, h), person.data_key_id, person.name_sealed, person.id);
    const [givenName, ...rest] = (name ?? '').split(' ');
    await recordChoicesIn(ctx, h, {
      systemId: choice.system_id,
      choices: [
        {
          occurredAt: ctx.clock.now(),
          identifiers: [{ kind: 'email', value }],
          purpose: choice.purpose,
          answer: 'confirm',
          confirms: choice.id,
          ask: choice.ask,
          askVersion: choice.ask_version,
          method: 'link in a mail',
          place: 'mailbox',
          country: choice.country,
          language: choice.language,
          address: null,
          name: name ? { givenName, familyName: rest.join(' ') } : null,
          evidence: null,
          externalId: `confirm:${choice.id}`,
        },
      ],
    });
    await markConfirmed(h, link.value.token_hash, ctx.clock.real());
    await recordTrail(ctx, h, 'choice-confirmed', choice.id);
    return ok(null);
  });
}

async function usable(ctx: Context, h: Handle, token: string) {
  const link = await lockConfirmLink(h, ctx.keys.hash(Buffer.from(token)));
  if (!link) return refuse<ConfirmRefusal>({ code: 'link-unknown' });
  if (link.confirmed_at) return refuse<ConfirmRefusal>({ code: 'link-used' });
  if (Date.parse(link.expires_at) < Date.parse(ctx.clock.now()))
    return refuse<ConfirmRefusal>({ code: 'link-expired' });
  return ok(link);
}
