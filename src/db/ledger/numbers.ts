import type { Handle } from '../shared/handle';
import { readNumbers, readRows } from '../shared/copyOut';

/**
 * Columns of a choice as numbers, in this order: person, purpose, shape, when it occurred (epoch milliseconds), terms.
 */
export const NUMBERS = ['person_no', 'purpose_no', 'shape', 'occurred_at', 'terms_no'] as const;

/** An instant that goes into a query as text: only what `Date` itself writes. */
function literal(instant: string): string {
  return `'${new Date(instant).toISOString()}'::timestamptz`;
}

/**
 * Every choice that had occurred by `at` and was recorded by `knownAt` (instants). A day counts from its first moment
 * anywhere.
 */
export async function eachChoiceNumbers(
  h: Handle,
  until: { at: string; knownAt: string },
  take: (row: Float64Array) => void,
): Promise<number> {
  return readNumbers(
    h,
    `select ${NUMBERS.join(', ')} from choices where occurred_at <= ${literal(until.at)} and recorded_at <= ${literal(until.knownAt)}`,
    ['int4', 'int2', 'int2', 'time', 'int4'],
    take,
  );
}

export async function lastPersonNo(h: Handle): Promise<number> {
  const row = (await h.trx('persons').max('no as no').first()) as { no: number | null };
  return row.no ?? 0;
}

/**
 * People of whom more than their choices counts: restricted, erased, young, linked, or from a place with rules of its
 * own; `whereUnknown`: or from nobody knows where.
 */
export async function peopleWithFacts(
  h: Handle,
  countries: readonly string[],
  whereUnknown: boolean,
): Promise<number[]> {
  const { rows }: { rows: { no: number }[] } = await h.trx.raw(
    `select no from persons where restricted_from is not null or erased_at is not null or birth_year is not null
  or is_linked or country = any(?) or split_part(country, '-', 1) = any(?) or (? and country is null)
  or exists (select 1 from unnest(?::text[]) c where c like country || '-%')
     union select p.no from persons p join person_facts f on f.person_id = p.id`,
    [countries as string[], countries as string[], whereUnknown, countries as string[]],
  );
  return rows.map(({ no }) => no);
}

export async function personIdsOf(h: Handle, nos: readonly number[]): Promise<string[]> {
  const rows: { id: string }[] = await h
    .trx('persons')
    .select('id')
    .whereRaw('no = any(?)', [nos as number[]]);
  return rows.map(({ id }) => id);
}

/** Whose each number is. */
export async function personIdsByNo(h: Handle, nos: readonly number[]): Promise<Map<number, string>> {
  const rows: { no: number; id: string }[] = await h
    .trx('persons')
    .select('no', 'id')
    .whereRaw('no = any(?)', [[...new Set(nos)]]);
  return new Map(rows.map(({ no, id }) => [no, id]));
}

/** A choice as folds are made from it. */
export interface FoldableChoice {
  person_no: number;
  purpose_no: number;
  shape: number;
  /** An instant, or the day where only that is known. */
  occurred: string;
  seq: number;
  terms_no: number;
  address_hash: Buffer | null;
}

/**
 * The choices of people whose number lies in a range, person by person: for making folds anew. Whoever was erased has
 * none.
 */
export async function eachChoiceOfRange(
  h: Handle,
  from: number,
  to: number,
  take: (choice: FoldableChoice) => void,
): Promise<void> {
  await readRows(
    h,
    `select c.person_no, c.purpose_no, c.shape, c.occurred_at, c.occurred_on::text, c.seq, c.terms_no, a.hash
     from choices c join persons p on p.no = c.person_no and p.erased_at is null left
       join choice_addresses a on a.choice_id = c.id and c.shape & 32 <> 0
     where c.person_no between ${Math.trunc(from)} and ${Math.trunc(to)} and p.no between ${Math.trunc(from)}
       and ${Math.trunc(to)} order by c.person_no`,
    ['int4', 'int2', 'int2', 'time', 'text', 'int8', 'int4', 'bytes'],
    (row) =>
      take({
        person_no: row[0] as number,
        purpose_no: row[1] as number,
        shape: row[2] as number,
        occurred: (row[4] ?? row[3]) as string,
        seq: row[5] as number,
        terms_no: row[6] as number,
        address_hash: row[7] as Buffer | null,
      }),
  );
}
