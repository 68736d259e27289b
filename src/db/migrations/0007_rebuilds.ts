import type { Knex } from 'knex';

/**
 * Rebuilds of every standing: how far one is and what it found, so that a page can say so and a killed one is taken up
 * again. Sealed parts lie in the order of the ledger, so that verification reads both side by side.
 */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    create table fold_rebuilds (
      id text primary key,
      state text not null check (state in ('running', 'finished')),
      only_look boolean not null,
      last_no int not null default 0,
      -- where each range of people that is done begins
      done_from int[] not null default '{}',
      people int not null default 0,
      differing int not null default 0,
      started_by text not null,
      started_at timestamptz not null,
      finished_at timestamptz
    );

    create table choice_sealed_in_order (seq bigint not null, sealed bytea not null);
    insert into choice_sealed_in_order select c.seq, s.sealed from choice_sealed s
      join choices c on c.id = s.choice_id order by c.seq;
    drop table choice_sealed;
    alter table choice_sealed_in_order rename to choice_sealed;
    alter table choice_sealed add constraint choice_sealed_pkey primary key (seq),
      add constraint choice_sealed_seq_fkey foreign key (seq) references choices (seq);
  `);
}

export async function down(): Promise<void> {
  throw new Error('migrations are not undone; restore a backup');
}
