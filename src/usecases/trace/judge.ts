import { detect } from '../../core/detect/detect';
import { otherPeopleIn } from '../../core/detect/otherPeople';
import type { DetectedKind } from '../../core/detect/types';
import { isAnothers } from '../../core/matching/anothers';
import { nameOf, sayName } from '../../core/matching/compare';
import { haystackOf, mentions } from '../../core/matching/mentions';
import { score, type Band } from '../../core/matching/score';
import { compareNames } from '../../core/people/names';
import type { PersonRecord } from '../../core/people/record';
import { topicsOf } from '../../core/trace/topics';
import type { MatchRow } from '../../db/trace/matches';
import type { FoundRecord } from '../../ports/connector';
import type { Vault } from '../keys/vault';
import type { Context } from '../shared/context';
import { matchRecord, matchTitle, matchTopics } from './sealed';
import type { Search } from './search';

/** UTF-16 units of a record that are looked through for what it is about. */
const MOST_LOOKED_AT = 20_000;

/** What a record that hangs on another takes from it. */
export type Judged = Pick<MatchRow, 'weight' | 'probability' | 'band' | 'verdict' | 'verdict_by' | 'verdict_at'>;

/** Whose a found record is, by what it says itself and by what it hangs on; null where it is nobody's we look for. */
export async function judge(
  ctx: Context,
  search: Search,
  record: FoundRecord,
  country: string | null,
  judged: ReadonlyMap<string, Judged>,
  vault: Vault,
): Promise<MatchRow | null> {
  const parent = record.parent ? judged.get(`${record.parent.collection}/${record.parent.key}`) : undefined;
  if (record.parent && !parent) return null;
  if (!parent) return matchOf(ctx, search, record, country, vault, namesThem(search, record) ? 'possible' : null);
  // It names the person, and is about whoever it is about.
  if (record.link === 'names') return matchOf(ctx, search, { ...record, parent: null }, country, vault, 'possible');
  // What two people share, or what bears the name of somebody else, is judged by what it says itself.
  return record.link === 'same' && isAnothers(search.person, record.person)
    ? matchOf(ctx, search, { ...record, parent: null }, country, vault, null)
    : sealMatch(ctx, search, record, parent, [], parent, vault);
}

/**
 * Whether a record that is somebody else's speaks of the person: their name whole or one of their keys, anywhere in it,
 * as in a mail between colleagues about a customer. It is shown, whoever wrote it. A record of somebody of the same
 * name is no such record: whether that is the person, the score has said.
 */
function namesThem(search: Search, record: FoundRecord): boolean {
  if (!['different', 'missing'].includes(compareNames(nameOf(search.person), nameOf(record.person)))) return false;
  const name = sayName(search.person);
  const everything = [record.title, record.text, ...Object.values(record.fields)]
    .filter(Boolean)
    .join('\n')
    .slice(0, MOST_LOOKED_AT);
  const hay = haystackOf(everything);
  return (
    (name !== null && name !== '' && mentions(hay, { kind: 'name', value: name })) ||
    search.keys.some((key) => mentions(hay, key))
  );
}

/**
 * A record as a match, scored against the person; null where it is unlikely to be theirs.
 *
 * @param atLeast the band of what is unlikely all the same, for records that somebody handed over as theirs
 */
export async function matchOf(
  ctx: Context,
  search: Search,
  record: FoundRecord,
  country: string | null,
  vault: Vault,
  atLeast: Band | null,
): Promise<MatchRow | null> {
  const found = { country, ...record.person };
  // Another address speaks against nobody: people move.
  const scores = [
    score(search.person, found),
    ...(search.person.street ? [] : search.homes).map((home) => score({ ...search.person, ...home }, found)),
  ];
  const {
    band: scored,
    fields,
    weight,
    probability,
  } = scores.reduce((best, one) => (one.probability > best.probability ? one : best));
  const band = scored === 'unlikely' ? atLeast : scored;
  return band === null
    ? null
    : sealMatch(
        ctx,
        search,
        record,
        { weight, probability, band },
        fields.map(({ field, level, weight: bits }) => ({ field, level, weight: bits })),
        null,
        vault,
      );
}

async function sealMatch(
  ctx: Context,
  search: Search,
  record: FoundRecord,
  how: Pick<MatchRow, 'weight' | 'probability' | 'band'>,
  fields: MatchRow['fields'],
  parent: Judged | null,
  vault: Vault,
): Promise<MatchRow> {
  const id = ctx.keys.id('mat');
  const { data_key_id } = search.request;
  return {
    id,
    trace_id: search.step.trace_id,
    system_id: search.step.system_id,
    collection: record.collection,
    record_key: record.key,
    parent_key: record.parent ? `${record.parent.collection}/${record.parent.key}` : null,
    title_sealed: await matchTitle.close(vault, data_key_id, record.title, id),
    record_sealed: await matchRecord.close(vault, data_key_id, record, id),
    topics_sealed: await matchTopics.close(
      vault,
      data_key_id,
      topicsOf(record.collection, kindsIn(record), record.text ?? ''),
      id,
    ),
    is_outside: false,
    news: null,
    second_asked_by: null,
    second_verdict: null,
    second_by: null,
    second_at: null,
    fields,
    weight: how.weight,
    probability: how.probability,
    band: how.band,
    is_shared: record.text !== null && otherPeople(ctx, search.person, record).length > 0,
    verdict: parent?.verdict ?? null,
    verdict_by: parent?.verdict_by ?? null,
    verdict_at: parent?.verdict_at ?? null,
    round: search.step.round,
  };
}

function kindsIn(record: FoundRecord): DetectedKind[] {
  const words = [record.text, ...Object.values(record.fields)].filter(Boolean).join('\n').slice(0, MOST_LOOKED_AT);
  return [...new Set(detect(words).map(({ kind }) => kind))];
}

/** Who else a message speaks of, colleagues aside. */
export function otherPeople(ctx: Context, person: PersonRecord, record: FoundRecord): string[] {
  const text = [record.fields['from'], record.fields['to'], record.fields['cc'], record.text]
    .filter(Boolean)
    .join('\n');
  const names = [sayName(person)].filter((name) => name !== null);
  return otherPeopleIn(
    text,
    {
      emails: person.emails ?? [],
      phones: person.phones ?? [],
      names,
      country: person.country ?? ctx.organisation.country,
    },
    ctx.organisation.ownDomains,
  );
}
