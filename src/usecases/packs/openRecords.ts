import type { RequestId } from '../../core/shared/ids';
import { heldByField, heldWords, sayHeld } from '../../core/detect/neverDisclose';
import type { Redaction } from '../../core/trace/redaction';
import type { Holds } from '../../core/systems/fieldHolds';
import type { Language } from '../../core/letters/mailings';
import { requestById } from '../../db/requests/requests';
import { inPieces, sealedRecords, type MatchHead } from '../../db/trace/matches';
import type { FoundRecord } from '../../ports/connector';
import type { Context } from '../shared/context';
import { vaultOf } from '../keys/vault';
import { redactRecord } from './redactRecord';
import { matchRecord } from '../trace/sealed';

/** What decides how a record is handed over. */
export interface Handing {
  requestId: RequestId;
  /** Of whoever reads it. */
  language: Language;
  redactions: ReadonlyMap<string, readonly Redaction[]>;
  /** Kinds of values that the law lets nobody hand over: only that they are held. */
  neverDisclose: readonly string[];
  /** What people have confirmed of fields, by `system/collection`. */
  meanings: ReadonlyMap<string, Readonly<Record<string, Holds | null>>>;
}

/** Records as they are handed over, or as they were found; in order, a few at a time. */
export type Open = (matches: readonly MatchHead[], asFound?: boolean) => AsyncGenerator<FoundRecord>;

export function opener(ctx: Context, { requestId, language, redactions, neverDisclose, meanings }: Handing): Open {
  return async function* (matches, asFound = false) {
    for (const piece of inPieces(matches)) {
      const records = await ctx.transaction(async (h) => {
        const request = (await requestById(h, requestId))!;
        const vault = vaultOf(ctx, h);
        const found: FoundRecord[] = [];
        for await (const [match, sealed] of sealedRecords(h, piece)) {
          const record = (await matchRecord.open(vault, request.data_key_id, sealed, match.id))!;
          const passages = redactions.get(match.id);
          const known = meanings.get(`${match.system_id}/${match.collection}`) ?? {};
          found.push(
            asFound
              ? record
              : onlyHeld(
                  passages ? redactRecord(record, passages, language).record : record,
                  neverDisclose,
                  known,
                  language,
                ),
          );
        }
        return found;
      });
      yield* records;
    }
  };
}

export async function openOne(open: Open, match: MatchHead, asFound = false): Promise<FoundRecord> {
  for await (const record of open([match], asFound)) return record;
  throw new Error(`the record of ${match.id} is gone`);
}

/** A record in which forbidden values are only said to be held; what is attached stays out then, because it is not looked into. */
function onlyHeld(
  record: FoundRecord,
  kinds: readonly string[],
  meanings: Readonly<Record<string, Holds | null>>,
  language: Language,
): FoundRecord {
  if (kinds.length === 0) return record;
  const say = (name: string, value: string) => {
    // What a person confirmed of the field comes first, then its name; only then what the value looks like.
    const kind = heldByField(name, meanings[name] ?? null, kinds);
    if (kind) return value.trim() ? heldWords(kind, language) : value;
    // A value alone has no words around it; the name of its field tells what it is.
    return sayHeld(`${name}: ${value}`, kinds, language).text.slice(name.length + 2);
  };
  const fields = Object.entries(record.fields).map(([name, value]) => [name, value === null ? null : say(name, value)]);
  return {
    ...record,
    title: sayHeld(record.title, kinds, language).text,
    fields: Object.fromEntries(fields),
    text: record.text === null ? null : sayHeld(record.text, kinds, language).text,
    files: [],
  };
}
