import type { ChoiceId } from '../../core/shared/ids';
import type { AccessRefusal } from '../../core/access/refusals';
import { kindFor, purposeInForce } from '../../core/purposes/purposes';
import { receiptOf } from '../../core/ledger/receipt';
import type { Answer } from '../../core/ledger/types';
import { addDays, localDay } from '../../core/shared/days';
import type { PurposeWithWords, Wording } from '../../db/purposes/purposes';
import { ok, refuse, type Result } from '../../core/shared/result';
import { choiceById, lastHead, type ChoiceRow, type HeadRow } from '../../db/ledger/ledger';
import type { Handle } from '../../db/shared/handle';
import { personById } from '../../db/people/persons';
import type { Context } from '../shared/context';

import { recordTrail } from '../trail/recordTrail';
import { mayReadLedger } from './mayReadLedger';
import { readRules, subjectOf } from '../standing/standingOfPerson';

/** A consent record for keeping, of one choice, with the standing it led to as of now. */
export async function makeReceipt(
  ctx: Context,
  input: { choiceId: ChoiceId },
): Promise<Result<Record<string, unknown>, AccessRefusal>> {
  if (!mayReadLedger(ctx)) return refuse({ code: 'not-allowed', act: 'ledger.see' });
  return ctx.transaction(async (h) => {
    const choice = await choiceById(h, input.choiceId);
    return choice ? ok(await receiptFor(ctx, h, choice)) : refuse({ code: 'not-found' });
  });
}

export async function receiptFor(ctx: Context, h: Handle, choice: ChoiceRow): Promise<Record<string, unknown>> {
  const rules = await readRules(h);
  const now = ctx.clock.now();
  const subject = await subjectOf(ctx, h, (await personById(h, choice.person_id))!, { at: now, knownAt: now }, rules);
  // What held when the person said it, where they were; for what was said before any version, the first that came.
  const purpose = (purposeInForce(rules.purposes, choice.purpose, choice.occurred_at, now) ??
    purposeInForce(rules.purposes, choice.purpose, now, now)) as PurposeWithWords | null;
  const saidOn = choice.occurred_on ?? localDay(choice.occurred_at, ctx.organisation.zone);
  const isYes = choice.answer === 'grant' || choice.answer === 'opt-in';
  const head = await lastHead(h, choice.tree);
  await recordTrail(ctx, h, 'receipt-made', choice.id);
  return receiptOf({
    id: choice.id,
    occurredAt: choice.occurred_on ?? choice.occurred_at,
    recordedAt: choice.recorded_at,
    answer: choice.answer as Answer,
    person: choice.person_id,
    organisation: ctx.organisation,
    ...askedWith(ctx, choice, rules.wordings as readonly Wording[]),
    purpose: {
      id: choice.purpose,
      title: purpose?.title ?? choice.purpose,
      version: purpose?.version ?? null,
      kind: purpose ? kindFor(purpose, choice.country, saidOn) : 'consent',
      categories: purpose?.categories ?? [],
      recipients: purpose?.recipients ?? [],
      transfers: purpose?.transfers ?? null,
      retention: purpose?.retention ?? null,
      standing: subject.answer(choice.purpose, 'any').standing,
    },
    country: choice.country,
    validUntil: isYes && purpose?.shelfLifeDays ? addDays(saidOn, purpose.shelfLifeDays) : null,
    method: choice.method,
    channel: choice.channel,
    withdrawAt: `${ctx.baseUrl}/choices`,
    proof: {
      tree: choice.tree,
      folio: choice.folio,
      leaf: choice.leaf_index,
      leafHash: choice.leaf,
      head: head ? sayHead(head) : null,
    },
  });
}

/** The words that the person saw, by their hashes. */
function askedWith(ctx: Context, choice: ChoiceRow, wordings: readonly Wording[]) {
  const hashOf = (kind: 'ask' | 'notice', id: string, version: number | null) => {
    const wording = wordings.find((one) => one.kind === kind && one.id === id && one.version === version);
    const words = wording?.words[choice.language ?? 'en'] ?? wording?.words['en'];
    return words ? ctx.keys.hash(Buffer.from(words)) : null;
  };
  const { ask, ask_version, notice, notice_version, language } = choice;
  return {
    ask: ask ? { id: ask, version: ask_version, language, wordingHash: hashOf('ask', ask, ask_version) } : null,
    notice: notice
      ? { id: notice, version: notice_version, wordingHash: hashOf('notice', notice, notice_version) }
      : null,
  };
}

function sayHead({ size, root, signed_at, signature }: HeadRow) {
  const signedAt = new Date(signed_at).toISOString();
  return { size: Number(size), root, signedAt, signature: signature.toString('base64') };
}
