import type { Knex } from 'knex';
import type { Column, Table } from './schema';

/** A piece of SQL with what is bound in it. */
export interface Part {
  sql: string;
  values: unknown[];
}

/** The catalogue of a database as it says it itself: what holds for every kind of database is made of it in `schema`. */
export interface Catalogue {
  columns: {
    id: string;
    schema: string;
    table: string;
    name: string;
    type: string;
    nullable: boolean;
    generated: boolean;
    hasHeirs: boolean;
    count: string | number;
  }[];
  keys: { id: string; names: string[] }[];
  uniques: { id: string; names: string[] }[];
  references: {
    id: string;
    columns: string[];
    to: string;
    toColumns: string[];
    nullable: boolean;
    name: string;
    follows: boolean;
    isFull: boolean;
  }[];
  /** The schema whose tables are called by their name alone. */
  home: string;
}

/** Why a database refused, as far as it says: never with a value. */
export interface Fault {
  kind: 'not-allowed' | 'time-out' | 'wrong-answer' | 'refused' | 'constraint';
  code: string;
  table?: string;
  column?: string;
  constraint?: string;
}

/** What one kind of SQL database says in its own way. Everything else of the connector is the same for all. */
export interface Dialect {
  open(connection: Readonly<Record<string, string>>): Knex;
  catalogue(knex: Knex): Promise<Catalogue>;
  fault(cause: unknown): Fault;
  /** An expression as text. */
  text(sql: string): string;
  isIn(sql: string, bound: readonly unknown[], values: readonly string[]): Part;
  isLikeAny(sql: string, bound: readonly unknown[], patterns: readonly string[]): Part;
  digits(sql: string): string;
  /** Letters and digits of it, in lower case. */
  plain(sql: string): string;
  /** A column is the same as a value, or both are nothing: `??` and `?`. */
  isSame: string;
  /** The key of a row as one text: the key column, a list of them, or a digest of all the row says where there is no key. */
  rowKey(table: Table): Part;
  hasKey(table: Table, key: string): Part;
  /** Several columns as one text, and what they have to say. */
  tuple(columns: readonly string[]): Part;
  isTuple(columns: readonly string[], tuples: readonly (readonly string[])[]): Part;
  /** A name as it stands in running text, however its letters are written. */
  nameInText(column: string, name: string): Part;
  /** What `nameInText` finds is looked at once more: it may be more than was looked for. */
  isLoose: boolean;
  /** How many of some rows there are, of those for which a condition holds. */
  countWhere(condition: Knex.Raw | Knex.QueryBuilder, knex: Knex): Knex.Raw;
  /** Whether a column says what stands in place of a person. */
  says(column: Pick<Column, 'name' | 'type'>, value: string): Part;
  /** The first moment there is, for a column of instants that may not be empty. */
  firstInstant(type: string): string;
  /** Deletes several rows that hold each other, all of them or none. */
  deleteTogether(knex: Knex, parts: readonly { table: Table; part: Part }[]): Promise<void>;
}

/** Wildcards of a pattern as letters. */
export function like(text: string): string {
  return text.replace(/[\\%_]/g, (letter) => `\\${letter}`);
}
