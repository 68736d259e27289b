import type { SystemId } from '../../core/shared/ids';
import type { StandingRefusal } from '../../core/standing/refusals';
import type { StandingAnswer } from '../../core/ledger/types';
import { localDay } from '../../core/shared/days';
import { ok, refuse, type Result } from '../../core/shared/result';
import { addPermissionCounts, type PermissionReads } from '../../db/standing/permissions';
import { listSystems } from '../../db/systems/systems';
import type { Context } from '../shared/context';
import { normaliseIdentifier } from '../people/identifierKeys';
import { checkMany, type Question } from './checkMany';
import { checkStanding, type PermissionQuery } from './checkStanding';
import { readRules } from './standingOfPerson';

export type PermissionAnswer = Result<StandingAnswer, StandingRefusal>;

interface Waiting {
  query: PermissionQuery;
  resolve(answer: PermissionAnswer): void;
  reject(error: unknown): void;
}

interface PermissionCount {
  day: string;
  system_id: SystemId;
  purpose: string;
  permitted: number;
  refused: number;
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
 * Permission checks by the thousand: what arrives while the database works is asked together in the next round, over
 * the same use case that answers one. Questions about the past go their own way.
 */
export class PermissionChecks {
  readonly #waiting: Waiting[] = [];
  #running = 0;
  #known: Known | null = null;
  #counts = new Map<string, PermissionCount>();
  readonly #timer: NodeJS.Timeout;

  constructor(
    private readonly ctx: Context,
    private readonly reads: PermissionReads,
  ) {
    const failed = (error: Error) => ctx.log.error({ error: error.message }, 'counting permission checks');
    this.#timer = setInterval(() => void this.#writeCounts().catch(failed), COUNT_EVERY_MS);
  }

  ask(query: PermissionQuery): Promise<PermissionAnswer> {
    if (query.at || query.knownAt) return checkStanding(this.ctx, query);
    return new Promise((resolve, reject) => {
      this.#waiting.push({ query, resolve, reject });
      if (this.#waiting.length === 1) setImmediate(() => this.#start());
      else this.#start();
    });
  }

  async close(): Promise<void> {
    clearInterval(this.#timer);
    await this.#writeCounts();
  }

  async #writeCounts(): Promise<void> {
    if (this.#counts.size === 0) return;
    const rows = [...this.#counts.values()];
    this.#counts = new Map();
    await this.ctx.transaction((h) => addPermissionCounts(h, rows));
  }

  #count({ systemId, purpose }: PermissionQuery, permitted: boolean): void {
    const day = localDay(this.ctx.clock.now(), this.ctx.organisation.zone);
    const key = `${day} ${systemId} ${purpose}`;
    const row = this.#counts.get(key) ?? { day, system_id: systemId, purpose, permitted: 0, refused: 0 };
    row[permitted ? 'permitted' : 'refused']++;
    this.#counts.set(key, row);
  }

  #start(): void {
    if (this.#running >= RUNS_AT_ONCE || this.#waiting.length === 0) return;
    this.#running++;
    const round = this.#waiting.splice(0, MOST_AT_ONCE);
    void this.#answerRound(round)
      .catch((error: unknown) => round.forEach(({ reject }) => reject(error)))
      .finally(() => {
        this.#running--;
        this.#start();
      });
  }

  async #readKnown(): Promise<Known> {
    const real = Date.parse(this.ctx.clock.real());
    if (!this.#known || this.#known.until < real)
      this.#known = await this.ctx.transaction(async (h) => ({
        rules: await readRules(h),
        countries: new Map((await listSystems(h)).map(({ id, default_country }) => [id, default_country])),
        until: real + RULES_KEPT_MS,
      }));
    return this.#known;
  }

  async #answerRound(round: readonly Waiting[]): Promise<void> {
    const known = await this.#readKnown();
    const questions = round.map(({ query }) => questionOf(query, known));
    const askable = questions.filter((question): question is Question => !('code' in question));
    const found = await checkMany(this.ctx, this.reads, askable, known.rules);
    let next = 0;
    const answers = questions.map((question): PermissionAnswer =>
      'code' in question ? refuse(question) : ok(found[next++]!),
    );
    round.forEach(({ query, resolve }, i) => {
      const answer = answers[i]!;
      if (answer.ok) this.#count(query, answer.value.permitted);
      resolve(answer);
    });
  }
}

function questionOf(query: PermissionQuery, { rules, countries }: Known): Question | StandingRefusal {
  const { purpose, systemId } = query;
  if (!rules.purposes.some(({ id }) => id === purpose)) return { code: 'unknown-purpose', purpose };
  const { kind, value } = query.identifier;
  const identifier = normaliseIdentifier(kind, value, systemId, countries.get(systemId) ?? null);
  return identifier ? { identifier, purpose } : { code: 'identifier-unreadable', kind };
}
