import { PANEL_TEXTS, RIGHT_TO_LEFT } from '../../core/words/panelTexts';
import type { ChoiceInput } from '../../core/ledger/schema';
import { gpcBinds } from '../../core/standing/gpc';
import { askInForce, panelFor, type Visitor } from '../../core/sites/panelFor';
import { placeOfAddress } from '../../core/sites/place';
import type { Device } from '../../core/sites/figures';
import { kindOfAnswer, type PanelRules } from '../../core/sites/plan';
import type { PanelRefusal } from '../../core/sites/refusals';
import type { PanelAnswerInput } from '../../core/sites/schema';
import type { PanelConfig, PanelLanguage } from '../../core/sites/views';
import { localDay } from '../../core/shared/days';
import { ok, refuse, type Result } from '../../core/shared/result';
import { purposesInForce } from '../../core/purposes/purposes';
import { dedupOf } from '../../db/ledger/ledger';
import { lawTable } from '../../db/clock/laws';
import { allPurposes, allWordings, type PurposeWithWords, type Wording } from '../../db/purposes/purposes';
import { countOnSite, siteById, type SiteRow } from '../../db/sites/sites';
import type { Handle } from '../../db/shared/handle';
import { externalHashOf } from '../ledger/prepareChoice';
import { recordChoicesIn } from '../ledger/recordChoices';
import type { Context } from '../shared/context';
import { recordTrail } from '../trail/recordTrail';
import { readTryToken } from './tryToken';

/** Who opens a page of the site. */
export interface PageVisitor {
  address: string | null;
  gpc: boolean;
  device: Device;
  /** Signed: from where somebody tries the page; nothing of it is recorded. */
  tries: string | null;
}

interface Read {
  site: SiteRow;
  ask: Wording;
  rules: PanelRules;
  purposes: PurposeWithWords[];
  visitor: ReturnType<typeof visitorOf>;
  bindsHere: boolean;
}

/** Where somebody is, or tries to be, and what their browser says. */
export function visitorOf(ctx: Context, siteId: string, page: PageVisitor): Visitor & { isTrying: boolean } {
  const tries = readTryToken(ctx, siteId, page.tries);
  return tries
    ? { ...tries, gpc: tries.gpc || page.gpc, isTrying: true }
    : { place: placeOfAddress(page.address, ctx.places), gpc: page.gpc, isTrying: false };
}

async function read(ctx: Context, h: Handle, siteId: string, page: PageVisitor): Promise<Read | null> {
  const site = await siteById(h, siteId);
  if (!site || site.closed_at) return null;
  const [now, { zone }] = [ctx.clock.now(), ctx.organisation];
  const asks = (await allWordings(h)).filter(({ kind, id }) => kind === 'ask' && id === site.ask_id);
  const [purposes, laws, visitor] = [await allPurposes(h), await lawTable(h), visitorOf(ctx, siteId, page)];
  const rules = panelFor(visitor, { asks, purposes, laws, switches: site.switches, held: site.held, now, zone });
  const ask = askInForce(asks, now);
  if (!rules || !ask) return null;
  return {
    site,
    ask,
    rules,
    visitor,
    purposes: purposesInForce(purposes, now, now) as PurposeWithWords[],
    bindsHere: gpcBinds(visitor.place, localDay(now, zone), laws),
  };
}

/** All that the script of a site has to know about whoever opens a page of it; null: nothing is shown there. */
export async function panelOf(ctx: Context, siteId: string, page: PageVisitor): Promise<PanelConfig | null> {
  return ctx.reading(async (h) => {
    const found = await read(ctx, h, siteId, page);
    if (!found) return null;
    const { site, ask, rules, bindsHere, visitor } = found;
    return {
      site: site.id,
      rules,
      gpcBinds: bindsHere,
      // Where a law asks for a way to say no to sale, it is named as the law names it.
      namesSale: visitor.place?.startsWith('US') === true && rules.purposes.some(({ isSale }) => isSale),
      position: site.position,
      address: `${ctx.baseUrl}/panel/${site.id}`,
      isTrying: visitor.isTrying,
      languages: Object.fromEntries(
        Object.entries(ask.words)
          .filter(([language, words]) => words && language in PANEL_TEXTS)
          .map(([language, words]) => [language, languageOf(language, words, found)]),
      ),
    };
  });
}

function languageOf(language: string, question: string, { rules, purposes }: Read): PanelLanguage {
  return {
    question,
    isRightToLeft: RIGHT_TO_LEFT.includes(language),
    words: PANEL_TEXTS[language]!,
    purposes: Object.fromEntries(
      rules.purposes.map(({ id }) => {
        const purpose = purposes.find((one) => one.id === id)!;
        const { title, plain } = purpose.words[language] ?? purpose;
        // Who and how long are written in the language of the register alone.
        const who =
          language === 'en' ? [purpose.recipients.join(', '), purpose.retention].filter(Boolean).join(' · ') : '';
        return [id, { title, plain, who }];
      }),
    ),
  };
}

