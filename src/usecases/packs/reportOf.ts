import { PACK_WORDS } from '../../core/words/sections';
import { fieldTitle, isLink } from '../../core/packs/fieldTitles';

import { momentOf, sayDate, sayFields, sayPart, sayValue, type SaidField } from '../../core/packs/sayValue';
import { plainFieldName } from '../../core/systems/fieldHolds';
import { localDay } from '../../core/shared/days';
import type { MatchHead } from '../../db/trace/matches';
import type { FoundRecord } from '../../ports/connector';
import { OWN_SYSTEM } from '../erasure/ownPart';
import { MESSAGES, type PackCollection, type PackContent } from './gatherPack';
import type { Open } from './openRecords';
import {
  typesetReport,
  type OverviewLine,
  type ReportRecord,
  type ReportSection,
  type TimelineLine,
} from './typesetReport';

/** Records that the readable report shows; all of them stand in the data beside it. */
const MOST_RECORDS = 2000;
/** Entries of the timeline. */
const MOST_TIMELINE = 120;
/** UTF-16 units of one value, and of running text. */
const MOST_VALUE = 2000;
const MOST_TEXT = 20_000;

/**
 * Everything of a pack as a document for its reader. Records are opened twice: to see what there is since when, and to
 * be shown.
 */
export async function reportOf(content: PackContent, open: Open): Promise<Buffer> {
  const words = PACK_WORDS[content.language].report;
  const { overview, timeline, at } = await lookThrough(content, open);
  const shown = timeline.slice(0, MOST_TIMELINE);
  return typesetReport(
    { words, organisation: content.organisation, date: content.date, language: content.language },
    {
      overview,
      timeline: shown,
      timelineText: words.timelineText(shown.length, timeline.length),
      sections: sectionsOf(content, open, at),
    },
  );
}

interface Dated extends TimelineLine {
  ms: number;
}

/** What there is, since when, until when it is kept; and what happened when, the newest first. */
async function lookThrough(
  content: PackContent,
  open: Open,
): Promise<{ overview: OverviewLine[]; timeline: Dated[]; at: ReadonlyMap<string, number> }> {
  const at = new Map<string, number>();
  const timeline: Dated[] = [];
  const overview: OverviewLine[] = [];
  const { notSaid } = PACK_WORDS[content.language].report;
  for (const collection of content.collections) {
    let first: number | null = null;
    let n = 0;
    for await (const record of open(collection.matches)) {
      const [match, ms] = [collection.matches[n++]!, happenedAt(record)];
      if (ms === null) continue;
      at.set(match.id, ms);
      first = Math.min(first ?? ms, ms);
      timeline.push({
        ms,
        when: sayDate(dayOf(ms, content.zone), content),
        where: collection.title,
        what: headingOf(record, collection, content),
      });
    }
    overview.push({
      place: collection.title,
      count: collection.matches.length,
      since: first === null ? '–' : sayDate(dayOf(first, content.zone), content),
      kept: collection.entry.retention || notSaid,
    });
  }
  return { overview, timeline: timeline.sort((a, b) => b.ms - a.ms), at };
}

const dayOf = (ms: number, zone: string): string => localDay(new Date(ms).toISOString(), zone);

const NOT_AN_EVENT = /birth|born|dob|fodsel|geburt|geboorte|until|expir|due|valid|updated|modified|changed/;
const TELLING = [
  /^occurred_at$/,
  /^(date|at|time|timestamp|when)$/,
  /^(placed|ordered|issued|sent|received|signed|written|delivered)(_at|_on)?$/,
  /^(created|registered|joined|signed_up)(_at|_on)?$/,
];

/**
 * When what a record tells of happened, in milliseconds; null: it does not say. Days of birth and ends of periods are
 * no events.
 */
function happenedAt(record: FoundRecord): number | null {
  const dated = Object.entries(record.fields).flatMap(([name, value]) => {
    const [plain, ms] = [plainFieldName(name), value === null ? null : momentOf(value)];
    return ms === null || NOT_AN_EVENT.test(plain) ? [] : [{ plain, ms }];
  });
  for (const telling of TELLING) {
    const one = dated.find(({ plain }) => telling.test(plain));
    if (one) return one.ms;
  }
  return dated[0]?.ms ?? null;
}

const isChoice = (collection: PackCollection): boolean => collection.place === `${OWN_SYSTEM}/choices`;

/**
 * A record in a line of the reader's language: what of its title are its own values stands in their form, the rest is
 * said anew.
 */
function headingOf(record: FoundRecord, collection: PackCollection, content: PackContent): string {
  const { language } = content;
  if (record.collection === MESSAGES) return record.fields['subject']?.trim() || PACK_WORDS[language].report.noSubject;
  if (isChoice(collection))
    return (
      `${content.choices.purpose(record.fields['purpose'] ?? '')}: ` +
      `${sayValue('answer', record.fields['answer'] ?? '', record.fields, content)}`
    );
  const parts = record.title.split(' · ');
  if (record.files.some(({ isRecord }) => isRecord)) return parts.map((part) => sayPart(part, language)).join(' · ');
  const values = new Map(
    Object.entries(record.fields).flatMap(([name, value]) => (value && !isLink(name) ? [[value, name] as const] : [])),
  );
  const said = parts.flatMap((part) => {
    const field = values.get(part);
    return field === undefined ? [] : [sayValue(field, part, record.fields, content)];
  });
  const thing = Object.entries(record.fields).find(([name, value]) => value && name.endsWith('.name'))?.[1];
  return said.length > 0 ? said.join(' · ') : (thing ?? sayKey(record.key));
}

