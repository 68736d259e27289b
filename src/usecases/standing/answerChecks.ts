import type { StandingAnswer } from '../../core/ledger/types';
import { localDay } from '../../core/shared/days';
import { ok, refuse, type Result } from '../../core/shared/result';
import { addPermissionCounts, type PermissionReads } from '../../db/standing/permissions';
import { listSystems } from '../../db/systems/systems';
import type { Context } from '../shared/context';
import { normaliseIdentifier } from '../people/identifierKeys';
import { checkMany, type Question } from './checkMany';
import { checkStanding, type PermissionQuery, type StandingRefusal } from './checkStanding';
import { readRules } from './standingOfPerson';

export type PermissionAnswer = Result<StandingAnswer, StandingRefusal>;

interface Waiting {
  query: PermissionQuery;
  resolve(answer: PermissionAnswer): void;
  reject(error: unknown): void;
}

interface Known {
  rules: Awaited<ReturnType<typeof readRules>>;
  countries: ReadonlyMap<string, string | null>;
  until: number;
}

/** For how long purposes and wordings are taken from memory, milliseconds: a change is obeyed within this time. */
const RULES_KEPT_MS = 1000;
const MOST_AT_ONCE = 200;
/** A second round at the same time would only take the processor from the first, and halve what is asked together. */
const RUNS_AT_ONCE = 1;
const COUNT_EVERY_MS = 1000;

/**
 * Permission checks by the thousand: what arrives while the database works is asked together in the next round, over the same
 * use case that answers one. Questions about the past go their own way.
 */
export function answerChecks(
  ctx: Context,
  reads: PermissionReads,
): { ask(query: PermissionQuery): Promise<PermissionAnswer>; close(): Promise<void> } {
  const waiting: Waiting[] = [];
  let running = 0;
  let known: Known | null = null;
  let counts = new Map<
    string,
    { day: string; system_id: string; purpose: string; permitted: number; refused: number }
  >();
  const timer = setInterval(
    () =>
      void writeCounts().catch((error: Error) => ctx.log.error({ error: error.message }, 'counting permission checks')),
    COUNT_EVERY_MS,
  );

  async function writeCounts(): Promise<void> {
    if (counts.size === 0) return;
    const rows = [...counts.values()];
    counts = new Map();
    await ctx.transaction((h) => addPermissionCounts(h, rows));
  }

  function count(query: PermissionQuery, permitted: boolean): void {
    const day = localDay(ctx.clock.now(), ctx.organisation.zone);
    const key = `${day} ${query.systemId} ${query.purpose}`;
    const row = counts.get(key) ?? { day, system_id: query.systemId, purpose: query.purpose, permitted: 0, refused: 0 };
    row[permitted ? 'permitted' : 'refused']++;
    counts.set(key, row);
  }

  function start(): void {
    if (running >= RUNS_AT_ONCE || waiting.length === 0) return;
    running++;
    const round = waiting.splice(0, MOST_AT_ONCE);
    void answerRound(round)
      .catch((error: unknown) => round.forEach(({ reject }) => reject(error)))
      .finally(() => {
        running--;
        start();
      });
  }

  async function readKnown(): Promise<Known> {
    const real = Date.parse(ctx.clock.real());
    if (!known || known.until < real)
      known = await ctx.transaction(async (h) => ({
        rules: await readRules(h),
        countries: new Map((await listSystems(h)).map(({ id, default_country }) => [id, default_country])),
        until: real + RULES_KEPT_MS,
      }));
    return known;
  }

  async function answerRound(round: readonly Waiting[]): Promise<void> {
    const { rules, countries } = await readKnown();
    const questions: (Question | StandingRefusal)[] = round.map(({ query }) => {
      if (!rules.purposes.some(({ id }) => id === query.purpose))
        return { code: 'unknown-purpose', purpose: query.purpose };
      const identifier = normaliseIdentifier(
        query.identifier.kind,
        query.identifier.value,
        query.systemId,
        countries.get(query.systemId) ?? null,
      );
      return identifier
        ? { identifier, purpose: query.purpose }
        : { code: 'identifier-unreadable', kind: query.identifier.kind };
    });
    const found = await checkMany(
      ctx,
      reads,
      questions.filter((question): question is Question => !('code' in question)),
      rules,
    );
    let next = 0;
    const answers = questions.map((question): PermissionAnswer =>
      'code' in question ? refuse(question) : ok(found[next++]!),
    );
    round.forEach(({ query, resolve }, i) => {
      const answer = answers[i]!;
      if (answer.ok) count(query, answer.value.permitted);
      resolve(answer);
    });
  }

  return {
    ask(query) {
      if (query.at || query.knownAt) return checkStanding(ctx, query);
      return new Promise((resolve, reject) => {
        waiting.push({ query, resolve, reject });
        if (waiting.length === 1) setImmediate(start);
        else start();
      });
    },
    async close() {
      clearInterval(timer);
      await writeCounts();
    },
  };
}
