import { sayPeriod } from '../../core/erasure/retention';
import { sayDay, localDay, sayInstant } from '../../core/shared/days';
import { list, heading, para } from '../../core/letters/letter';
import type { PlanView } from '../../core/requests/views';
import type { Reason } from '../../core/shared/reason';
import { ok, refuse, type Result } from '../../core/shared/result';
import { certificateOf, lastPlan, listResidue, listRetentionRules, operationsOf, planLines } from '../../db/erasure/plans';
import type { Handle } from '../../db/handle';
import { requestByRef, type RequestRow } from '../../db/requests/requests';
import { listSystems, registerEntries } from '../../db/systems/systems';
import type { Context } from '../context';
import { letterPdf } from '../packs/pdf';
import { recipientsOf } from '../requests/tellRecipients';
import { reach, type AccessRefusal } from '../shared/may';
import { vaultOf } from '../shared/vault';
import { recordTrail } from '../trail/recordTrail';

/** The plan of a request with the state of each of its operations. Called inside the request's own look. Masked: the same counts and states, no names. */
export async function readPlan(ctx: Context, h: Handle, request: RequestRow, isMasked = false): Promise<PlanView | null> {
  const row = await lastPlan(h, request.id);
  if (!row) return null;
  const vault = vaultOf(ctx, h);
  const names = new Map((await listSystems(h)).map(({ id, name }) => [id, name]));
  const operations = new Map((await operationsOf(h, row.id)).map((operation) => [operation.position, operation]));
  const lines = [];
  for (const line of await planLines(h, row.id)) {
    lines.push({
      position: line.position, system: names.get(line.system_id) ?? line.system_id, collection: line.collection, title: isMasked ? '…' : ((await vault.unseal(request.data_key_id, line.title_sealed, `title:${row.id}:${line.position}`)) ?? ''), action: line.action, rule: line.rule, doer: line.doer, restrict: line.restrict, keepUntil: line.keep_until,
      reasons: isMasked ? [] : (JSON.parse((await vault.unseal(request.data_key_id, line.reasons_sealed, `reasons:${row.id}:${line.position}`)) ?? '[]') as Reason[]), state: operations.get(line.position)?.state ?? null,
    });
  }
  const states = [...operations.values()];
  return { id: row.id, state: row.state, phase: row.phase, frozenOn: row.frozen_on, fingerprint: row.fingerprint, totals: { erase: row.erase, anonymise: row.anonymise, keep: row.keep, systems: row.systems }, k: row.k, done: states.filter(({ state }) => state === 'done').length, operations: states.length, error: row.error, lines, anonymous: lines.filter(({ action, rule }) => action === 'anonymise' && rule !== 'kept-apart').length, recipients: isMasked ? [] : await recipientsOf(ctx, h, request) };
}

export interface CertificateView {
  reference: string;
  issuedAt: string;
  content: Record<string, unknown>;
  signature: string;
}

export async function readCertificate(ctx: Context, input: { ref: string }): Promise<Result<CertificateView, AccessRefusal>> {
  if (!reach(ctx, 'requests.see')) return refuse({ code: 'not-allowed', act: 'requests.see' });
  return ctx.transaction(async (h) => {
    const request = await requestByRef(h, input.ref);
    const row = request ? await certificateOf(h, request.ref) : undefined;
    if (!row) return refuse({ code: 'not-found' });
    await recordTrail(ctx, h, 'certificate-opened', input.ref);
    return ok({ reference: row.request_ref, issuedAt: row.issued_at, content: row.content, signature: row.signature.toString('base64') });
  });
}

/** The certificate on paper: what went, what stays, and the signature that anyone with the public key can check. */
export async function certificatePdf(ctx: Context, view: CertificateView): Promise<Buffer> {
  const content = view.content as { done: { system: string; collection: string; action: string; count: number }[]; residue: { system: string; collection: string; count: number; why: string; law?: string | null; until: string | null; restricted?: number }[]; recipientsTold?: { recipient: string; toldOn: string }[]; keysDestroyed: boolean; planFingerprint: string; planFrozenOn: string; receivedAt: string; proof: string };
  const titles = await ctx.transaction(async (h) => new Map((await registerEntries(h)).map((entry) => [`${entry.system}/${entry.collection}`, entry.title])));
  const place = (of: { system: string; collection: string }) => titles.get(`${of.system}/${of.collection}`) ?? `${of.system} · ${of.collection}`;
  return letterPdf(
    {
      template: 'certificate', version: 1, subject: `Certificate of erasure ${view.reference}`, greeting: `Request received ${sayInstant(content.receivedAt, ctx.organisation.zone)}; erasure finished ${sayInstant(view.issuedAt, ctx.organisation.zone)}.`,
      body: [
        heading('What was done'), list(content.done.map((line) => `${place(line)}: ${line.count} ${line.action === 'erase' ? 'erased' : 'anonymised'}`)),
        heading('What was kept'), content.residue.length === 0 ? para('Nothing.') : list(content.residue.map((line) => `${place(line)}: ${line.count}. ${line.why}${line.law ? ` ${line.law}.` : ''}${line.until ? ` Until ${sayDay(line.until)}.` : ''}${line.restricted ? ' Its use is restricted.' : ''}`)),
        ...((content.recipientsTold ?? []).length > 0 ? [heading('Recipients who were told (GDPR art. 19)'), list(content.recipientsTold!.map(({ recipient, toldOn }) => `${recipient}, ${sayDay(toldOn)}`))] : []),
        heading('Proof'), para(content.proof), para(`Plan frozen on ${sayDay(content.planFrozenOn)}, fingerprint ${content.planFingerprint}. ${content.keysDestroyed ? 'The data keys are destroyed.' : 'The data keys stay, because records of Bookend itself are kept.'}`),
        heading('Signature (Ed25519 over the canonical JSON, RFC 8785)'), para(view.signature),
      ],
      closing: ctx.organisation.name,
    },
    { organisation: ctx.organisation.name, address: ctx.organisation.address, date: sayDay(localDay(view.issuedAt, ctx.organisation.zone)) },
  );
}

export interface KeepingView {
  residue: { ref: string; system: string; collection: string; count: number; why: string; law: string | null; restricted: number; until: string | null }[];
  rules: { id: string; place: string; from: string; period: string; law: string }[];
}

/** What was left over, until when; and the rules that keep it. */
export async function keepingView(ctx: Context): Promise<Result<KeepingView, AccessRefusal>> {
  if (!reach(ctx, 'keeping.see')) return refuse({ code: 'not-allowed', act: 'keeping.see' });
  return ctx.transaction(async (h) => {
    const names = new Map((await listSystems(h)).map(({ id, name }) => [id, name]));
    const residue = (await listResidue(h)).map((row) => ({ ref: row.request_ref, system: names.get(row.system_id) ?? row.system_id, collection: row.collection, count: row.count, why: row.why, law: row.law, restricted: row.restricted, until: row.until }));
    const rules = (await listRetentionRules(h)).map((rule) => ({ id: rule.id, place: `${names.get(rule.system) ?? rule.system} · ${rule.collection}`, from: rule.anchor === 'calendar-year' ? `the end of the calendar year of ${rule.from}` : rule.anchor === 'financial-year' ? `the end of the financial year of ${rule.from}` : rule.from, period: sayPeriod(rule), law: rule.law }));
    return ok({ residue, rules });
  });
}