/**
 * An answer of a panel into the ledger: of a page of this site, under a version that was published, about purposes it asked for. Sent
 * twice it is kept once.
 */
export async function takePanelAnswer(
  ctx: Context,
  from: { siteId: string; origin: string | null; page: PageVisitor },
  input: PanelAnswerInput,
): Promise<Result<null, PanelRefusal>> {
  const found = await ctx.reading((h) => read(ctx, h, from.siteId, from.page));
  if (!found) return refuse({ code: 'panel-unknown' });
  const { site, rules, visitor } = found;
  if (!from.origin || !site.origins.includes(from.origin)) return refuse({ code: 'panel-origin' });
  const versions = await ctx.reading(async (h) =>
    (await allWordings(h)).filter(({ kind, id }) => kind === 'ask' && id === site.ask_id),
  );
  const shown = versions.find(({ version }) => version === input.version);
  // One that is not published yet was shown to nobody.
  if (!shown || shown.version > found.ask.version) return refuse({ code: 'panel-version', version: input.version });
  const unknown = Object.keys(input.answers).find((purpose) => !shown.purposes.includes(purpose));
  if (unknown) return refuse({ code: 'panel-purpose', purpose: unknown.slice(0, 80) });
  const occurredAt = new Date(Date.parse(ctx.clock.now()) - input.ago).toISOString();
  const sale = new Set(rules.purposes.filter(({ isSale }) => isSale).map(({ id }) => id));
  const choice = (purpose: string, answer: ChoiceInput['answer'], told: boolean): ChoiceInput => ({
    occurredAt,
    identifiers: [{ kind: 'device-id', value: input.visitor }],
    purpose,
    answer,
    ask: site.ask_id,
    askVersion: input.version,
    method: 'panel',
    place: site.name,
    country: visitor.place,
    language: input.language,
    externalId: `panel:${site.id}:${input.nonce}:${purpose}:${answer === 'gpc-seen' ? 'signal' : 'answer'}`,
    toldOfConflict: told,
    address: null,
    name: null,
    evidence: null,
  });
  const answered = Object.entries(input.answers);
  const choices = [
    ...answered.filter(([id]) => input.gpc && sale.has(id)).map(([id]) => choice(id, 'gpc-seen', false)),
    // The panel says beside the question what the browser says: a yes was given knowing it.
    ...answered.map(([id, answer]) => choice(id, answer, input.gpc && sale.has(id))),
  ];
  await ctx.transaction(async (h) => {
    // The same answer twice at once: the second waits here, and finds it kept.
    await h.trx.raw('select pg_advisory_xact_lock(hashtext(?))', [`panel ${site.id} ${input.nonce}`]);
    const hashes = choices.map(({ externalId }) => externalHashOf(ctx.keys, externalId!));
    // Sent again it was given longer ago by a moment: it is the same one all the same.
    if ((await dedupOf(h, site.system_id, hashes)).length > 0) return;
    await recordChoicesIn(ctx, h, { systemId: site.system_id, choices });
    await recordTrail(ctx, h, 'choices-recorded', site.system_id, `${choices.length} by the panel`);
    const yes = answered.flatMap(([id, answer]) => (/^(grant|opt-in)$/.test(answer) ? [id] : []));
    const at = countedAt(ctx, site, input.version, input.language, { visitor, device: from.page.device });
    await countOnSite(h, at, kindOfAnswer(rules, yes));
    if (answered.some(([, answer]) => answer === 'withdraw')) await countOnSite(h, at, 'withdrawn');
  });
  return ok(null);
}

const countedAt = (
  ctx: Context,
  site: SiteRow,
  version: number,
  language: string,
  { visitor: { place }, device }: { visitor: Visitor; device: Device },
) => ({
  site_id: site.id,
  day: localDay(ctx.clock.now(), ctx.organisation.zone),
  version,
  language,
  place: place ?? 'unknown',
  device,
});

/** That a panel was shown, by itself: a count, and nothing of who. */
export async function noteShown(
  ctx: Context,
  from: { siteId: string; origin: string | null; page: PageVisitor },
  { language, version }: { language: string; version: number },
): Promise<void> {
  await ctx.transaction(async (h) => {
    const found = await read(ctx, h, from.siteId, from.page);
    if (!found || !from.origin || !found.site.origins.includes(from.origin) || !(language in PANEL_TEXTS)) return;
    // A copy of the script may be older than what is in force; one that is newer was shown to nobody.
    const isShown = Number.isInteger(version) && version >= 1 && version <= found.ask.version;
    const device = from.page.device;
    const at = countedAt(ctx, found.site, version, language, { visitor: found.visitor, device });
    if (isShown) await countOnSite(h, at, 'shown');
  });
}
