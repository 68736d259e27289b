import type { RequestRef } from '../../core/shared/ids';
import type { AccessRefusal } from '../../core/access/refusals';
import { sayPeriod } from '../../core/keeping/retention';
import { certificateLetter, type CertificateContent } from '../../core/erasure/certificate';
import { sayDayIn } from '../../core/letters/frame';
import { languageOf } from '../../core/letters/mailings';
import { localDay } from '../../core/shared/days';
import type { InferType } from 'yup';
import type { planLinesInput } from '../../core/erasure/schema';
import type { PlanPage, PlanView } from '../../core/erasure/views';
import { spellOut } from '../../core/words/spellOut';
import { ok, refuse, type Result } from '../../core/shared/result';
import {
  certificateOf,
  countAnonymous,
  lastPlan,
  listResidue,
  listRetentionRules,
  planGroups,
  planLinesOf,
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
import { recordLook } from '../trail/recordLook';
import { recordTrail } from '../trail/recordTrail';
import { lineReasons, lineTitle } from './sealed';

/** Lines that are read at once. */
const PAGE = 200;

/** The plan of a request, counted by place. Called inside the request's own look. Masked: the same counts and states. */
export async function readPlan(
  ctx: Context,
  h: Handle,
  request: RequestRow,
  isMasked = false,
): Promise<PlanView | null> {
  const row = await lastPlan(h, request.id);
  if (!row) return null;
  const names = new Map((await listSystems(h)).map(({ id, name }) => [id, name]));
  const groups = (await planGroups(h, row.id)).map(
    ({ system_id: system, collection, erase, anonymise, keep, ...operations }) => ({
      system,
      systemName: names.get(system) ?? system,
      collection,
      erase,
      anonymise,
      keep,
      operations,
    }),
  );
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
    groups,
    anonymous: await countAnonymous(h, row.id),
    recipients: isMasked ? [] : await recipientsOf(ctx, h, request),
  };
}

/** Lines of one group of the newest plan, with what is decided for each and why. Masked: the same states, no names. */
export async function readPlanLines(
  ctx: Context,
  input: InferType<typeof planLinesInput>,
): Promise<Result<PlanPage, AccessRefusal>> {
  const how = reach(ctx, 'requests.see');
  if (!how) return refuse({ code: 'not-allowed', act: 'requests.see' });
  return ctx.transaction(async (h) => {
    const request = await requestByRef(h, input.ref);
    const plan = request && (await lastPlan(h, request.id));
    if (!plan) return refuse({ code: 'not-found' });
    const isMasked = how === 'masked';
    const vault = vaultOf(ctx, h);
    const key = request.data_key_id;
    const rows = await planLinesOf(h, plan.id, input, PAGE + 1);
    const lines = [];
    for (const row of rows.slice(0, PAGE))
      lines.push({
        position: row.position,
        title: isMasked ? '…' : ((await lineTitle.open(vault, key, row.title_sealed, plan.id, row.position)) ?? ''),
        action: row.action,
        rule: row.rule,
        doer: row.doer,
        restrict: row.restrict,
        keepUntil: row.keep_until,
        reasons: isMasked
          ? []
          : ((await lineReasons.open(vault, key, row.reasons_sealed, plan.id, row.position)) ?? []),
        state: row.state,
      });
    await recordLook(ctx, h, 'plan-lines-viewed', input.ref, `${input.system}/${input.collection}`);
    return ok({ lines, after: rows.length > PAGE ? lines.at(-1)!.position : null });
  });
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
    organisation: ctx.organisation,
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
          ? `the end of the calendar year of “${spellOut(rule.from)}”`
          : rule.anchor === 'financial-year'
            ? `the end of the financial year of “${spellOut(rule.from)}”`
            : `“${spellOut(rule.from)}”`,
      period: sayPeriod(rule),
      law: rule.law,
    }));
    return ok({ residue, rules });
  });
}
