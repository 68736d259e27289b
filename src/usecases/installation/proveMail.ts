import type { ConfirmMailRefusal, TryMailRefusal } from '../../core/installation/refusals';
import { installationOf } from '../../core/installation/settings';
import { ok, refuse, type Result } from '../../core/shared/result';
import { userById } from '../../db/access/users';
import { keepSettings, setProof, settingsOf } from '../../db/installation/settings';
import type { Handle } from '../../db/shared/handle';
import type { Context } from '../shared/context';
import { faultCode } from '../shared/faultCode';
import { reach } from '../shared/may';
import { recordTrail } from '../trail/recordTrail';
import { readKept } from './readKept';

/** Letters that are not taken for others. */
const LETTERS = 'abcdefghkmnpqrstuvwxyz';
const WORD_LENGTH = 6;

/**
 * Sends whoever asks a real message with a word in it, over the mail server that is set. A server that takes everything and
 * delivers nothing is found out by the word that never comes.
 */
export async function tryMail(ctx: Context): Promise<Result<{ to: string }, TryMailRefusal>> {
  if (!reach(ctx, 'installation.change')) return refuse({ code: 'not-allowed', act: 'installation.change' });
  const { smtpUrl, organisation } = installationOf({ ...ctx.layers, kept: await readKept(ctx) });
  const user = await ctx.reading((h) => userById(h, ctx.actor.id));
  if (!smtpUrl || !user) return refuse({ code: 'mail-not-set' });
  const word = [...ctx.keys.random(WORD_LENGTH)].map((byte) => LETTERS[byte % LETTERS.length]).join('');
  try {
    await ctx.outside.mailerAt(smtpUrl, { name: organisation.name, address: organisation.contact }).send({
      messageId: `<${ctx.keys.id('out')}@${organisation.contact.split('@')[1] ?? 'bookend.invalid'}>`,
      to: user.email,
      subject: `${organisation.name}: a message to see whether mail arrives`,
      text: `This message shows that ${organisation.name}’s Bookend can send mail.\n\nType this word where you asked for it: ${word}`,
      language: 'en',
    });
  } catch (error) {
    const said = faultOf(error);
    await ctx.transaction((h) => recordTrail(ctx, h, 'settings-tried', 'mail', `not taken: ${said}`));
    return refuse({ code: 'mail-failed', said });
  }
  await ctx.transaction(async (h) => {
    await ensureRow(ctx, h);
    await setProof(h, 'mail', { proof_hash: proofOf(ctx, word), proven_at: null });
    await recordTrail(ctx, h, 'settings-tried', 'mail', 'a message was taken by the server');
  });
  return ok({ to: user.email });
}

/** The word of the message came: mail works. */
export async function confirmMail(ctx: Context, { word }: { word: string }): Promise<Result<null, ConfirmMailRefusal>> {
  if (!reach(ctx, 'installation.change')) return refuse({ code: 'not-allowed', act: 'installation.change' });
  return ctx.transaction(async (h) => {
    const row = await settingsOf(h, 'mail', 'to change it');
    if (!row?.proof_hash || !row.proof_hash.equals(proofOf(ctx, word))) return refuse({ code: 'word-wrong' });
    await setProof(h, 'mail', { proof_hash: null, proven_at: ctx.clock.real() });
    await recordTrail(ctx, h, 'settings-tried', 'mail', 'the message arrived');
    return ok(null);
  });
}

/** Where the environment names the server nothing is kept yet that could be proven. */
async function ensureRow(ctx: Context, h: Handle): Promise<void> {
  if (await settingsOf(h, 'mail', 'to change it')) return;
  await keepSettings(h, {
    section: 'mail',
    said: {},
    secrets_sealed: null,
    proven_at: null,
    proof_hash: null,
    changed_by: ctx.actor.id,
    changed_at: ctx.clock.real(),
  });
}

function proofOf(ctx: Context, word: string): Buffer {
  return ctx.keys.index(`mail-proof:${word.trim().toLowerCase()}`);
}

/** What went wrong, in a code and the server's number: its own words may hold an address. */
function faultOf(error: unknown): string {
  const { responseCode } = error as { responseCode?: unknown };
  return [faultCode(error), responseCode].filter(Boolean).map(String).join(' ');
}
