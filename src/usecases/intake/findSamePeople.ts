import { spellOut } from '../../core/words/spellOut';
import { candidatePairs } from '../../core/matching/blocking';
import type { PersonRecord } from '../../core/people/record';
import { score } from '../../core/matching/score';
import { groupBy } from '../../core/shared/groupBy';
import { keepSamePeople, requestsToCompare, type SamePeopleRow } from '../../db/intake/samePeople';
import type { Context } from '../shared/context';
import { vaultOf } from '../keys/vault';
import { saidPerson } from '../requests/sealed';

/** Open requests that are held against each other at once; the newest. */
const MOST = 10_000;
const AGAIN_MS = 3000;

/**
 * Which open requests for the same right seem to come from one person, though they may give other addresses: everything that came since the
 * last time is compared with everything that is open, by what their forms say. Nothing is joined by itself.
 */
export async function findSamePeople(ctx: Context): Promise<void> {
  const isDone = await ctx.exclusively('same-people', async () => {
    await ctx.transaction(async (h) => {
      const { fresh, open } = await requestsToCompare(h, MOST);
      if (fresh.length === 0) return;
      const vault = vaultOf(ctx, h);
      await vault.load(open.map(({ data_key_id }) => data_key_id));
      const people = new Map<string, PersonRecord>();
      for (const { id, data_key_id, person_sealed } of open)
        people.set(id, (await saidPerson.open(vault, data_key_id, person_sealed, id)) ?? {});
      const found = new Map<string, SamePeopleRow>();
      const opened = groupBy(open, ({ right }) => right);
      for (const [right, newcomers] of groupBy(fresh, (one) => one.right)) {
        const others = opened.get(right) ?? [];
        const [left, against] = [
          newcomers.map(({ id }) => people.get(id) ?? {}),
          others.map(({ id }) => people.get(id)!),
        ];
        for (const [i, j] of candidatePairs(left, against)) {
          const [one, other] = [newcomers[i]!, others[j]!];
          if (one.id === other.id) continue;
          const { band, fields } = score(left[i]!, against[j]!);
          if (band === 'unlikely') continue;
          const [later, earlier] =
            one.received_at > other.received_at || (one.received_at === other.received_at && one.id > other.id)
              ? [one, other]
              : [other, one];
          found.set(`${later.id} ${earlier.id}`, {
            request_id: later.id,
            other_id: earlier.id,
            band,
            because: fields
              .filter(({ weight }) => weight > 0)
              .map(({ field }) => spellOut(field))
              .join(', '),
          });
        }
      }
      await keepSamePeople(
        h,
        [...found.values()],
        fresh.map(({ id }) => id),
        ctx.clock.now(),
      );
    });
    return true;
  });
  // Somebody compares who may have begun before the newest came: once more, after them.
  if (!isDone)
    await ctx.transaction((h) =>
      ctx.jobs.enqueue(h.trx, 'find-same-people', {}, new Date(Date.parse(ctx.clock.real()) + AGAIN_MS).toISOString()),
    );
}
