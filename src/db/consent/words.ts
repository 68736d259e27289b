import type { FoldWords } from '../../core/consent/foldCodec';
import type { Terms } from '../../core/consent/types';
import { lock, type Handle } from '../handle';

type Kind = 'purpose' | 'terms';
type Begin = <T>(work: (h: Handle) => Promise<T>) => Promise<T>;

/** The dictionary as this process knows it. Numbers are given once and never change, so that it only grows. */
export interface WordBook extends FoldWords {
  /** Gives a number to every word that has none, in a transaction of its own: numbers outlive what asked for them. */
  ensure(begin: Begin, purposes: readonly string[], terms: readonly Terms[]): Promise<void>;
  /** Reads what other processes have added. */
  refresh(h: Handle): Promise<void>;
}

export function termsKey({ ask, askVersion, notice, noticeVersion, country }: Terms): string {
  return JSON.stringify([ask, askVersion, notice, noticeVersion, country]);
}

export function newWordBook(): WordBook {
  const numbers: Record<Kind, Map<string, number>> = { purpose: new Map(), terms: new Map() };
  const purposes = new Map<number, string>();
  const terms = new Map<number, Terms>();
  // What `termsOf` has given out comes back in folds: its number is known without spelling it out.
  const given = new WeakMap<Terms, number>();

  function learn(kind: Kind, no: number, value: string): void {
    if (kind === 'purpose') {
      purposes.set(no, value);
      numbers.purpose.set(value, no);
      return;
    }
    const [ask, askVersion, notice, noticeVersion, country] = JSON.parse(value) as [string | null, number | null, string | null, number | null, string | null];
    const known = { ask, askVersion, notice, noticeVersion, country };
    terms.set(no, known);
    given.set(known, no);
    numbers.terms.set(termsKey(known), no);
  }

  async function refresh(h: Handle): Promise<void> {
    const rows = (await h.trx('dictionary').select('kind', 'no', 'value').whereIn('kind', ['purpose', 'terms'])) as { kind: Kind; no: number; value: string }[];
    for (const { kind, no, value } of rows) if (!(kind === 'purpose' ? purposes : terms).has(no)) learn(kind, no, value);
  }

  function missing(kind: Kind, wanted: readonly string[]): string[] {
    return [...new Set(wanted)].filter((value) => !numbers[kind].has(value));
  }

  async function give(h: Handle, kind: Kind, wanted: readonly string[]): Promise<[number, string][]> {
    const last = (await h.trx('dictionary').where({ kind }).max('no as no').first()) as { no: number | null };
    const rows = missing(kind, wanted).map((value, i): [number, string] => [(last.no ?? 0) + 1 + i, value]);
    if (rows.length > 0) await h.trx('dictionary').insert(rows.map(([no, value]) => ({ kind, no, value })));
    return rows;
  }

  const found = <T>(value: T | undefined, what: string | number): T => {
    if (value === undefined) throw new RangeError(`the dictionary has no ${what}`);
    return value;
  };
  return {
    refresh,
    async ensure(begin, wantedPurposes, wantedTerms) {
      const keys = wantedTerms.map(termsKey);
      if (missing('purpose', wantedPurposes).length === 0 && missing('terms', keys).length === 0) return;
      const added = await begin(async (h) => {
        await lock(h, 'dictionary');
        await refresh(h);
        return { purpose: await give(h, 'purpose', wantedPurposes), terms: await give(h, 'terms', keys) };
      });
      for (const kind of ['purpose', 'terms'] as const) for (const [no, value] of added[kind]) learn(kind, no, value);
    },
    purposeNo: (id) => found(numbers.purpose.get(id), id),
    purposeOf: (no) => found(purposes.get(no), no),
    termsNo: (one) => given.get(one) ?? found(numbers.terms.get(termsKey(one)), termsKey(one)),
    termsOf: (no) => found(terms.get(no), no),
  };
}
