import type { ChoiceId } from '../../core/shared/ids';
import { YES_AND_NO } from '../../core/words/sections';
import type { ChangeRefusal, PageRefusal } from '../../core/choicesPage/refusals';
import type { PageView } from '../../core/choicesPage/views';
import { choicesChangedMail, languageOf, type Language } from '../../core/letters/mailings';
import type { ChoiceInput } from '../../core/ledger/schema';
import { gpcBinds } from '../../core/standing/gpc';
import { kindFor, purposesInForce } from '../../core/purposes/purposes';
import { countryAt } from '../../core/standing/reading';
import type { Answer, PurposeKind } from '../../core/ledger/types';
import { localDay } from '../../core/shared/days';
import { ok, refuse, type Result } from '../../core/shared/result';
import { choicesOf } from '../../db/ledger/ledger';
import { allWordings, type PurposeWithWords } from '../../db/purposes/purposes';
import { lockWholeLedger } from '../../db/ledger/trees';
import type { Handle } from '../../db/shared/handle';
import { identifiersOf, personById, type PersonRow } from '../../db/people/persons';
import { listSystems } from '../../db/systems/systems';
import type { Context } from '../shared/context';
import { receiptFor } from '../ledger/makeReceipt';
import { factsOfAll } from '../standing/personFacts';
import { recordChoicesIn } from '../ledger/recordChoices';
import { readRules, subjectOf } from '../standing/standingOfPerson';
import { queueMail } from '../letters/queueMail';
import { vaultOf } from '../keys/vault';
import { recordTrail } from '../trail/recordTrail';
import { makePageLink, personOfLink } from './openPage';
import { personIdentifier, personName } from '../people/sealed';

/** Everything a person may decide, in their own language and in plain words, with what they said before. */
export async function pageView(
  ctx: Context,
  input: { token: string; gpc: boolean; language?: Language | null },
): Promise<Result<PageView, PageRefusal>> {
  return ctx.transaction(async (h) => {
    const found = await personOfLink(ctx, h, input.token);
    if (!found.ok) return found;
    const person = (await personById(h, found.value))!;
    const signal = input.gpc ? { honoured: await honourSignal(ctx, h, person) } : null;
    const language = input.language ?? languageOf(person.language);
    const rules = await readRules(h);
    const now = ctx.clock.now();
    const facts = (await factsOfAll(h, [person])).get(person.id)!;
    const subject = await subjectOf(ctx, h, person, { at: now, knownAt: now }, rules);
    const inForce = purposesInForce(rules.purposes, now, now) as PurposeWithWords[];
    const names = new Map((await listSystems(h)).map(({ id, name }) => [id, name]));
    const say = (purpose: PurposeWithWords) => purpose.words[language] ?? purpose;
    const titles = new Map(inForce.map((purpose) => [purpose.id, say(purpose).title]));
    const name = await personName.open(vaultOf(ctx, h), person.data_key_id, person.name_sealed, person.id);
    return ok({
      language,
      name,
      signal,
      purposes: inForce.map((purpose) => {
        const { standing, permitted, since } = subject.answer(purpose.id, 'any');
        const { title, plain } = say(purpose);
        return {
          id: purpose.id,
          title,
          plain,
          kind: kindFor(purpose, countryAt(facts, now), localDay(now, ctx.organisation.zone)),
          parent: purpose.parent,
          categories: purpose.categories,
          recipients: purpose.recipients,
          transfers: purpose.transfers,
          retention: purpose.retention,
          answer: { standing, permitted, since },
        };
      }),
      history: subject.choices
        .toReversed()
        .slice(0, 200)
        .map((choice) => ({
          id: choice.id,
          title: titles.get(choice.purpose) ?? choice.purpose,
          answer: choice.answer,
          occurredAt: choice.occurredAt,
          where: names.get(choice.row.system_id) ?? choice.row.system_id,
        })),
    });
  });
}

/**
 * A browser's opt-out signal is a choice about sale, sharing and targeted advertising; once a day is enough. Where no law makes it
 * bind, it still objects by automated means (GDPR art. 21(5)) to what is done by default; a yes that was said is not taken back by it.
 */
