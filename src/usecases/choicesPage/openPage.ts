import type { PersonId } from '../../core/shared/ids';
import type { PageRefusal } from '../../core/choicesPage/refusals';
import { choicesPageMail, languageOf } from '../../core/letters/mailings';
import { ok, refuse, type Result } from '../../core/shared/result';
import {
  insertChoicesPageLink,
  linksSince,
  lockChoicesPageLink,
  setChoicesPageLink,
  type ChoicesPageLinkRow,
} from '../../db/choicesPage/choicesPageLinks';
import type { Handle } from '../../db/shared/handle';
import { personsByHash, personsById } from '../../db/people/persons';
import type { Context } from '../shared/context';
import { queueMail } from '../letters/queueMail';
import { indexText, normaliseIdentifier } from '../people/identifierKeys';
import { recordTrail } from '../trail/recordTrail';

const HOUR = 3_600_000;
const CODE_HOURS = 1;
/** A link in a mail about one's own choices works for longer: it went to the person's own mailbox. */
const LINK_DAYS = 30;
const MOST_TRIES = 5;
const MOST_A_DAY = 5;

/** Mails the way to the choices page, if the address is known. Whoever asks gets the same answer either way. */
export async function askForPage(ctx: Context, input: { email: string }): Promise<void> {
  const normal = normaliseIdentifier('email', input.email, '', null);
  if (!normal) return;
  await ctx.transaction(async (h) => {
    const ids = [
      ...new Set((await personsByHash(h, [ctx.keys.index(indexText(normal))])).map(({ person_id }) => person_id)),
    ];
    for (const person of (await personsById(h, ids)).filter(({ erased_at }) => !erased_at)) {
      const real = ctx.clock.real();
      if ((await linksSince(h, person.id, new Date(Date.parse(real) - 24 * HOUR).toISOString())) >= MOST_A_DAY)
        continue;
      const token = ctx.keys.random(24).toString('base64url');
      const code = String(100_000 + (ctx.keys.random(4).readUInt32BE() % 900_000));
      await insertChoicesPageLink(h, {
        token_hash: hashOf(ctx, token),
        person_id: person.id,
        made_at: real,
        expires_at: new Date(Date.parse(real) + CODE_HOURS * HOUR).toISOString(),
        code_hash: codeHash(ctx, token, code),
        tries: 0,
        proven_at: null,
      });
      await queueMail(
        ctx,
        h,
        normal.value,
        choicesPageMail({
          language: person.language,
          organisation: ctx.organisation,
          link: `${ctx.baseUrl}/choices/${token}?lang=${languageOf(person.language)}`,
          code,
        }),
        { personId: person.id },
      );
      await recordTrail(ctx, h, 'choices-page-asked', person.id);
    }
  });
}

/** A link that opens by itself, for mails that go to the person's own address. */
export async function makePageLink(ctx: Context, h: Handle, personId: PersonId): Promise<string> {
  const token = ctx.keys.random(24).toString('base64url');
  const real = ctx.clock.real();
  await insertChoicesPageLink(h, {
    token_hash: hashOf(ctx, token),
    person_id: personId,
    made_at: real,
    expires_at: new Date(Date.parse(real) + LINK_DAYS * 24 * HOUR).toISOString(),
    code_hash: null,
    tries: 0,
    proven_at: real,
  });
  return `${ctx.baseUrl}/choices/${token}`;
}

export async function proveCode(
  ctx: Context,
  input: { token: string; code: string },
): Promise<Result<null, PageRefusal>> {
  return ctx.transaction(async (h) => {
    const link = await usable(ctx, h, input.token);
    if (!link.ok) return link;
    if (link.value.proven_at) return ok(null);
    if (!codeHash(ctx, input.token, input.code.replace(/\D/g, '')).equals(link.value.code_hash!)) {
      await setChoicesPageLink(h, link.value.token_hash, { tries: link.value.tries + 1 });
      return link.value.tries + 1 >= MOST_TRIES
        ? refuse({ code: 'tries-used-up' })
        : refuse({ code: 'code-wrong', left: MOST_TRIES - link.value.tries - 1 });
    }
    await setChoicesPageLink(h, link.value.token_hash, { proven_at: ctx.clock.real() });
    await recordTrail(ctx, h, 'choices-page-opened', link.value.person_id);
    return ok(null);
  });
}

/** The person whose page it is; only where the link is proven. */
export async function personOfLink(ctx: Context, h: Handle, token: string): Promise<Result<string, PageRefusal>> {
  const link = await usable(ctx, h, token);
  if (!link.ok) return link;
  return link.value.proven_at ? ok(link.value.person_id) : refuse({ code: 'code-needed' });
}

async function usable(ctx: Context, h: Handle, token: string): Promise<Result<ChoicesPageLinkRow, PageRefusal>> {
  const link = await lockChoicesPageLink(h, hashOf(ctx, token));
  if (!link) return refuse({ code: 'link-unknown' });
  if (link.tries >= MOST_TRIES) return refuse({ code: 'tries-used-up' });
  if (Date.parse(link.expires_at) < Date.parse(ctx.clock.real())) return refuse({ code: 'link-expired' });
  return ok(link);
}

function hashOf(ctx: Context, token: string): Buffer {
  return ctx.keys.hash(Buffer.from(token));
}

function codeHash(ctx: Context, token: string, code: string): Buffer {
  return ctx.keys.index(`choices-code:${token}:${code}`);
}
