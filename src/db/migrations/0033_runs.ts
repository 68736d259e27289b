import type { Knex } from 'knex';

/**
 * How far long work is stands in one table, whatever it works on; what belongs to one kind alone stays in a table of its own,
 * under the same id.
 */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    create table runs (
      id text primary key,
      kind text not null,
      -- what it works on: a file, a list, a system, a pack, a plan; null: the whole installation
      subject text,
      state text not null check (state in ('running', 'finished', 'failed', 'cancelled')),
      done bigint not null default 0,
      total bigint,
      counts jsonb not null default '{}',
      cause text,
      started_by text not null,
      started_at timestamptz not null,
      finished_at timestamptz,
      -- the order in which they were asked for: several are of one instant
      no bigint generated always as identity
    );
    create index runs_running on runs (kind) where state = 'running';
    create index runs_newest on runs (kind, subject, no desc);

    insert into runs
      (id, kind, subject, state, done, total, counts, cause, started_by, started_at, finished_at)
      select id, 'verify-ledger', null, state, folios_done, folios_total,
      jsonb_build_object('choices', choices_done), null, started_by, started_at, finished_at from ledger_verifications;
    alter table ledger_verifications drop column state, drop column folios_total, drop column folios_done,
      drop column choices_done, drop column started_by, drop column started_at, drop column finished_at,
      add foreign key (id) references runs;

    insert into runs
      (id, kind, subject, state, done, total, counts, cause, started_by, started_at, finished_at)
      select id, 'export-ledger', null, state, rows, null, '{}', error, made_by, made_at, finished_at
      from ledger_exports;
    alter table ledger_exports drop column state, drop column rows, drop column error, drop column made_by,
      drop column made_at, drop column finished_at, add foreign key (id) references runs;

    insert into runs
      (id, kind, subject, state, done, total, counts, cause, started_by, started_at, finished_at)
      select id, 'rebuild-folds', null, state, people, last_no,
      jsonb_build_object('differing', differing), null, started_by, started_at, finished_at from fold_rebuilds;
    alter table fold_rebuilds drop column state, drop column people, drop column differing, drop column last_no,
      drop column started_by, drop column started_at, drop column finished_at, add foreign key (id) references runs;

    insert into runs
      (id, kind, subject, state, done, total, counts, cause, started_by, started_at, finished_at)
      select id, 'rotate-keys', to_version::text, state, done, total, '{}', null, started_by, started_at,
      finished_at from key_rotations;
    drop table key_rotations;

    insert into runs
      (id, kind, subject, state, done, total, counts, cause, started_by, started_at, finished_at)
      select id, 'remove-sealed', before_day::text, state, removed, null, '{}', null, started_by,
      started_at, finished_at from sealed_removals;
    drop table sealed_removals;

    insert into runs
      (id, kind, subject, state, done, total, counts, cause, started_by, started_at, finished_at)
      select id, 'check-audience', audience_id, state, lines, null,
      counts || jsonb_build_object('permitted', permitted), error, asked_by, asked_at, finished_at from audience_runs;
    alter table audience_runs drop column state, drop column lines, drop column permitted, drop column counts,
      drop column error, drop column asked_by, drop column asked_at, drop column finished_at,
      add foreign key (id) references runs;

    insert into runs
      (id, kind, subject, state, done, total, counts, cause, started_by, started_at, finished_at)
      select id, 'compare-system', system_id, state, compared, null,
      jsonb_build_object('unknown', unknown, 'found', found), error, started_by, started_at, finished_at from drift_runs;
    alter table drift_runs drop column state, drop column compared, drop column unknown, drop column found,
      drop column error, drop column started_by, drop column started_at, drop column finished_at, drop column system_id,
      add foreign key (id) references runs;

    insert into runs
      (id, kind, subject, state, done, total, counts, cause, started_by, started_at, finished_at)
      select 'run_c' || id, 'check-import', id, 'running', checked_lines, null, '{}', null, created_by,
      created_at, null from imports where state = 'checking';
    insert into runs
      (id, kind, subject, state, done, total, counts, cause, started_by, started_at, finished_at)
      select 'run_t' || id, 'run-import', id, case when state = 'running' then 'running' else 'finished' end,
      done_lines, nullif(total, 0), '{}', null, created_by, created_at, finished_at from imports
      where state in ('running', 'finished');
    alter table imports drop column done_lines, drop column checked_lines;

    insert into runs
      (id, kind, subject, state, done, total, counts, cause, started_by, started_at, finished_at)
      select id, 'build-pack', id, case state when 'building' then 'running' when 'failed' then 'failed'
      else 'finished' end, coalesce(files, 0), files, '{}', null, 'worker', created_at, finished_at from packs;
    insert into runs
      (id, kind, subject, state, done, total, counts, cause, started_by, started_at, finished_at)
      select p.id, 'run-erasure', p.id, case p.state when 'executing' then 'running' when 'stopped'
      then 'cancelled' else 'finished' end,
      (select count(*) from operations o where o.plan_id = p.id and o.state = 'done'),
      (select count(*) from operations o where o.plan_id = p.id), '{}', null, p.confirmed_by, p.confirmed_at, p.finished_at
      from plans p where p.confirmed_at is not null;
  `);
  // What waits in the queue is asked for under its old names: the worker puts it back under the new ones when it starts.
  await knex.raw(`
    do $$ begin
      if to_regclass('queue.job') is not null then
        delete from queue.job where state in ('created', 'retry') and name in ('build-pack', 'check-audience', 'check-import',
          'compare-system', 'export-ledger', 'rebuild-folds', 'remove-sealed', 'rotate-keys', 'run-erasure', 'run-import',
          'verify-ledger');
      end if;
    end $$;
  `);
}

export async function down(): Promise<void> {
  throw new Error('migrations are not undone; restore a backup');
}