async function honourSignal(ctx: Context, h: Handle, person: PersonRow): Promise<boolean> {
  const now = ctx.clock.now();
  const zone = ctx.organisation.zone;
  const before = await readRules(h);
  const purposes = purposesInForce(before.purposes, now, now).filter(({ isSale }) => isSale);
  const country = countryAt((await factsOfAll(h, [person])).get(person.id)!, now);
  const standings = await subjectOf(ctx, h, person, { at: now, knownAt: now }, before);
  const seen = (await choicesOf(h, [person.id]))
    .filter(
      ({ answer, occurredAt }) =>
        answer === 'gpc-seen' &&
        localDay(occurredAt.length === 10 ? `${occurredAt}T12:00:00Z` : occurredAt, zone) === localDay(now, zone),
    )
    .map(({ purpose }) => purpose);
  const fresh = purposes.flatMap((purpose): { purpose: string; answer: Answer }[] => {
    if (gpcBinds(country, localDay(now, zone), before.laws))
      return seen.includes(purpose.id) ? [] : [{ purpose: purpose.id, answer: 'gpc-seen' }];
    if (standings.answer(purpose.id, 'any').standing !== 'default-permitted') return [];
    return [{ purpose: purpose.id, answer: answerOf(kindFor(purpose, country, localDay(now, zone)), false, true) }];
  });
  if (fresh.length > 0) await recordOwn(ctx, h, person, fresh, { told: false, bySignal: true });
  const rules = await readRules(h);
  const subject = await subjectOf(ctx, h, (await personById(h, person.id))!, { at: now, knownAt: now }, rules);
  return purposes.every(({ id }) => !subject.answer(id, 'any').permitted);
}

/** What a person decides on their page, all at once; confirmed by mail. Saying no is one click, as saying yes. */
export async function changeChoices(
  ctx: Context,
  input: { token: string; changes: { purpose: string; yes: boolean }[]; gpc: boolean },
): Promise<Result<{ changed: number }, ChangeRefusal>> {
  return ctx.transaction(async (h) => {
    const found = await personOfLink(ctx, h, input.token);
    if (!found.ok) return found;
    const person = (await personById(h, found.value))!;
    const rules = await readRules(h);
    const now = ctx.clock.now();
    const facts = (await factsOfAll(h, [person])).get(person.id)!;
    const inForce = purposesInForce(rules.purposes, now, now) as PurposeWithWords[];
    const subject = await subjectOf(ctx, h, person, { at: now, knownAt: now }, rules);
    const drafts: { purpose: string; answer: Answer }[] = [];
    for (const change of input.changes) {
      const purpose = inForce.find(({ id }) => id === change.purpose);
      const kind = purpose && kindFor(purpose, countryAt(facts, now), localDay(now, ctx.organisation.zone));
      if (!purpose || !kind || kind === 'necessary')
        return refuse({ code: 'purpose-not-open', purpose: change.purpose });
      const before = subject.answer(purpose.id, 'any');
      if (before.permitted === change.yes && before.because) continue;
      drafts.push({ purpose: purpose.id, answer: answerOf(kind, change.yes, before.standing === 'not-asked') });
    }
    if (!(await recordOwn(ctx, h, person, drafts, { told: input.gpc }))) return refuse({ code: 'choice-held' });
    if (drafts.length > 0) await confirmByMail(ctx, h, person, drafts, inForce);
    return ok({ changed: drafts.length });
  });
}

function answerOf(kind: PurposeKind, yes: boolean, neverSaid: boolean): Answer {
  if (kind === 'opt-out') return yes ? 'opt-in' : 'opt-out';
  if (kind === 'legitimate-interest' || kind === 'soft-opt-in') return yes ? 'grant' : 'object';
  return yes ? 'grant' : neverSaid ? 'refuse' : 'withdraw';
}

