import type { PersonId, SystemId } from '../../core/shared/ids';
import type { AccessRefusal } from '../../core/access/refusals';
import type { DriftView } from '../../core/drift/views';
import { maskName } from '../../core/access/mask';
import { followTimes, type DriftDirection } from '../../core/drift/drift';
import { addDays, localDay } from '../../core/shared/days';
import { groupBy } from '../../core/shared/groupBy';
import { everyWeek } from '../../core/shared/spans';
import { ok, refuse, type Result } from '../../core/shared/result';
import { countDrift, followRows, openDrift } from '../../db/drift/drift';
import { allPurposes } from '../../db/purposes/purposes';
import { personsById } from '../../db/people/persons';
import { lastRuns } from '../../db/runs/runs';
import type { Context } from '../shared/context';
import { reach } from '../shared/may';
import { vaultOf } from '../keys/vault';
import { viewOrNull } from '../runs/runView';
import { systemsInReach } from '../systems/systemsInReach';
import type { Handle } from '../../db/shared/handle';
import { systemsWithFlags } from './compareSystem';
import { personName } from '../people/sealed';

const PAGE = 50;
const MEASURED_DAYS = 182;

/** Where systems and ledger differ, by purpose and age; and how long systems take to follow a no. */
export async function readDrift(
  ctx: Context,
  filter: { systemId: SystemId | null; purpose: string | null; direction: DriftDirection | null; after: string | null },
): Promise<Result<DriftView, AccessRefusal>> {
  const how = reach(ctx, 'drift.see');
  if (!how) return refuse({ code: 'not-allowed', act: 'drift.see' });
  const flagged = await systemsWithFlags(ctx);
  return ctx.transaction(async (h) => {
    const own = how === 'own' ? new Set((await systemsInReach(ctx, h, 'drift.see')).map(({ id }) => id)) : null;
    const systems = own ? flagged.filter(({ id }) => own.has(id)) : flagged;
    const names = new Map(systems.map(({ id, name }) => [id, name]));
    const titles = new Map((await allPurposes(h)).map(({ id, title }) => [id, title]));
    const runs = new Map((await lastRuns(h, 'compare-system')).map((run) => [run.subject!, run]));
    const rows = await openDrift(h, { ...filter, systems: own, limit: PAGE + 1 });
    const sayWho = await namesOf(ctx, h, rows, how === 'all');
    const items = rows.slice(0, PAGE).map((row): DriftView['items'][number] => ({
      id: row.id,
      who: sayWho(row.person_id),
      personId: row.person_id,
      system: names.get(row.system_id) ?? row.system_id,
      purpose: titles.get(row.purpose) ?? row.purpose,
      direction: row.direction,
      standing: row.standing,
      since: row.since,
      foundAt: row.found_at,
      state: row.state,
      detail: row.detail,
    }));
    const counted = (await countDrift(h, ctx.clock.now())).filter(({ system_id }) => !own || own.has(system_id));
    const since = new Date(Date.parse(ctx.clock.now()) - MEASURED_DAYS * 86_400_000).toISOString();
    return ok({
      systems: systems.map(({ id, name }) => ({ id, name, run: viewOrNull(ctx, runs.get(id)) })),
      board: boardOf(counted, names, titles),
      items,
      next: rows.length > PAGE ? items.at(-1)!.id : null,
      follow: await readFollow(ctx, own === null ? await followRows(h, since) : []),
      mayCorrect: reach(ctx, 'drift.correct') !== null,
    });
  });
}

/** People as whoever looks may see them. */
async function namesOf(
  ctx: Context,
  h: Handle,
  rows: readonly { person_id: PersonId }[],
  isWhole: boolean,
): Promise<(personId: PersonId) => string> {
  const ids = rows.map(({ person_id }) => person_id);
  const people = await personsById(h, ids);
  const vault = vaultOf(ctx, h);
  await vault.load(people.map(({ data_key_id }) => data_key_id));
  const names = new Map<string, string>();
  for (const { id, data_key_id, name_sealed } of people) {
    const name = await personName.open(vault, data_key_id, name_sealed, id);
    if (name) names.set(id, isWhole ? name : maskName(name));
  }
  return (id) => names.get(id) ?? '(no name)';
}

function boardOf(
  counted: Awaited<ReturnType<typeof countDrift>>,
  names: ReadonlyMap<string, string>,
  titles: ReadonlyMap<string, string>,
): DriftView['board'] {
  const groups = groupBy(counted, (row) => `${row.system_id} ${row.purpose} ${row.direction}`);
  return [...groups.values()].map((own) => {
    const { system_id, purpose, direction } = own[0]!;
    const sum = (fits: (row: (typeof own)[number]) => boolean) =>
      own.filter(fits).reduce((total, { n }) => total + n, 0);
    return {
      systemId: system_id,
      system: names.get(system_id) ?? system_id,
      purpose,
      title: titles.get(purpose) ?? purpose,
      direction,
      ages: {
        today: sum(({ age }) => age === 'today'),
        'this week': sum(({ age }) => age === 'this week'),
        older: sum(({ age }) => age === 'older'),
      },
      inWork: sum(({ state }) => state !== 'open'),
      open: sum(({ state }) => state === 'open'),
    };
  });
}

async function readFollow(ctx: Context, rows: Awaited<ReturnType<typeof followRows>>): Promise<DriftView['follow']> {
  const choices = [...groupBy(rows, ({ choice_id }) => choice_id).values()].map((own) => ({
    saidAt: Date.parse(own[0]!.said_at),
    followedAt: own.map(({ followed_at }) => (followed_at ? Date.parse(followed_at) : null)),
  }));
  const weekOf = (at: number) => {
    const day = localDay(at, ctx.organisation.zone);
    return addDays(day, -((new Date(`${day}T00:00:00Z`).getUTCDay() + 6) % 7));
  };
  const weeks = [...groupBy(choices, ({ saidAt }) => weekOf(saidAt))]
    .map(([week, own]) => {
      const times = followTimes(own);
      return { week, median: times.medianHours, worst: times.worstHours, count: times.count };
    })
    .filter(({ count }) => count > 0);
  return {
    ...followTimes(choices),
    weeks: everyWeek(
      weeks,
      ({ week }) => week,
      (week): (typeof weeks)[number] => ({ week, median: null, worst: null, count: 0 }),
    ),
  };
}
