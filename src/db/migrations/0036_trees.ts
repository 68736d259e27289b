import type { Knex } from 'knex';

/**
 * The ledger in trees: sequence, folios and heads count within a tree, and whoever records holds the row of each tree it adds
 * to. All there was lies in the first tree. The trail has a chain for each tree and month.
 */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    create table ledger_trees (tree smallint primary key check (tree >= 0));
    insert into ledger_trees values (0);

    alter table folios add column tree smallint not null default 0;
    alter table ledger_heads add column tree smallint not null default 0;
    alter table ledger_nodes add column tree smallint not null default 0;
    alter table choices add column tree smallint not null default 0;
    alter table choice_sealed add column tree smallint not null default 0;
    alter table trail add column tree smallint not null default 0;

    alter table choice_sealed drop constraint choice_sealed_seq_fkey;
    alter table choice_sealed drop constraint choice_sealed_pkey;
    alter table choices drop constraint choices_folio_fkey;
    alter table choices drop constraint choices_folio_leaf_index_key;
    alter table choices drop constraint choices_pkey;
    alter table folios drop constraint folios_pkey;
    alter table ledger_heads drop constraint ledger_heads_pkey;
    alter table ledger_nodes drop constraint ledger_nodes_pkey;

    alter table folios add constraint folios_pkey primary key (tree, folio),
      add constraint folios_tree_fkey foreign key (tree) references ledger_trees;
    alter table ledger_heads add constraint ledger_heads_pkey primary key (tree, size);
    alter table ledger_nodes add constraint ledger_nodes_pkey primary key (tree, level, index);
    alter table choices add constraint choices_pkey primary key (tree, seq),
      add constraint choices_folio_leaf_index_key unique (tree, folio, leaf_index),
      add constraint choices_folio_fkey foreign key (tree, folio) references folios;
    alter table choice_sealed add constraint choice_sealed_pkey primary key (tree, seq),
      add constraint choice_sealed_seq_fkey foreign key (tree, seq) references choices;

    drop index choices_by_purpose;
    drop index choices_by_shape;
    drop index trail_by_month;
    create index choices_by_purpose on choices (purpose_no, tree, seq);
    create index choices_by_shape on choices (shape, tree, seq);
    create index trail_by_month on trail (month, tree, seq desc);

    -- From here on whoever writes says which.
    alter table folios alter column tree drop default;
    alter table ledger_heads alter column tree drop default;
    alter table ledger_nodes alter column tree drop default;
    alter table choices alter column tree drop default;
    alter table choice_sealed alter column tree drop default;
    alter table trail alter column tree drop default;
  `);
}

export async function down(): Promise<void> {
  throw new Error('migrations are not undone; restore a backup');
}