async function recordOwn(
  ctx: Context,
  h: Handle,
  person: PersonRow,
  drafts: readonly { purpose: string; answer: Answer }[],
  { told, bySignal = false }: { told: boolean; bySignal?: boolean },
): Promise<boolean> {
  if (drafts.length === 0) return true;
  const identifier = await ownAddress(ctx, h, person);
  if (!identifier) return false;
  const [ask] = (await allWordings(h)).filter(({ kind, id }) => kind === 'ask' && id === 'choices-page').toReversed();
  const name = await personName.open(vaultOf(ctx, h), person.data_key_id, person.name_sealed, person.id);
  const [givenName, ...rest] = (name ?? '').split(' ');
  const base = (more: Partial<ChoiceInput>): ChoiceInput => ({
    occurredAt: ctx.clock.now(),
    identifiers: [{ kind: identifier.kind as 'email', value: identifier.value }],
    purpose: '',
    answer: 'grant',
    ask: ask ? 'choices-page' : null,
    askVersion: ask?.version ?? null,
    method: 'choices-page',
    place: 'choices page',
    country: person.country,
    language: person.language,
    address: null,
    name: name ? { givenName, familyName: rest.join(' ') } : null,
    evidence: null,
    externalId: ctx.keys.id('pag'),
    ...more,
  });
  // Who is on this page has come from their own mailbox: a purpose that wants that proof has it, by a second record.
  const purposes = purposesInForce((await readRules(h)).purposes, ctx.clock.now(), ctx.clock.now());
  const isConfirmed = ({ purpose, answer }: (typeof drafts)[number]) =>
    answer === 'grant' && Boolean(purposes.find(({ id }) => id === purpose)?.confirmWithinHours);
  if (drafts.some(isConfirmed)) await lockWholeLedger(h);
  const outcomes = await recordChoicesIn(ctx, h, {
    systemId: 'sys_bookend',
    choices: drafts.map(({ purpose, answer }) =>
      base({
        purpose,
        answer,
        ...(bySignal ? { method: 'Sec-GPC' } : {}),
        ...(told && answer === 'opt-in' ? { toldOfConflict: true } : {}),
      }),
    ),
  });
  if (outcomes.some(({ id }) => !id)) return false;
  const confirmable = drafts.flatMap((draft, i) =>
    isConfirmed(draft) && outcomes[i]!.id ? [{ purpose: draft.purpose, confirms: outcomes[i]!.id }] : [],
  );
  if (confirmable.length > 0)
    await recordChoicesIn(ctx, h, {
      systemId: 'sys_bookend',
      choices: confirmable.map(({ purpose, confirms }) =>
        base({ purpose, answer: 'confirm', confirms, externalId: ctx.keys.id('pag') }),
      ),
    });
  return true;
}

async function ownAddress(ctx: Context, h: Handle, person: PersonRow): Promise<{ kind: string; value: string } | null> {
  const own = await identifiersOf(h, [person.id]);
  const chosen = own.find(({ kind }) => kind === 'email') ?? own.find(({ kind }) => kind === 'phone');
  const value = chosen
    ? await personIdentifier.open(vaultOf(ctx, h), person.data_key_id, chosen.value_sealed, person.id)
    : null;
  return chosen && value ? { kind: chosen.kind, value } : null;
}

async function confirmByMail(
  ctx: Context,
  h: Handle,
  person: PersonRow,
  drafts: readonly { purpose: string; answer: Answer }[],
  inForce: readonly PurposeWithWords[],
): Promise<void> {
  const address = await ownAddress(ctx, h, person);
  if (address?.kind !== 'email') return;
  const language = languageOf(person.language);
  const lines = drafts.map(({ purpose, answer }) => {
    const known = inForce.find(({ id }) => id === purpose)!;
    return `${known.words[language]?.title ?? known.title}: ${YES_AND_NO[language][answer === 'grant' || answer === 'opt-in' ? 0 : 1]}`;
  });
  await queueMail(
    ctx,
    h,
    address.value,
    choicesChangedMail({
      language,
      organisation: ctx.organisation,
      lines,
      link: await makePageLink(ctx, h, person.id),
    }),
    { personId: person.id },
  );
  await recordTrail(ctx, h, 'choices-recorded', person.id, `choices page: ${drafts.length}`);
}

/** The receipt of one of the person's own choices. */
export async function pageReceipt(
  ctx: Context,
  input: { token: string; choiceId: ChoiceId },
): Promise<Result<Record<string, unknown>, PageRefusal>> {
  return ctx.transaction(async (h) => {
    const found = await personOfLink(ctx, h, input.token);
    if (!found.ok) return found;
    const choice = (await choicesOf(h, [found.value])).find(({ id }) => id === input.choiceId);
    return choice ? ok(await receiptFor(ctx, h, choice.row)) : refuse({ code: 'link-unknown' });
  });
}
