import type { FoldWords } from '../../core/standing/foldCodec';
import type { Terms } from '../../core/ledger/types';
import { lock, type Handle } from '../shared/handle';

type Kind = 'purpose' | 'terms';

/** The dictionary as this process knows it. Numbers are given once and never change, so that it only grows. */
export interface WordBook extends FoldWords {
  /**
   * Gives a number to every word that has none, in the transaction of what asks for them: they are there when it is,
   * and gone if it is not.
   */
  ensure(h: Handle, purposes: readonly string[], terms: readonly Terms[]): Promise<void>;
  /** Reads what other processes have added. Numbers read in the same snapshot are all known after it. */
  refresh(h: Handle): Promise<void>;
  /** The number of a purpose, if anybody ever chose about it. */
  purposeNoIfAny(id: string): number | null;
}

export function termsKey({ ask, askVersion, notice, noticeVersion, country }: Terms): string {
  return JSON.stringify([ask, askVersion, notice, noticeVersion, country]);
}

// The methods of one book share what it remembers.
// eslint-disable-next-line max-lines-per-function
export function newWordBook(): WordBook {
  const numbers: Record<Kind, Map<string, number>> = { purpose: new Map(), terms: new Map() };
  const purposes = new Map<number, string>();
  const terms = new Map<number, Terms>();
  // Numbers that a transaction has given and that are not committed yet: nobody else may count on them.
  const pending: Record<Kind, Set<string>> = { purpose: new Set(), terms: new Set() };
  // What `termsOf` has given out comes back in folds: its number is known without spelling it out.
  const given = new WeakMap<Terms, number>();

  function learn(kind: Kind, no: number, value: string): void {
    if (kind === 'purpose') {
      purposes.set(no, value);
      numbers.purpose.set(value, no);
      return;
    }
    const [ask, askVersion, notice, noticeVersion, country] = JSON.parse(value) as [
      string | null,
      number | null,
      string | null,
      number | null,
      string | null,
    ];
    const known = { ask, askVersion, notice, noticeVersion, country };
    terms.set(no, known);
    given.set(known, no);
    numbers.terms.set(termsKey(known), no);
  }

  async function refresh(h: Handle): Promise<void> {
    const rows = (await h.trx('dictionary').select('kind', 'no', 'value').whereIn('kind', ['purpose', 'terms'])) as {
      kind: Kind;
      no: number;
      value: string;
    }[];
    for (const { kind, no, value } of rows)
      if (!(kind === 'purpose' ? purposes : terms).has(no) || numbers[kind].get(value) !== no) learn(kind, no, value);
  }

  function forget(kind: Kind, no: number, value: string): void {
    pending[kind].delete(value);
    if (numbers[kind].get(value) === no) numbers[kind].delete(value);
    if (kind === 'purpose' && purposes.get(no) === value) purposes.delete(no);
    const known = kind === 'terms' ? terms.get(no) : undefined;
    if (known && termsKey(known) === value) terms.delete(no);
  }

  function missing(kind: Kind, wanted: readonly string[]): string[] {
    return [...new Set(wanted)].filter((value) => !numbers[kind].has(value) || pending[kind].has(value));
  }

  async function give(h: Handle, kind: Kind, wanted: readonly string[]): Promise<[number, string][]> {
    const known: { value: string }[] = await h
      .trx('dictionary')
      .where({ kind })
      .whereIn('value', [...wanted])
      .select('value');
    const there = new Set(known.map(({ value }) => value));
    const last = (await h.trx('dictionary').where({ kind }).max('no as no').first()) as { no: number | null };
    const rows = [...new Set(wanted)]
      .filter((value) => !there.has(value))
      .map((value, i): [number, string] => [(last.no ?? 0) + 1 + i, value]);
    if (rows.length > 0) await h.trx('dictionary').insert(rows.map(([no, value]) => ({ kind, no, value })));
    return rows;
  }

  const found = <T>(value: T | undefined, what: string | number): T => {
    if (value === undefined) throw new RangeError(`the dictionary has no ${what}`);
    return value;
  };
  return {
    refresh,
    async ensure(h, wantedPurposes, wantedTerms) {
      const keys = wantedTerms.map(termsKey);
      if (missing('purpose', wantedPurposes).length === 0 && missing('terms', keys).length === 0) return;
      // Under this lock, held until the transaction ends, the database is right and this process may not be.
      await lock(h, 'dictionary');
      await refresh(h);
      const added = {
        purpose: await give(h, 'purpose', missing('purpose', wantedPurposes)),
        terms: await give(h, 'terms', missing('terms', keys)),
      };
      const each = (act: (kind: Kind, no: number, value: string) => void) =>
        (['purpose', 'terms'] as const).forEach((kind) => added[kind].forEach(([no, value]) => act(kind, no, value)));
      each((kind, no, value) => {
        learn(kind, no, value);
        pending[kind].add(value);
      });
      // Committed, everybody may count on them; rolled back, they were never given.
      h.trx.executionPromise.then(
        () => each((kind, _no, value) => void pending[kind].delete(value)),
        () => each(forget),
      );
    },
    purposeNoIfAny: (id) => numbers.purpose.get(id) ?? null,
    purposeNo: (id) => found(numbers.purpose.get(id), id),
    purposeOf: (no) => found(purposes.get(no), no),
    termsNo: (one) => given.get(one) ?? found(numbers.terms.get(termsKey(one)), termsKey(one)),
    termsOf: (no) => found(terms.get(no), no),
  };
}
