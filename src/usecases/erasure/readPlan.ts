import type { RequestRef } from '../../core/shared/ids';
import type { AccessRefusal } from '../../core/access/refusals';
import { sayPeriod } from '../../core/keeping/retention';
import { certificateLetter, type CertificateContent } from '../../core/erasure/certificate';
import { sayDayIn } from '../../core/letters/frame';
import { languageOf } from '../../core/letters/mailings';
import { localDay } from '../../core/shared/days';
import type { PlanView } from '../../core/erasure/views';
import { ok, refuse, type Result } from '../../core/shared/result';
import {
  certificateOf,
  lastPlan,
  listResidue,
  listRetentionRules,
  operationsOf,
  planLines,
} from '../../db/erasure/plans';
import type { Handle } from '../../db/shared/handle';
import { requestByRef, type RequestRow } from '../../db/requests/requests';
import { listSystems } from '../../db/systems/systems';
import { runById } from '../../db/runs/runs';
import type { Context } from '../shared/context';
import { letterPdf } from '../letters/pdf';
import { recipientsOf } from '../carryOut/tellRecipients';
import { reach } from '../shared/may';
import { vaultOf } from '../keys/vault';
import { saidRegister } from '../systems/phrasebookOf';
import { viewOrNull } from '../runs/runView';
import { recordTrail } from '../trail/recordTrail';
import { lineReasons, lineTitle } from './sealed';

/**
 * The plan of a request with the state of each of its operations. Called inside the request's own look. Masked: the
 * same counts and states, no names.
 */
export async function readPlan(
  ctx: Context,
  h: Handle,
  request: RequestRow,
  isMasked = false,
): Promise<PlanView | null> {
  const row = await lastPlan(h, request.id);
  if (!row) return null;
  const vault = vaultOf(ctx, h);
  const names = new Map((await listSystems(h)).map(({ id, name }) => [id, name]));
  const operations = new Map((await operationsOf(h, row.id)).map((operation) => [operation.position, operation]));
  const lines = [];
  for (const line of await planLines(h, row.id)) {
    lines.push({
      position: line.position,
      system: names.get(line.system_id) ?? line.system_id,
      collection: line.collection,
      title: isMasked
        ? '…'
        : ((await lineTitle.open(vault, request.data_key_id, line.title_sealed, row.id, line.position)) ?? ''),
      action: line.action,
      rule: line.rule,
      doer: line.doer,
      restrict: line.restrict,
      keepUntil: line.keep_until,
      reasons: isMasked
        ? []
        : ((await lineReasons.open(vault, request.data_key_id, line.reasons_sealed, row.id, line.position)) ?? []),
      state: operations.get(line.position)?.state ?? null,
    });
  }
  return {
    id: row.id,
    state: row.state,
    phase: row.phase,
    frozenOn: row.frozen_on,
    fingerprint: row.fingerprint,
    totals: { erase: row.erase, anonymise: row.anonymise, keep: row.keep, systems: row.systems },
    k: row.k,
    run: viewOrNull(ctx, await runById(h, row.id)),
    error: row.error,
    lines,
    anonymous: lines.filter(({ action, rule }) => action === 'anonymise' && rule !== 'kept-apart').length,
    recipients: isMasked ? [] : await recipientsOf(ctx, h, request),
  };
}

export interface CertificateView {
  reference: string;
  issuedAt: string;
  content: Record<string, unknown>;
  signature: string;
}

export async function readCertificate(
  ctx: Context,
  input: { ref: RequestRef },
): Promise<Result<CertificateView, AccessRefusal>> {
  if (!reach(ctx, 'requests.see')) return refuse({ code: 'not-allowed', act: 'requests.see' });
  return ctx.transaction(async (h) => {
    const request = await requestByRef(h, input.ref);
    const row = request ? await certificateOf(h, request.ref) : undefined;
    if (!row) return refuse({ code: 'not-found' });
    await recordTrail(ctx, h, 'certificate-opened', input.ref);
    return ok({
      reference: row.request_ref,
      issuedAt: row.issued_at,
      content: row.content,
      signature: row.signature.toString('base64'),
    });
  });
}

/**
 * The certificate on paper, in the language of the one whose data went; it outlives the request, whose language is all
 * that is read of it.
 */
export async function certificatePdf(ctx: Context, view: CertificateView): Promise<Buffer> {
  const { language, register } = await ctx.transaction(async (h) => {
    const request = await requestByRef(h, view.reference);
    return { language: languageOf(request?.language), register: await saidRegister(h, request?.language) };
  });
  const content = view.content as unknown as CertificateContent;
  const day = (instant: string) => localDay(instant, ctx.organisation.zone);
  const letter = certificateLetter(
    {
      ref: view.reference,
      language,
      organisation: ctx.organisation.name,
      receivedOn: day(content.receivedAt),
      finishedOn: day(view.issuedAt),
      signature: view.signature,
    },
    content,
    { place: register.place, recipient: (name) => register.say(name) ?? `“${name}”` },
  );
  return letterPdf(letter, {
    organisation: ctx.organisation.name,
    address: ctx.organisation.address,
    date: sayDayIn(language, day(view.issuedAt)),
    lang: language,
  });
}

export interface KeepingView {
  residue: {
    ref: RequestRef;
    system: string;
    collection: string;
    count: number;
    why: string;
    law: string | null;
    restricted: number;
    until: string | null;
  }[];
  rules: { id: string; place: string; from: string; period: string; law: string }[];
}

/** What was left over, until when; and the rules that keep it. */
export async function keepingView(ctx: Context): Promise<Result<KeepingView, AccessRefusal>> {
  if (!reach(ctx, 'keeping.see')) return refuse({ code: 'not-allowed', act: 'keeping.see' });
  return ctx.transaction(async (h) => {
    const names = new Map((await listSystems(h)).map(({ id, name }) => [id, name]));
    const residue = (await listResidue(h)).map((row) => ({
      ref: row.request_ref,
      system: names.get(row.system_id) ?? row.system_id,
      collection: row.collection,
      count: row.count,
      why: row.why,
      law: row.law,
      restricted: row.restricted,
      until: row.until,
    }));
    const rules = (await listRetentionRules(h)).map((rule) => ({
      id: rule.id,
      place: `${names.get(rule.system) ?? rule.system} · ${rule.collection}`,
      from:
        rule.anchor === 'calendar-year'
          ? `the end of the calendar year of ${rule.from}`
          : rule.anchor === 'financial-year'
            ? `the end of the financial year of ${rule.from}`
            : rule.from,
      period: sayPeriod(rule),
      law: rule.law,
    }));
    return ok({ residue, rules });
  });
}
