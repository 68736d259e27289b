import { fits } from '../../core/trace/conditions';
import type { Handle } from '../../db/shared/handle';
import { insertMatches, keepParents, matchAt, matchesOf, type MatchRow } from '../../db/trace/matches';
import { insertProblems } from '../../db/trace/problems';
import { addToStep } from '../../db/trace/traces';
import type { FoundBatch, FoundProblem, FoundRecord } from '../../ports/connector';
import { vaultOf, type Vault } from '../keys/vault';
import type { Context } from '../shared/context';
import { isOwnOutage } from '../shared/isOwnOutage';
import { carryRedaction } from './carryOver';
import { judge, type Judged } from './judge';
import { matchRecord, problemPlace } from './sealed';
import type { Search } from './search';

/** Judges and keeps what one answer of a system held; what cannot be kept is reported and holds up nothing else. */
export async function keepFound(
  ctx: Context,
  h: Handle,
  search: Search,
  batch: FoundBatch,
  system: { country: string | null; name: string },
  leftOut: number,
): Promise<void> {
  const judged = new Map<string, Judged>(
    (await matchesOf(h, search.step.trace_id))
      .filter((match) => match.system_id === search.step.system_id)
      .map((match) => [`${match.collection}/${match.record_key}`, match]),
  );
  const vault = vaultOf(ctx, h);
  const rows: MatchRow[] = [];
  const known: { from: string; to: MatchRow }[] = [];
  const problems: FoundProblem[] = [...(batch.problems ?? [])];
  for (const record of batch.records) {
    const place = `${record.collection}/${record.key}`;
    if (judged.has(place)) continue;
    // A key that the database cannot hold, such as one with a NUL in it, would break the whole batch.
    if (!isKeepable(record.key) || !isKeepable(record.collection)) {
      problems.push({
        collection: record.collection,
        key: record.key,
        code: 'unreadable',
        text: 'Its key holds characters that cannot be kept.',
      });
      continue;
    }
    const match = await judgeAlone(ctx, search, record, system.country, judged, vault, problems);
    if (!match) continue;
    const { old, ...against } = await compareWithBefore(h, search, match, record, vault);
    const row: MatchRow = {
      ...match,
      ...against,
      is_outside: !fits(search.conditions, {
        system: system.name,
        collection: record.collection,
        title: record.title,
        text: record.text,
        fields: record.fields,
      }),
    };
    judged.set(place, row);
    rows.push(row);
    if (old) known.push({ from: old, to: row });
  }
  await keepProblems(h, vault, search, problems);
  await addToStep(h, search.step, { scanned: batch.scanned, found: await insertMatches(h, rows), leftOut });
  for (const { from, to } of known) await carryRedaction(ctx, h, search.request, from, to);
  if (search.conditions.rows.length > 0) await keepParents(h, search.step.trace_id, search.step.system_id);
}

/** What could not be read or kept, and why; where it stands is sealed. */
export async function keepProblems(
  h: Handle,
  vault: Vault,
  { step, request }: Search,
  problems: readonly FoundProblem[],
): Promise<void> {
  const rows = problems.map(async ({ key, code, text }) => ({
    trace_id: step.trace_id,
    system_id: step.system_id,
    place_sealed: await problemPlace.close(vault, request.data_key_id, key, step.trace_id),
    code,
    text,
  }));
  await insertProblems(h, await Promise.all(rows));
}

function isKeepable(key: string): boolean {
  return !/\u0000|\p{Surrogate}/u.test(key);
}

/** One record that cannot be judged is reported; the others of its batch are not lost with it. */
async function judgeAlone(
  ...[ctx, search, record, country, judged, vault, problems]: [...Parameters<typeof judge>, FoundProblem[]]
): Promise<MatchRow | null> {
  try {
    return await judge(ctx, search, record, country, judged, vault);
  } catch (error) {
    if (isOwnOutage(error)) throw error;
    problems.push({
      collection: record.collection,
      key: record.key,
      code: 'unreadable',
      text: 'The record could not be worked on.',
    });
    return null;
  }
}

/**
 * What the trace before said of the same record: what has the same words keeps its verdict. `old` is the match of the
 * same words.
 */
async function compareWithBefore(
  h: Handle,
  search: Search,
  match: MatchRow,
  record: FoundRecord,
  vault: Vault,
): Promise<Pick<MatchRow, 'news' | 'verdict' | 'verdict_by' | 'verdict_at'> & { old: string | null }> {
  const own = { old: null, verdict: match.verdict, verdict_by: match.verdict_by, verdict_at: match.verdict_at };
  if (!search.before) return { ...own, news: null };
  const old = await matchAt(h, search.before.id, match);
  if (!old) return { ...own, news: 'new' };
  const before = await matchRecord.open(vault, search.request.data_key_id, old.record_sealed, old.id);
  if (JSON.stringify(before) !== JSON.stringify(record)) return { ...own, news: 'changed' };
  return { old: old.id, news: 'same', verdict: old.verdict, verdict_by: old.verdict_by, verdict_at: old.verdict_at };
}
