import { PANEL_TEXTS, RIGHT_TO_LEFT } from '../../core/words/panelTexts';
import { gpcBinds } from '../../core/standing/gpc';
import { askInForce, panelFor, type Visitor } from '../../core/sites/panelFor';
import { placeOfAddress } from '../../core/sites/place';
import type { Device } from '../../core/sites/figures';
import type { PanelRules } from '../../core/sites/plan';
import type { PanelConfig, PanelLanguage } from '../../core/sites/views';
import { localDay } from '../../core/shared/days';
import { purposesInForce } from '../../core/purposes/purposes';
import { lawTable } from '../../db/clock/laws';
import { allPurposes, allWordings, type PurposeWithWords, type Wording } from '../../db/purposes/purposes';
import { countOnSite, siteById, type SiteRow } from '../../db/sites/sites';
import type { Handle } from '../../db/shared/handle';
import type { Context } from '../shared/context';
import { readTryToken } from './tryToken';

/** Who opens a page of the site. */
export interface PageVisitor {
  address: string | null;
  gpc: boolean;
  device: Device;
  /** Signed: from where somebody tries the page; nothing of it is recorded. */
  tries: string | null;
}

/** Where somebody is, or tries to be, and what their browser says. */
export function visitorOf(ctx: Context, siteId: string, page: PageVisitor): Visitor & { isTrying: boolean } {
  const tries = readTryToken(ctx, siteId, page.tries);
  return tries
    ? { ...tries, gpc: tries.gpc || page.gpc, isTrying: true }
    : { place: placeOfAddress(page.address, ctx.places), gpc: page.gpc, isTrying: false };
}

/** A site that asks, with what its panel is worked out from. */
export interface SiteFacts {
  site: SiteRow;
  /** Versions of its ask. */
  asks: Wording[];
  purposes: PurposeWithWords[];
  laws: Awaited<ReturnType<typeof lawTable>>;
}

/** What holds for one visitor. */
export interface RulesFor {
  /** The version in force. */
  ask: Wording;
  rules: PanelRules;
  visitor: ReturnType<typeof visitorOf>;
}

/** @returns null where there is no such site, or it was taken out of use */
export async function factsOfSite(h: Handle, siteId: string): Promise<SiteFacts | null> {
  const site = await siteById(h, siteId);
  if (!site || site.closed_at) return null;
  const asks = (await allWordings(h)).filter(({ kind, id }) => kind === 'ask' && id === site.ask_id);
  return { site, asks, purposes: await allPurposes(h), laws: await lawTable(h) };
}

/** @returns null where its ask is not in force: no panel is shown */
export function rulesFor(ctx: Context, { site, asks, purposes, laws }: SiteFacts, page: PageVisitor): RulesFor | null {
  const [now, { zone }] = [ctx.clock.now(), ctx.organisation];
  const visitor = visitorOf(ctx, site.id, page);
  const rules = panelFor(visitor, { asks, purposes, laws, switches: site.switches, held: site.held, now, zone });
  const ask = askInForce(asks, now);
  return rules && ask ? { ask, rules, visitor } : null;
}

/** All that the script of a site has to know about whoever opens a page of it; null: nothing is shown there. */
export async function panelOf(ctx: Context, siteId: string, page: PageVisitor): Promise<PanelConfig | null> {
  return ctx.reading(async (h) => {
    const facts = await factsOfSite(h, siteId);
    const found = facts && rulesFor(ctx, facts, page);
    if (!found) return null;
    const { ask, rules, visitor } = found;
    const { site, purposes, laws } = facts;
    const now = ctx.clock.now();
    const inForce = purposesInForce(purposes, now, now) as PurposeWithWords[];
    return {
      site: site.id,
      rules,
      gpcBinds: gpcBinds(visitor.place, localDay(now, ctx.organisation.zone), laws),
      // Where a law asks for a way to say no to sale, it is named as the law names it.
      namesSale: visitor.place?.startsWith('US') === true && rules.purposes.some(({ isSale }) => isSale),
      position: site.position,
      address: `${ctx.baseUrl}/panel/${site.id}`,
      isTrying: visitor.isTrying,
      languages: Object.fromEntries(
        Object.entries(ask.words)
          .filter(([language, words]) => words && language in PANEL_TEXTS)
          .map(([language, words]) => [language, languageOf(language, words, rules, inForce)]),
      ),
    };
  });
}

function languageOf(
  language: string,
  question: string,
  rules: PanelRules,
  purposes: readonly PurposeWithWords[],
): PanelLanguage {
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

/** Where in the counts something of a panel belongs. */
export const countedAt = (
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
    const facts = await factsOfSite(h, from.siteId);
    const found = facts && rulesFor(ctx, facts, from.page);
    if (!found || !from.origin || !facts.site.origins.includes(from.origin) || !(language in PANEL_TEXTS)) return;
    // A copy of the script may be older than what is in force; one that is newer was shown to nobody.
    const isShown = Number.isInteger(version) && version >= 1 && version <= found.ask.version;
    const device = from.page.device;
    const at = countedAt(ctx, facts.site, version, language, { visitor: found.visitor, device });
    if (isShown) await countOnSite(h, at, 'shown');
  });
}
