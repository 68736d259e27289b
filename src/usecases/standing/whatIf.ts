import type { PersonFacts, Standing } from '../../core/ledger/types';
import type { WhatIf } from '../../core/purposes/views';
import { groupBy } from '../../core/shared/groupBy';
import type { Fold } from '../../core/standing/fold';
import { decodeFolds } from '../../core/standing/foldCodec';
import type { Rules } from '../../core/standing/reading';
import { foldsOf, readStanding } from '../../core/standing/standing';
import { choicesOf } from '../../db/ledger/ledger';
import { personsAfter } from '../../db/people/persons';
import type { Handle } from '../../db/shared/handle';
import { foldRows } from '../../db/standing/folds';
import type { Context } from '../shared/context';
import { factsOfAll } from './personFacts';

const PEOPLE_AT_ONCE = 2000;

interface Change {
  old: Rules;
  fresh: Rules;
  /** Purposes whose standing may differ. */
  purposes: readonly string[];
  /** The folds are others too, as with another time to confirm. */
  refold: boolean;
}

/** Everybody under the rules as they are and as they would be. Nothing is saved. */
export async function tallyEverybody(ctx: Context, h: Handle, change: Change): Promise<WhatIf> {
  const tally = new Tally(change.purposes, change.old, change.fresh);
  await ctx.words.refresh(h);
  for (let after = 0; ;) {
    const rows = await personsAfter(h, after, PEOPLE_AT_ONCE);
    if (rows.length === 0) return tally.result();
    const facts = await factsOfAll(h, rows);
    const foldsOfRow = change.refold ? await foldedAnew(h, rows) : await foldedAlready(ctx, h, rows);
    for (const row of rows) {
      const own = facts.get(row.id)!;
      tally.add(own, (rules) => foldsOfRow(row, own, rules));
    }
    after = rows.at(-1)!.no;
  }
}

type PersonKey = Awaited<ReturnType<typeof personsAfter>>[number];
type FoldsOfRow = (row: PersonKey, facts: PersonFacts, rules: Rules) => readonly Fold[];

/** Folds made anew from the choices, for what the stored ones do not say: another time to confirm. */
async function foldedAnew(h: Handle, rows: readonly PersonKey[]): Promise<FoldsOfRow> {
  const ids = rows.map(({ id }) => id);
  const choices = groupBy(await choicesOf(h, ids), ({ personId }) => personId);
  return (row, facts, rules) => foldsOf(choices.get(row.id) ?? [], facts, rules);
}

async function foldedAlready(ctx: Context, h: Handle, rows: readonly PersonKey[]): Promise<FoldsOfRow> {
  const stored = await foldRows(
    h,
    rows.map(({ no }) => no),
  );
  return (row) => {
    const own = stored.get(row.no);
    return own ? decodeFolds(own.folds, ctx.words) : [];
  };
}

/** Counts who would stand differently under other rules. */
class Tally {
  readonly #sum = { people: 0, altered: 0, gained: 0, lost: 0 };
  readonly #changes = new Map<string, number>();

  constructor(
    private readonly purposes: readonly string[],
    private readonly old: Rules,
    private readonly fresh: Rules,
  ) {}

  add(facts: PersonFacts, folds: (rules: Rules) => readonly Fold[]): void {
    this.#sum.people++;
    let isAltered = false;
    for (const id of this.purposes) {
      const was = readStanding(folds(this.old), facts, this.old, id, 'any');
      const will = readStanding(folds(this.fresh), facts, this.fresh, id, 'any');
      if (was.standing === will.standing && was.permitted === will.permitted) continue;
      isAltered = true;
      const pair = `${was.standing} ${will.standing}`;
      this.#changes.set(pair, (this.#changes.get(pair) ?? 0) + 1);
      if (was.permitted !== will.permitted) this.#sum[will.permitted ? 'gained' : 'lost']++;
    }
    if (isAltered) this.#sum.altered++;
  }

  result(): WhatIf {
    const changes = [...this.#changes].map(([pair, count]) => {
      const [from, to] = pair.split(' ') as [Standing, Standing];
      return { from, to, count };
    });
    return { ...this.#sum, changes: changes.sort((a, b) => b.count - a.count) };
  }
}
