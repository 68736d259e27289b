import { confirmMail } from '../../core/letters/mailings';
import { confirmationsSince, insertConfirmLinks } from '../../db/ledger/confirmLinks';
import { allPurposes } from '../../db/purposes/purposes';
import type { Handle } from '../../db/shared/handle';
import type { Context } from '../shared/context';
import { queueMail } from '../letters/queueMail';
import type { ChoiceToSeal } from './sealChoices';

const HOUR = 3_600_000;
const MOST_OPEN = 5;

/**
 * Mails a link to whoever said yes to a purpose of which Bookend asks the confirmation itself. Old grants that arrive
 * after their window are not asked about any more, and nobody gets more than a few mails that wait.
 */
export async function askToConfirm(ctx: Context, h: Handle, choices: readonly ChoiceToSeal[]): Promise<void> {
  const now = ctx.clock.now();
  const purposes = new Map(
    (await allPurposes(h))
      .filter(({ confirmBy, confirmWithinHours }) => confirmBy === 'bookend' && confirmWithinHours !== null)
      .map((purpose) => [purpose.id, purpose]),
  );
  // Who says yes on the choices page has come from their own mailbox already.
  const waiting = choices.filter(
    ({ item }) =>
      item.input.answer === 'grant' && item.input.method !== 'choices-page' && purposes.has(item.input.purpose),
  );
  if (waiting.length === 0) return;
  const open = await confirmationsSince(
    h,
    waiting.map(({ person }) => person.id),
    now,
  );
  for (const { id, item, person } of waiting) {
    const purpose = purposes.get(item.input.purpose)!;
    const closes = Date.parse(item.input.occurredAt) + purpose.confirmWithinHours! * HOUR;
    const address =
      item.input.address?.channel === 'email'
        ? item.input.address.value
        : item.identifiers.find(({ kind }) => kind === 'email')?.value;
    const count = open.get(person.id) ?? 0;
    if (!address || closes <= Date.parse(now) || count >= MOST_OPEN) continue;
    open.set(person.id, count + 1);
    const token = ctx.keys.random(24).toString('base64url');
    await insertConfirmLinks(h, [
      {
        token_hash: ctx.keys.hash(Buffer.from(token)),
        choice_id: id,
        person_id: person.id,
        expires_at: new Date(closes).toISOString(),
        confirmed_at: null,
      },
    ]);
    await queueMail(
      ctx,
      h,
      address,
      confirmMail({
        language: item.input.language ?? null,
        title: purpose.title,
        organisation: ctx.organisation,
        link: `${ctx.baseUrl}/confirm/${token}`,
        hours: purpose.confirmWithinHours!,
      }),
      { personId: person.id },
    );
  }
}