/** A key that a reader can use. */
const LONGEST_KEY = 24;
const sayKey = (key: string): string => (key.length <= LONGEST_KEY ? key : '');

/**
 * By system, collection by collection, in the order of what happened; what hangs on another record of the same system
 * stands under it.
 *
 * @param at when each match happened, by its id
 */
function sectionsOf(content: PackContent, open: Open, at: ReadonlyMap<string, number>): ReportSection[] {
  const { report } = PACK_WORDS[content.language];
  const byPlace = new Map(content.collections.map((collection) => [collection.place, collection]));
  const placeOf = (match: MatchHead) => `${match.system_id}:${match.collection}/${match.record_key}`;
  const byTime = (matches: readonly MatchHead[]) =>
    matches.toSorted((a, b) => (at.get(a.id) ?? 0) - (at.get(b.id) ?? 0));
  const all = content.collections.flatMap(({ matches }) => byTime(matches));
  const here = new Set(all.map(placeOf));
  const parentOf = (match: MatchHead) =>
    match.parent_key && here.has(`${match.system_id}:${match.parent_key}`)
      ? `${match.system_id}:${match.parent_key}`
      : null;
  const children = new Map<string, MatchHead[]>();
  for (const match of all) {
    const parent = parentOf(match);
    if (parent) children.set(parent, [...(children.get(parent) ?? []), match]);
  }
  let left = MOST_RECORDS;
  return content.collections.flatMap((collection) => {
    const ordered: { match: MatchHead; depth: number }[] = [];
    const walk = (match: MatchHead, depth: number, seen: ReadonlySet<string>): void => {
      if (seen.has(match.id)) return;
      ordered.push({ match, depth });
      for (const child of children.get(placeOf(match)) ?? [])
        walk(child, Math.min(depth + 1, 3), new Set([...seen, match.id]));
    };
    const roots = byTime(collection.matches).filter((match) => parentOf(match) === null);
    // Where everything hangs on records of one other collection, it is told under those.
    if (roots.length === 0) return [];
    for (const root of roots) walk(root, 0, new Set());
    const shown = ordered.slice(0, left);
    left -= shown.length;
    return [
      {
        title: collection.title,
        count: roots.length,
        purposes:
          collection.entry.purposes.length > 0
            ? `${report.purposesText}: ${collection.entry.purposes.join(', ')}`
            : null,
        rest:
          ordered.length > shown.length ? report.rest(ordered.length - shown.length, `${collection.path}.csv`) : null,
        records: () => recordsOf(content, open, shown, byPlace),
      },
    ];
  });
}

async function* recordsOf(
  content: PackContent,
  open: Open,
  shown: readonly { match: MatchHead; depth: number }[],
  byPlace: ReadonlyMap<string, PackCollection>,
): AsyncGenerator<ReportRecord> {
  const depths = new Map(
    shown.map(({ match, depth }) => [
      `${match.collection}/${match.record_key}`,
      { depth, collection: byPlace.get(`${match.system_id}/${match.collection}`)! },
    ]),
  );
  for await (const record of open(shown.map(({ match }) => match))) {
    const { depth, collection } = depths.get(`${record.collection}/${record.key}`) ?? {
      depth: 0,
      collection: [...byPlace.values()].find(({ place }) => place.endsWith(`/${record.collection}`))!,
    };
    const heading = headingOf(record, collection, content);
    yield {
      depth,
      heading: depth > 0 || heading === '' ? [ownTitle(collection), heading].filter(Boolean).join(': ') : heading,
      fields: fieldsOf(record, collection, content).map(({ title, value }) => ({
        title,
        value: value.slice(0, MOST_VALUE),
      })),
      text: record.text?.slice(0, MOST_TEXT) ?? null,
      attached: record.files.filter(({ isRecord }) => !isRecord).map(({ name }) => name),
    };
  }
}

/** What a collection is called beside its system. */
function ownTitle({ title, system }: PackCollection): string {
  const own = title.startsWith(`${system} · `) ? title.slice(system.length + 3) : title;
  return own.charAt(0).toUpperCase() + own.slice(1);
}

/** Who, to whom and when, of a message. */
export function messageHead(record: FoundRecord): Record<string, string | null> {
  return Object.fromEntries(
    ['date', 'from', 'to', 'cc', 'subject'].map((field) => [field, record.fields[field] ?? null]),
  );
}

function fieldsOf(record: FoundRecord, collection: PackCollection, content: PackContent): SaidField[] {
  const confirmed = content.meanings.get(collection.place) ?? {};
  const titleOf = (field: string) => fieldTitle(field, content.language, confirmed[field] ?? null, content.say);
  if (record.collection === MESSAGES) return sayFields(messageHead(record), titleOf, content);
  if (isChoice(collection)) {
    const { purpose, ask, askVersion, language, ...rest } = record.fields;
    const wording = content.choices.wording(ask ?? null, askVersion ?? null, language ?? null);
    return sayFields(
      {
        purpose: content.choices.purpose(purpose ?? ''),
        ask: wording ? `“${wording}”` : null,
        ...rest,
        system: rest['system'] ? content.system(rest['system']) : null,
      },
      titleOf,
      content,
    );
  }
  return sayFields(
    Object.fromEntries(Object.entries(record.fields).filter(([name]) => !isLink(name))),
    titleOf,
    content,
  );
}
