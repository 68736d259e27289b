import type { KnownPeriod, KnownRecipient, NoticeFacts } from '../../core/notices/facts';
import type { Language } from '../../core/letters/mailings';
import { purposesInForce } from '../../core/purposes/purposes';
import { localDay } from '../../core/shared/days';
import { isNecessary } from '../../core/sites/trackerWords';
import { spellOut } from '../../core/words/spellOut';
import { planRules } from '../../db/erasure/plans';
import { countBornAfter } from '../../db/notices/notices';
import { allPurposes, type PurposeWithWords } from '../../db/purposes/purposes';
import { runsOf } from '../../db/runs/runs';
import type { Handle } from '../../db/shared/handle';
import { seenInScan, trackerWords } from '../../db/sites/scans';
import { listSites } from '../../db/sites/sites';
import { fieldsOf } from '../../db/systems/fields';
import { listSystems, registerEntries } from '../../db/systems/systems';
import { wordsFor } from '../sites/readScan';
import type { Context } from '../shared/context';

const ADULT_YEARS = 18;

/** All that is known here and that a notice has to tell, as of now. */
export async function gatherFacts(ctx: Context, h: Handle, language: Language): Promise<NoticeFacts> {
  const now = ctx.clock.now();
  const versions = await allPurposes(h);
  const purposes = purposesInForce(versions, now, now) as PurposeWithWords[];
  const entries = await registerEntries(h);
  const systems = await listSystems(h);
  const nameOf = new Map(systems.map(({ id, name }) => [id, name]));
  const seen = await trackersSeen(ctx, h);
  const recipients = firstOf([
    ...purposes.flatMap(({ title, recipients: some }) => some.map((name) => ({ name, from: `purpose: ${title}` }))),
    ...entries.flatMap(({ system, title, recipients: some }) =>
      some.map((name) => ({ name, from: `register: ${nameOf.get(system) ?? system}, ${title}` })),
    ),
    ...seen.recipients,
  ]);
  const current = new Set(recipients.map(({ name }) => name));
  const saidOnce = [...versions.flatMap((version) => version.recipients), ...seen.owners];
  const { name, address, contact, officer, authority } = ctx.organisation;
  return {
    organisation: { name, address, contact, officer, authority },
    purposes: purposes.map(({ id, title, plain, words, channels, isSale }) => ({
      id,
      ...(words[language] ?? { title, plain }),
      isMarketing: channels.length > 0,
      isSale,
    })),
    recipients,
    gone: [...new Set(saidOnce)].filter((one) => !current.has(one)),
    periods: await periodsOf(ctx, h, entries, nameOf),
    sources: [...new Set(entries.map(({ source }) => source).filter(Boolean))],
    special: [...new Set(entries.flatMap(({ categories }) => categories))].filter((one) =>
      /special categor/i.test(one),
    ),
    transfers: {
      list: said([...entries.map(({ transfers }) => transfers), ...purposes.map(({ transfers }) => transfers)]),
      isSaid: entries.every(({ transfers, nothing }) => transfers || nothing.includes('transfers')),
    },
    automated: {
      list: said(entries.map(({ automatedDecisions }) => automatedDecisions)),
      isSaid: entries.every((one) => one.automatedDecisions || one.nothing.includes('automatedDecisions')),
    },
    birthDates: await birthDates(ctx, h, systems),
    trackers: seen.trackers,
  };
}

const said = (values: readonly (string | null)[]): string[] => [
  ...new Set(values.filter((one): one is string => Boolean(one?.trim()))),
];

function firstOf(recipients: readonly KnownRecipient[]): KnownRecipient[] {
  const found = new Map<string, KnownRecipient>();
  for (const one of recipients) if (!found.has(one.name)) found.set(one.name, one);
  return [...found.values()];
}

/** What the newest scan of each site saw, besides what is necessary, and whose it is. */
async function trackersSeen(ctx: Context, h: Handle) {
  const all = await trackerWords(h);
  const recipients: KnownRecipient[] = [];
  const trackers = new Set<string>();
  let isScanned = false;
  for (const site of await listSites(h)) {
    if (site.closed_at) continue;
    const last = (await runsOf(h, 'scan-site', site.id)).find(({ state }) => state === 'finished');
    isScanned ||= last !== undefined;
    for (const row of last ? await seenInScan(h, last.id) : []) {
      const words = wordsFor(site, row, all);
      const isOwn = site.origins.some((origin) => new URL(origin).hostname === row.host);
      const owner = words?.owner || (isOwn ? '' : row.host);
      const isOurs = !owner || owner === ctx.organisation.name;
      if (!isOurs) recipients.push({ name: owner, from: `scan: ${site.name}` });
      if (!words || !isNecessary(words.use)) trackers.add([owner, row.name].filter(Boolean).join(': '));
    }
  }
  // Whose trackers were described once and are seen by no scan any more.
  return { recipients, trackers: [...trackers], owners: isScanned ? all.map(({ owner }) => owner) : [] };
}

async function periodsOf(
  ctx: Context,
  h: Handle,
  entries: readonly { system: string; collection: string; title: string }[],
  nameOf: ReadonlyMap<string, string>,
): Promise<KnownPeriod[]> {
  const { financialYearEnd, zone } = ctx.organisation;
  const { retention } = await planRules(h, [], { financialYearEnd, zone });
  const titles = new Map(entries.map(({ system, collection, title }) => [`${system}/${collection}`, title]));
  return retention.map(({ system, collection, years, months = 0, days = 0, law }) => ({
    what: titles.get(`${system}/${collection}`) ?? `${nameOf.get(system) ?? system} · ${spellOut(collection)}`,
    years,
    months,
    days,
    law,
  }));
}

async function birthDates(ctx: Context, h: Handle, systems: Awaited<ReturnType<typeof listSystems>>) {
  const found: string[] = [];
  for (const { id, name } of systems)
    for (const { collection, holds } of await fieldsOf(h, id))
      if (holds === 'birth-date') found.push(`${name}, ${spellOut(collection)}`);
  const thisYear = Number(localDay(ctx.clock.now(), ctx.organisation.zone).slice(0, 4));
  const young = await countBornAfter(h, thisYear - ADULT_YEARS);
  if (young > 0) found.push(`the ledger (${young} born within ${ADULT_YEARS} years)`);
  return [...new Set(found)];
}
